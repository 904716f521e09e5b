import { Workbox } from 'workbox-window';
import { onNews } from './bus';
import { whenKeeping } from './database';
import { versionWaits } from './waitingVersion';

/**
 * Has the browser keep the whole program on this device, and looks for a newer one when the server was away. A newer one waits until somebody says so:
 * nobody is in the middle of something then.
 */
export async function keepProgram(): Promise<void> {
  // A page over a line without encryption may keep no program.
  if (!('serviceWorker' in navigator) || !window.isSecureContext) return;
  const box = new Workbox('/service-worker.js');
  box.addEventListener('waiting', () => {
    versionWaits(() => box.messageSkipWaiting());
  });
  // Whichever page says so, all of them go over: what is worked on is kept. A page that holds what the device does not take goes over when it has.
  let first = navigator.serviceWorker.controller === null;
  navigator.serviceWorker.addEventListener('controllerchange', () => {
    if (first) first = false;
    else whenKeeping(() => window.location.reload());
  });
  onNews((news) => {
    if (news.kind === 'again') void box.update().catch((error: unknown) => console.warn('No newer program was found', error));
  });
  await box.register();
}
