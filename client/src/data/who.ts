import { useSyncExternalStore } from 'react';

const KEY = 'tamper.who';
const listeners = new Set<() => void>();
const subscribe = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};
const read = (): string => localStorage.getItem(KEY) ?? '';

function setWho(who: string): void {
  localStorage.setItem(KEY, who);
  for (const listener of listeners) listener();
}

/** Who holds this device: asked once, kept on it, and put to every record made with it; the same wherever it is shown. */
export const useWho = (): { who: string; setWho: (who: string) => void } => ({ who: useSyncExternalStore(subscribe, read), setWho });
