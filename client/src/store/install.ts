import { useSyncExternalStore } from 'react';

/** What a browser offers that can put the program on the device like one of its own. */
interface Offer extends Event {
  prompt: () => Promise<unknown>;
}

let offer: Offer | undefined;
const listeners = new Set<() => void>();
const put = (next: Offer | undefined) => {
  offer = next;
  for (const listener of listeners) listener();
};

/** Hears the offer, which comes once and early. */
export function hearOffer(): void {
  window.addEventListener('beforeinstallprompt', (event) => {
    event.preventDefault();
    put(event as Offer);
  });
  window.addEventListener('appinstalled', () => put(undefined));
}
const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};
/** What puts the program on the device; undefined where the browser offers nothing. */
export function useInstall(): (() => void) | undefined {
  const offered = useSyncExternalStore(subscribe, () => offer);
  return offered && (() => void offered.prompt().finally(() => put(undefined)));
}
