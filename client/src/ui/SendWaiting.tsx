import { useSendWaiting } from '../data/useBook';

/** Sends what waits on this device as long as the program is open; shows nothing. */
export function SendWaiting() {
  useSendWaiting();
  return null;
}
