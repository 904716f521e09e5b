import { useEffect, useState } from 'react';

/** What the clock says, read again every `step` ms and after the device slept. @param read a constant function. */
export function useClock<T>(read: () => T, step: number): T {
  const [value, setValue] = useState(read);
  useEffect(() => {
    const look = () => setValue(read);
    const timer = setInterval(look, step);
    document.addEventListener('visibilitychange', look);
    return () => {
      clearInterval(timer);
      document.removeEventListener('visibilitychange', look);
    };
  }, [read, step]);
  return value;
}
