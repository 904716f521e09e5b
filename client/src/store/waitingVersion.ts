import { useSyncExternalStore } from 'react';

let take: (() => void) | undefined;
const listeners = new Set<() => void>();

/** A newer program is on the device and waits to be taken. */
export function versionWaits(how: () => void): void {
  take = how;
  for (const listener of listeners) listener();
}
const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};
/** What takes the newer program that waits; undefined where none does. */
export const useWaitingVersion = (): (() => void) | undefined => useSyncExternalStore(subscribe, () => take);
