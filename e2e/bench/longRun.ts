import type { CDPSession, Page } from '@playwright/test';
import { newRun, open } from '../helpers';
import { shot } from '../photo';
import { benchKeys } from './keys';
import { at, fixedWork, FRAME, idleShare, inOrder, SLOWED, teller, type Tell } from './measure';

/** Photos that are sent while keys are measured, and bytes of each. */
const [PHOTOS, PHOTO_SIZE] = [500, 500_000];

/** Keys, the cursor, and keys while photos are sent, on a long run. */
export async function benchLongRun(page: Page): Promise<void> {
  await longRun(page);
  const client = await page.context().newCDPSession(page);
  await client.send('Performance.enable');
  await client.send('Emulation.setCPUThrottlingRate', { rate: SLOWED });
  const unit = await fixedWork(page);
  console.log(`\n1 km run on 2,001 levels, processor slowed ${SLOWED} times; the fixed piece of work takes ${unit.toFixed(1)} ms there`);
  const tell = teller(unit);
  const idle = await idleShare(page, client);
  tell('idle, main thread per second', idle * 1000);
  await benchKeys(page, client, idle, tell);
  await benchDrag(page, tell);
  await benchSending(page, client, tell);
  await page.close();
}

/** The demonstration's job with a run of 1 km on levels every half metre. */
async function longRun(page: Page): Promise<void> {
  await page.goto('/');
  await page.getByText('Saltmarsh boatyard').click();
  await newRun(page, 'Bench', '1000');
  await open(page, 'Ground levels');
  const levels = Array.from({ length: 2001 }, (_, i) => `${i / 2},${(10 + Math.sin(i / 80) / 2).toFixed(3)}`).join('\n');
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), page.getByRole('button', { name: 'Import CSV' }).click()]);
  await chooser.setFiles({ name: 'levels.csv', mimeType: 'text/csv', buffer: Buffer.from(levels) });
  await page.getByText('of 2001').waitFor();
  await open(page, 'Width');
}

/** The cursor dragged along the strip: the time from frame to frame. */
async function benchDrag(page: Page, tell: Tell): Promise<void> {
  const box = (await page.getByRole('slider', { name: 'Station along the run' }).boundingBox()) as { x: number; y: number };
  await page.mouse.move(box.x + 20, box.y + 40);
  await page.mouse.down();
  await page.evaluate(() => {
    const frames: number[] = [];
    Object.assign(window, { frames });
    let last = performance.now();
    const next = (now: number) => {
      frames.push(now - last);
      last = now;
      if (frames.length < 1000) requestAnimationFrame(next);
    };
    requestAnimationFrame(next);
  });
  for (let i = 0; i < 160; i++) await page.mouse.move(box.x + 20 + i * 2, box.y + 40);
  await page.mouse.up();
  const frames = inOrder((await page.evaluate(() => (window as unknown as { frames: number[] }).frames)).slice(2));
  tell(`the cursor dragged, from frame to frame (${frames.length}): median`, at(frames, 0.5), FRAME);
  tell('the cursor dragged, from frame to frame: p95', at(frames, 0.95), FRAME);
}

/** The same keys while photos are sent: what the main thread does for these is counted with them. */
async function benchSending(page: Page, client: CDPSession, tell: Tell): Promise<void> {
  const { buffer } = await shot('Sending', { width: 1600, height: 1200 });
  let parts = 0;
  page.on('request', (request) => void (request.method() === 'POST' && request.url().includes('/api/photos/') && parts++));
  await page.evaluate(keepPhotos, { base64: buffer.toString('base64'), count: PHOTOS, size: PHOTO_SIZE });
  // They came by no screen: a page that is opened finds them.
  await page.reload();
  await page.getByRole('textbox', { name: 'Clear width at the bottom' }).waitFor();
  while (parts === 0) await page.waitForTimeout(50);
  console.log(`  while ${PHOTOS} photos of ${Math.round(PHOTO_SIZE / 1000)} kB are sending:`);
  const before = parts;
  await benchKeys(page, client, 0, tell);
  const left = await page.evaluate(photosWaiting);
  console.log(`    ${parts - before} parts went meanwhile, ${left} photos wait still${left === 0 ? ': too few to tell' : ''}`);
}

/** Puts photos into the device's store as the program does, each told from the others by what stands behind its picture. */
async function keepPhotos({ base64, count, size }: { base64: string; count: number; size: number }): Promise<void> {
  const picture = Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0));
  const db = await new Promise<IDBDatabase>((done, fail) => {
    const opening = indexedDB.open('tamper');
    opening.onsuccess = () => done(opening.result);
    opening.onerror = () => fail(new Error('no store'));
  });
  const jobId = location.pathname.split('/')[2];
  for (let i = 0; i < count; i++) {
    const full = new Uint8Array(size);
    full.set(picture);
    new DataView(full.buffer).setUint32(full.length - 4, i + Math.floor(Math.random() * 2 ** 31));
    const hash = [...new Uint8Array(await crypto.subtle.digest('SHA-256', full))]
      .map((byte) => byte.toString(16).padStart(2, '0'))
      .join('');
    const tx = db.transaction(['photos', 'pictures'], 'readwrite');
    tx.objectStore('photos').put({ hash, jobId, size: full.length, at: i, entry: 'bench' });
    tx.objectStore('pictures').put({ hash, full: full.buffer, small: new ArrayBuffer(8) });
    await new Promise((done) => (tx.oncomplete = done));
  }
  db.close();
}

function photosWaiting(): Promise<number> {
  return new Promise((done) => {
    const opening = indexedDB.open('tamper');
    opening.onsuccess = () => {
      const asked = opening.result.transaction('photos').objectStore('photos').getAll();
      asked.onsuccess = () => (
        opening.result.close(),
        done((asked.result as { sent?: number }[]).filter(({ sent }) => sent === undefined).length)
      );
    };
  });
}
