import { useEffect } from 'react';
import { sendLeft } from '../data/outbox';

/** Sends what an earlier visit left on this device, whichever run it is about; again whenever the connection comes back. Shows nothing. */
export function SendWaiting() {
  useEffect(() => {
    const send = () => void sendLeft(localStorage);
    send();
    window.addEventListener('online', send);
    return () => window.removeEventListener('online', send);
  }, []);
  return null;
}
