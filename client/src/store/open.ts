import { newId } from '../data/newId';
import type { Device } from './book';
import { keep, openStore } from './database';
import { openOwn, readOwn } from './own';
import { textStore } from './textStore';

/** Opens everything this device keeps: nothing of it is asked for before. */
export async function openDevice(): Promise<void> {
  await openStore();
  // What the first programs kept is hardly anywhere any more.
  const earlier = textStore('localStorage');
  if (earlier && Object.keys(earlier).some((key) => key.startsWith('tamper.'))) await (await import('./earlier')).takeOver(earlier);
  await openOwn();
  if (readOwn('device') !== undefined) return;
  // Named once, whichever tab comes first.
  await keep(['own'], async (tx) => {
    const known = await tx.get('own', 'device');
    const device: Device = { id: newId(), count: 0 };
    if (!known) tx.put('own', { key: 'device', value: device });
  });
  await openOwn();
}
