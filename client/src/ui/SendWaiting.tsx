import { useEffect } from 'react';

/** Sends what was made on this device as soon as it can be, and hears what others do, whatever is on the screen. Shows nothing. */
export function SendWaiting() {
  useEffect(() => {
    let stop: (() => void) | undefined;
    let gone = false;
    // The first screen is there before it.
    void import('../store/work').then(({ work }) => {
      if (!gone) stop = work();
      void import('../store/newVersion').then(({ keepProgram }) => keepProgram());
    });
    return () => {
      gone = true;
      stop?.();
    };
  }, []);
  return null;
}
