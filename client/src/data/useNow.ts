import { useEffect, useState } from 'react';

const STEP = 15_000;

/** Now, ISO 8601 in UTC; follows the clock, also after the device slept. */
export function useNow(): string {
  const [now, setNow] = useState(() => new Date().toISOString());
  useEffect(() => {
    const look = () => setNow(new Date().toISOString());
    const timer = setInterval(look, STEP);
    document.addEventListener('visibilitychange', look);
    return () => {
      clearInterval(timer);
      document.removeEventListener('visibilitychange', look);
    };
  }, []);
  return now;
}
