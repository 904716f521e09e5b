import { useEffect } from 'react';
import { whenIdle } from './whenIdle';

/** Sends what was made on this device as soon as it can be, and hears what others do, whatever is on the screen. Shows nothing. */
export function SendWaiting() {
  useEffect(() => {
    let stop: (() => void) | undefined;
    let gone = false;
    const begin = async () => {
      const { work } = await import('../store/work');
      if (!gone) stop = work();
      await (await import('../store/newVersion')).keepProgram();
    };
    // The first screen is there before it.
    const leave = whenIdle(() => void begin());
    return () => {
      gone = true;
      leave();
      stop?.();
    };
  }, []);
  return null;
}
