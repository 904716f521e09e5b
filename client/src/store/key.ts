import { useSyncExternalStore } from 'react';

/** Has the server said that it does not know this device? */
let wanted = false;
const listeners = new Set<() => void>();

export function keyWanted(is: boolean): void {
  if (is === wanted) return;
  wanted = is;
  for (const listener of listeners) listener();
}
const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};
export const useKeyWanted = (): boolean => useSyncExternalStore(subscribe, () => wanted);
