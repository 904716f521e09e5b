import { useEffect } from 'react';

/** Sends what was made on this device as soon as it can be, whatever is on the screen. Shows nothing. */
export function SendWaiting() {
  useEffect(() => {
    let stop: (() => void) | undefined;
    let gone = false;
    // The first screen is there before it.
    void import('../store/sender').then(({ Sender, sendWhileFirst }) => {
      if (!gone) stop = sendWhileFirst(() => new Sender().start());
    });
    return () => {
      gone = true;
      stop?.();
    };
  }, []);
  return null;
}
