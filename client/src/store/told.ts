import { useSyncExternalStore } from 'react';

/** A value of this page that is told to whoever shows it. */
export function told<T>(value: T): { put: (next: T) => void; use: () => T } {
  const listeners = new Set<() => void>();
  const subscribe = (listener: () => void) => {
    listeners.add(listener);
    return () => void listeners.delete(listener);
  };
  const read = () => value;
  return {
    put(next) {
      if (next === value) return;
      value = next;
      for (const listener of listeners) listener();
    },
    use: () => useSyncExternalStore(subscribe, read),
  };
}
