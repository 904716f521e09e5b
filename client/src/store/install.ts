import { told } from './told';

/** What a browser offers that can put the program on the device like one of its own. */
interface Offer extends Event {
  prompt: () => Promise<unknown>;
}
const { put, use: useOffer } = told<Offer | undefined>(undefined);

/** Hears the offer, which comes once and early. */
export function hearOffer(): void {
  window.addEventListener('beforeinstallprompt', (event) => {
    event.preventDefault();
    put(event as Offer);
  });
  window.addEventListener('appinstalled', () => put(undefined));
}
/** What puts the program on the device; undefined where the browser offers nothing. */
export function useInstall(): (() => void) | undefined {
  const offered = useOffer();
  return offered && (() => void offered.prompt().finally(() => put(undefined)));
}
