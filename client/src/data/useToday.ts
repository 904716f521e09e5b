import { lightFormat } from 'date-fns/lightFormat';
import { useEffect, useState } from 'react';

const MINUTE = 60_000;
const dayNow = (): string => lightFormat(new Date(), 'yyyy-MM-dd');

/** Today on this device's calendar; follows the clock, also after the device slept. */
export function useToday(): string {
  const [today, setToday] = useState(dayNow);
  useEffect(() => {
    const look = () => setToday(dayNow());
    const timer = setInterval(look, MINUTE);
    document.addEventListener('visibilitychange', look);
    return () => {
      clearInterval(timer);
      document.removeEventListener('visibilitychange', look);
    };
  }, []);
  return today;
}
