// Measures the built client, processor slowed four times as a cheap phone's: keys to the paint, the cursor dragged, an idle screen, the first load over a
// slow line and the bytes of every address; then the grade finder and the strike risk in their workers. Times are printed beside a fixed piece of work
// measured in the same page, so that two machines can be compared.
import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import type { Page } from '@playwright/test';
import { benchArm, benchWorkers } from './bench/computing';
import { benchDigging } from './bench/digging';
import { benchLongRun } from './bench/longRun';
import { CARD, LIST, watchPaints } from './bench/measure';
import { benchAddresses, benchFirstLoad, benchLongBook, benchSecondLoad } from './bench/openings';
import { benchPack } from './bench/pack';
import { launch } from './launch';

const url = process.env.TAMPER_URL;
if (!url) {
  // Outside `npm run shots`-style scripts there is no server: start one the same way.
  const shots = fileURLToPath(new URL('../scripts/shots.mjs', import.meta.url));
  const child = spawn(process.execPath, [shots, 'e2e/frame.bench.ts', ...process.argv.slice(2)], { stdio: 'inherit' });
  await new Promise((done) => child.once('exit', done));
} else {
  const browser = await launch();
  /** A page of its own; what the program keeps on the device is only let keep it where that is measured. */
  const fresh = async (serviceWorkers: 'allow' | 'block') => {
    const page = await browser.newPage({ baseURL: url, viewport: { width: 390, height: 844 }, reducedMotion: 'reduce', serviceWorkers });
    // tsx wraps named functions in a helper that the page does not have.
    await page.addInitScript('globalThis.__name = (wrapped) => wrapped');
    await page.addInitScript(watchPaints, [LIST, CARD]);
    return page;
  };
  const parts: Record<string, readonly [bench: (page: Page) => Promise<void>, serviceWorkers: 'allow' | 'block']> = {
    first: [benchFirstLoad, 'block'],
    arm: [benchArm, 'block'],
    second: [benchSecondLoad, 'allow'],
    book: [benchLongBook, 'allow'],
    dig: [benchDigging, 'allow'],
    pack: [benchPack, 'allow'],
    keys: [benchLongRun, 'block'],
    addresses: [benchAddresses, 'block'],
    workers: [benchWorkers, 'block'],
  };
  const asked = process.argv.slice(2);
  for (const name of asked.length > 0 ? asked : Object.keys(parts)) {
    const part = parts[name];
    if (!part) throw new Error(`“${name}” is no part of it: ${Object.keys(parts).join(', ')} are.`);
    const [bench, serviceWorkers] = part;
    await bench(await fresh(serviceWorkers));
  }
  await browser.close();
}
