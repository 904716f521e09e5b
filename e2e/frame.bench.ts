// Measures the built client, processor slowed four times as a cheap phone's: keys to the paint, the cursor dragged, an idle screen, the first load over a
// slow line and the bytes of every address; then the grade finder and the strike risk in their workers. Times are printed beside a fixed piece of work
// measured in the same page, so that two machines can be compared.
import { spawn } from 'node:child_process';
import { createHash, randomBytes } from 'node:crypto';
import { statSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { APIResponse, CDPSession, Page } from '@playwright/test';
import { longGradeRun } from '../core/src/alignment/grade/grade.bench';
import { demoFile } from '../core/src/demo';
import { NO_REVISION } from '../core/src/book';
import { yearOfRun } from '../core/src/record/record.bench';
import { blankRun, FILE_VERSION } from '../core/src/job';
import { programHere } from './device';
import { measuredAlone } from '../scripts/lib/machine.mjs';
import { demoRun, lineMeter, newRun, open, step, STEPS } from './helpers';
import { launch } from './launch';
import { shot, trenchShot } from './photo';

/** Photos that are sent while keys are measured, and bytes of each. */
const [PHOTOS, PHOTO_SIZE] = [500, 500_000];
/** A year: so many runs, of 2,000 photos so many a run; and a run that has all of them. */
const [YEAR_RUNS, PACK_PHOTOS, ALL_PHOTOS] = [60, 34, 2000];
const [SLOWED, KEYS, FRAME] = [4, 30, 1000 / 60];
/**
 * How long the fixed piece of work takes on the phone the goals are for, ms: four times as long as on the machine they were first measured on. Slowed four
 * times as well, a machine of half the speed stands for a phone of half the speed: so what is measured is told against its goal as it is, and as it would be
 * there.
 */
const PHONE = 47;
/** What is waited for: a job of the list, the depth on the card. */
const [LIST, CARD] = ['[role=listitem]', '[data-testid="number-Down from the ground"]'];
/** A page that was opened so long ago has done what it puts off, ms; */
const SETTLED = 3000;
/** and so long after it was asked for nothing is asked of one that is timed. */
const LEFT_ALONE = 5000;
/** Slow 4G: bytes a second, and the time there and back, ms. */
const SLOW_LINE = { offline: false, downloadThroughput: 1_600_000 / 8, uploadThroughput: 750_000 / 8, latency: 150 };

const at = (sorted: readonly number[], share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? NaN;
const inOrder = (list: readonly number[]): number[] => [...list].sort((a, b) => a - b);

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

type Tell = (what: string, ms: number, goal?: number, times?: number) => void;
/** Prints a time beside the fixed piece of work, ms, and what it is aimed at on the phone. */
function teller(unit: number): Tell {
  return (what, ms, goal, times = ms / unit) => {
    const aim = goal
      ? `   goal ${goal.toFixed(1)} ms: ${((ms / goal) * 100).toFixed(0)} %; on the phone ${(((times * PHONE) / goal) * 100).toFixed(0)} %`
      : '';
    console.log(`  ${what.padEnd(58)} ${ms.toFixed(1).padStart(7)} ms ${times.toFixed(2).padStart(6)} of it${aim}`);
  };
}
/** Prints what of the processor others had meanwhile. */
function tellOthers(others: number): void {
  console.log(`    others had ${(others * 100).toFixed(0)} % of the processor meanwhile`);
}

/** @throws Error with what the server says where it does not do it. */
async function ok(answer: Promise<APIResponse>): Promise<APIResponse> {
  const got = await answer;
  if (!got.ok()) throw new Error(await got.text());
  return got;
}

/** The demonstration's job under another name, with these runs and entries. @returns its id, and those of its runs. */
async function importJob(page: Page, name: string, runs: readonly unknown[], book: readonly unknown[] = []) {
  const id = crypto.randomUUID();
  const file = { format: 'tamper-job', version: FILE_VERSION, job: { ...demoFile.job, name }, runs, book, revisions: [] };
  await ok(page.request.post(`${url}/api/jobs/import`, { data: { id, file } }));
  const { items } = (await (await ok(page.request.get(`${url}/api/jobs/${id}/runs?limit=${runs.length}`))).json()) as {
    items: { id: string }[];
  };
  return { id, runIds: items.map((run) => run.id) };
}

/** Keys, the cursor, and keys while photos are sent, on a long run. */
async function benchLongRun(page: Page): Promise<void> {
  await longRun(page);
  const client = await page.context().newCDPSession(page);
  await client.send('Performance.enable');
  await client.send('Emulation.setCPUThrottlingRate', { rate: SLOWED });
  const unit = await fixedWork(page);
  console.log(`\n1 km run on 2,001 levels, processor slowed ${SLOWED} times; the fixed piece of work takes ${unit.toFixed(1)} ms there`);
  const tell = teller(unit);
  const idle = await busy(client, () => page.waitForTimeout(5000));
  tell('idle, main thread per second', idle / 5);
  await benchKeys(page, client, idle / 5000, tell);
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

/** Notes, in the page, when each of some things was first there and painted, ms since the address was asked for. */
function watchPaints(selectors: readonly string[]): void {
  const painted: Record<string, number> = {};
  Object.assign(window, { painted });
  const left = new Set(selectors);
  const watching = new MutationObserver(() => {
    for (const selector of left) {
      if (!document.querySelector(selector)) continue;
      left.delete(selector);
      requestAnimationFrame(() => setTimeout(() => (painted[selector] = performance.now()), 0));
    }
  });
  watching.observe(document, { childList: true, subtree: true });
}

/** When what stands on an address just asked for was painted, ms after that. Asked afterwards: who asks brings a program of its own into the page. */
async function painted(page: Page, selector: string): Promise<number> {
  for (let time = 0; time < 24; time++) {
    await page.waitForTimeout(LEFT_ALONE);
    const ms = await page.evaluate((one) => (window as unknown as { painted?: Record<string, number> }).painted?.[one], selector);
    if (ms !== undefined) return ms;
  }
  throw new Error(`${selector} did not come.`);
}

/**
 * When what stands on the address a page shows was painted after it was loaded anew. The fixed piece of work is done after each opening: a machine does not
 * stay as fast as it is. @returns medians of five, ms, and of how many times the piece each opening took.
 */
async function reloaded(page: Page, selector: string): Promise<{ opened: number; times: number }> {
  const taken: { opened: number; times: number }[] = [];
  for (let i = 0; i < 5; i++) {
    // What the page before still does behind what it shows is no part of it.
    await page.waitForTimeout(SETTLED);
    await page.reload({ waitUntil: 'commit' });
    const opened = await painted(page, selector);
    taken.push({ opened, times: opened / (await fixedWork(page)) });
  }
  const median = (what: 'opened' | 'times') => at(inOrder(taken.map((one) => one[what])), 0.5);
  return { opened: median('opened'), times: median('times') };
}

/** The same work on every machine: numbers sorted, written and read again. @returns the median, ms. */
async function fixedWork(page: Page): Promise<number> {
  const taken = await page.evaluate(() =>
    Array.from({ length: 15 }, () => {
      const start = performance.now();
      const list = Array.from({ length: 20_000 }, (_, i) => (i * 7919) % 20_011);
      for (let round = 0; round < 3; round++) (JSON.parse(JSON.stringify(list)) as number[]).sort((a, b) => a - b);
      return performance.now() - start;
    }),
  );
  return at(inOrder(taken), 0.5);
}

/** How long the main thread works meanwhile, ms. */
async function busy(client: CDPSession, work: () => Promise<unknown>): Promise<number> {
  const spent = async () => (await client.send('Performance.getMetrics')).metrics.find(({ name }) => name === 'TaskDuration')?.value ?? NaN;
  const before = await spent();
  await work();
  return ((await spent()) - before) * 1000;
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

/** Keys typed into a width, with all that comes of each: how long until the paint, and how long the main thread works. */
async function benchKeys(
  page: Page,
  client: CDPSession,
  idle: number,
  tell: Tell,
  { field, text } = { field: page.getByRole('textbox', { name: 'Clear width at the bottom' }), text: '0.90' },
): Promise<void> {
  await page.evaluate(() => {
    Object.assign(window, { seen: {} });
    new PerformanceObserver((list) => {
      const { seen } = window as unknown as { seen: Record<number, number> };
      for (const entry of list.getEntries() as (PerformanceEntry & { interactionId: number })[])
        if (entry.interactionId) seen[entry.interactionId] = Math.max(seen[entry.interactionId] ?? 0, entry.duration);
    }).observe({ type: 'event', durationThreshold: 16, buffered: false } as PerformanceObserverInit);
  });
  const typed = async () => {
    await field.fill(text);
    await field.press('End');
    await page.waitForTimeout(1500);
    await page.evaluate(() => void Object.assign(window, { seen: {} }));
    const spent: number[] = [];
    for (let i = 0; i < KEYS; i++) {
      const pause = 1200;
      const start = performance.now();
      const total = await busy(client, async () => {
        await page.keyboard.press(i % 2 === 0 ? 'Backspace' : i % 4 === 1 ? '5' : '0');
        await page.waitForTimeout(pause);
      });
      spent.push(total - idle * (performance.now() - start));
    }
    const shown = await page.evaluate(() => Object.values((window as unknown as { seen: Record<number, number> }).seen));
    // What took less than a frame is not told: it counts as one.
    return { spent: inOrder(spent), inp: inOrder([...shown, ...Array<number>(Math.max(0, KEYS - shown.length)).fill(16)]) };
  };
  const { result, others } = await measuredAlone(typed);
  tell('a key, to the paint: median', at(result.inp, 0.5));
  tell('a key, to the paint: p95', at(result.inp, 0.95), 50);
  tell('a key, main thread with plan, drawing and save: median', at(result.spent, 0.5), FRAME);
  tell('a key, main thread: p95', at(result.spent, 0.95));
  tellOthers(others);
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

/** From nothing to the list of jobs over a slow line on a slow phone. */
async function benchFirstLoad(page: Page): Promise<void> {
  const client = await page.context().newCDPSession(page);
  await client.send('Network.enable');
  await client.send('Network.emulateNetworkConditions', SLOW_LINE);
  await client.send('Emulation.setCPUThrottlingRate', { rate: SLOWED });
  await page.goto('/', { waitUntil: 'commit' });
  const taken = await painted(page, LIST);
  console.log(
    `\nFirst load, slow 4G (1.6 Mbit/s, 150 ms), processor slowed ${SLOWED} times: list of jobs after ${(taken / 1000).toFixed(2)} s, ${((taken / 3500) * 100).toFixed(0)} % of the 3.5 s allowed`,
  );
  await page.close();
}

/** The second time, from the device: the program and the list are there, the line is as slow as before. */
async function benchSecondLoad(page: Page): Promise<void> {
  await page.goto('/');
  await programHere(page);
  // The list of jobs is kept by now.
  await page.reload();
  await page.getByRole('link', { name: /Saltmarsh boatyard/ }).waitFor();
  const client = await page.context().newCDPSession(page);
  await client.send('Network.enable');
  await client.send('Network.emulateNetworkConditions', SLOW_LINE);
  await client.send('Emulation.setCPUThrottlingRate', { rate: SLOWED });
  const { result, others } = await measuredAlone(() => reloaded(page, LIST));
  const { opened } = result;
  console.log(
    `Second opening, from the device, the same line and processor: list of jobs after ${(opened / 1000).toFixed(2)} s, ${(opened / 10).toFixed(0)} % of the 1 s allowed; on the phone ${((result.times * PHONE) / 10).toFixed(0)} %`,
  );
  tellOthers(others);
  await page.close();
}

/** A run whose book has 20,000 entries, opened from the device beside one with none. */
async function benchLongBook(page: Page): Promise<void> {
  const { runs } = demoFile;
  const run = runs[0] as (typeof runs)[number];
  const at0 = Date.parse('2026-11-01T08:00:00Z');
  const book = Array.from({ length: 20_000 }, (_, i) => ({
    run: 0,
    entry: {
      ...{ id: crypto.randomUUID(), author: 'foreman', device: 'd', count: i + 1, known: i },
      ...{ at: new Date(at0 + i * 60_000).toISOString(), clock: 0, fact: { kind: 'happening', what: 'rain', where: null, note: '' } },
    },
  }));
  const made = async (entries: readonly unknown[]): Promise<string> => {
    const { id, runIds } = await importJob(page, 'Long book', [run], entries);
    return `/jobs/${id}/runs/${runIds[0]}`;
  };
  const opened = async (address: string): Promise<number> => {
    const start = performance.now();
    await page.goto(address, { waitUntil: 'commit' });
    await page.getByRole('group', { name: /^Cross-section/ }).waitFor({ timeout: 120_000 });
    return performance.now() - start;
  };
  const [noneAt, longAt] = [await made([]), await made(book)];
  // Both are on the device, and the program too; then one after the other, so that what the machine does meanwhile is shared.
  for (const address of [noneAt, longAt]) await opened(address);
  await programHere(page);
  const taken = { none: [] as number[], long: [] as number[] };
  for (let i = 0; i < 6; i++) {
    const [none, long] = [await opened(noneAt), await opened(longAt)];
    if (i === 0) continue;
    taken.none.push(none);
    taken.long.push(long);
  }
  const [none, long] = [at(inOrder(taken.none), 0.5), at(inOrder(taken.long), 0.5)];
  console.log(
    `A run opened from the device: ${none.toFixed(0)} ms with an empty book, ${long.toFixed(0)} ms with one of 20,000 entries: ${(long - none).toFixed(0)} ms more, ${((long - none) / 3).toFixed(0)} % of the 300 ms allowed`,
  );
  await page.close();
}

/** The handover pack of a run in a job of a year: 60 runs, each with its share of 20,000 entries and 2,000 photos; then of a run that has all photos. */
async function benchPack(page: Page): Promise<void> {
  await timePack(page, await jobOfRuns(page, YEAR_RUNS, PACK_PHOTOS), `one of ${YEAR_RUNS} runs`);
  await timePack(page, await jobOfRuns(page, 1, ALL_PHOTOS), 'the only run');
  await page.close();
}

/** Sends `work` of each number up to `count`, a few at a time. */
async function manyAtOnce(count: number, work: (i: number) => Promise<unknown>): Promise<void> {
  let next = 0;
  const hand = async () => {
    while (next < count) await work(next++);
  };
  await Promise.all(Array.from({ length: 8 }, hand));
}

/** Makes a job of so many runs, each with a year's share of entries and so many photos in them, all of them issued. @returns the address of that run. */
async function jobOfRuns(page: Page, count: number, photos: number): Promise<{ address: string; told: string }> {
  const run = blankRun({ name: 'Packed', product: 'drain-160', length: 100, cover: 1, ruleSet: 'UK' });
  const runs = Array.from({ length: count }, (_, i) => ({ ...run, name: `Packed ${i + 1}` }));
  const { id, runIds } = await importJob(page, 'Year', runs);
  const { buffer } = await trenchShot('Packed');
  let entries = 0;
  for (const runId of runIds) {
    const pictures = Array.from({ length: photos }, () => Buffer.concat([buffer, randomBytes(8)]));
    const hashes = pictures.map((picture) => createHash('sha256').update(picture).digest('hex'));
    const headers = { 'content-type': 'application/octet-stream' };
    await manyAtOnce(photos, (i) => {
      const data = pictures[i] as Buffer;
      return ok(page.request.post(`${url}/api/photos/${hashes[i]}?first=0&size=${data.length}`, { data, headers }));
    });
    const issue = { id: crypto.randomUUID(), author: 'foreman', why: 'Bench', job: 1, run: 1 };
    await ok(page.request.post(`${url}/api/runs/${runId}/revisions`, { data: issue }));
    // Shared out over the entries, as many of one as go into one.
    const book = yearOfRun(run.laid[0]?.id ?? '').map(({ entry }, i, all) => {
      const own = hashes.filter((_, k) => k % all.length === i).map((hash) => ({ hash, width: 1600, height: 1200, taken: null }));
      return { ...entry, id: crypto.randomUUID(), fact: { ...entry.fact, revision: issue.id }, ...(own.length > 0 ? { photos: own } : {}) };
    });
    await manyAtOnce(book.length, (i) => ok(page.request.post(`${url}/api/runs/${runId}/book`, { data: { entry: book[i] } })));
    entries += book.length;
  }
  return {
    address: `/jobs/${id}/runs/${runIds[0]}/record/files`,
    told: `${entries.toLocaleString('en')} entries and ${(photos * runIds.length).toLocaleString('en')} photos in the job`,
  };
}

/** The pack as PDF and as a folder, from the touch to the file. */
async function timePack(page: Page, { address, told }: { address: string; told: string }, of: string): Promise<void> {
  await page.goto(address);
  for (const name of ['Pack as PDF', 'Folder for any browser']) {
    const start = performance.now();
    const [made] = await Promise.all([
      page.waitForEvent('download', { timeout: 300_000 }),
      page.getByRole('button', { name }).click({ timeout: 120_000 }),
    ]);
    const { size } = statSync(await made.path());
    const took = performance.now() - start;
    console.log(
      `${name} of ${of}, ${told}: ${(took / 1000).toFixed(1)} s, ${(size / 1e6).toFixed(1)} MB; ${Math.round((took / 30_000) * 100)} % of the 30 s allowed`,
    );
  }
}

/** A run of 1 km with 2,000 levels in its book: the card opened from the device with no server, the next station, keys on the level's screen. */
async function benchDigging(page: Page): Promise<void> {
  const run = { ...blankRun({ name: 'Levels', product: 'drain-160', length: 1000, cover: 1, ruleSet: 'UK' }) };
  const book = Array.from({ length: 2000 }, (_, i) => ({
    run: 0,
    entry: {
      ...{ id: crypto.randomUUID(), author: 'driver', device: 'd', count: i + 1, known: i },
      ...{ at: new Date(Date.parse('2026-11-01T08:00:00Z') + i * 60_000).toISOString(), clock: 0 },
      fact: {
        ...{ kind: 'check', station: i / 2, pit: null, layer: 'bottom', found: { as: 'depth', value: 1.2 + (i % 7) / 1000 } },
        ...{ widthBottom: null, widthTop: null, setUp: null, revision: NO_REVISION, sure: true, again: false, note: '' },
      },
    },
  }));
  const { id, runIds } = await importJob(page, 'Levels', [run], book);
  const dig = `/jobs/${id}/runs/${runIds[0]}/dig`;
  const card = () => page.locator(CARD).waitFor({ timeout: 120_000 });
  await page.goto(`${dig}/card`);
  await programHere(page);
  await card();
  await page.reload();
  await card();
  await page.context().setOffline(true);
  const client = await page.context().newCDPSession(page);
  await client.send('Performance.enable');
  await client.send('Emulation.setCPUThrottlingRate', { rate: SLOWED });
  const unit = await fixedWork(page);
  console.log(
    `\n1 km with 2,000 levels, no server, processor slowed ${SLOWED} times; the fixed piece of work takes ${unit.toFixed(1)} ms there`,
  );
  const tell = teller(unit);
  const { result, others } = await measuredAlone(() => reloaded(page, CARD));
  tell('the card, the program begun anew from the device', result.opened, 1000, result.times);
  tellOthers(others);
  const byBar: number[] = [];
  const go = (name: string) => step(page, name);
  for (let i = 0; i < 5; i++) {
    await go('Set out');
    await page.getByRole('textbox', { name: 'Benchmark' }).waitFor();
    const start = performance.now();
    await go('Dig');
    await card();
    byBar.push(performance.now() - start);
  }
  tell('the card, from another screen of the run', at(inOrder(byBar), 0.5), 1000);
  const next = page.getByRole('button', { name: 'On along the dig' });
  const moved: number[] = [];
  for (let i = 0; i < 20; i++) {
    await next.hover();
    moved.push(
      await page.evaluate(
        (button) =>
          new Promise<number>((done) => {
            const start = performance.now();
            (button as HTMLElement).click();
            requestAnimationFrame(() => setTimeout(() => done(performance.now() - start), 0));
          }),
        await next.elementHandle(),
      ),
    );
  }
  tell('the next station, to the paint: p95', at(inOrder(moved), 0.95), 100);
  await page.getByRole('tab', { name: 'Level' }).click();
  // What the tab takes to come is no part of its rest.
  await page.getByRole('textbox', { name: 'Depth found, down from the ground' }).waitFor();
  await page.waitForTimeout(3000);
  const idle = await busy(client, () => page.waitForTimeout(3000));
  await benchKeys(page, client, idle / 3000, tell, {
    field: page.getByRole('textbox', { name: 'Depth found, down from the ground' }),
    text: '1.20',
  });
  await page.close();
}

/** What each screen takes over the line when it is the first one opened. */
async function benchAddresses(page: Page): Promise<void> {
  const run = await demoRun(page, 'Outfall');
  const job = run.split('/runs')[0] as string;
  const measure = await lineMeter(page);
  console.log('\nOver the line to each screen opened first, as served (workers and data apart)');
  for (const place of ['/', job, `${job}/clear`, `${job}/catalogue`, ...STEPS.map(({ place: step }) => `${run}/${step}`)])
    console.log(`  ${((await measure(place)) / 1000).toFixed(0).padStart(6)} kB  ${place.replace(/[0-9a-f-]{36}/g, '…')}`);
}

/** The arm while somebody who knows it digs: pictures a second with the processor slowed, and how long the main thread works at each. */
async function benchArm(page: Page): Promise<void> {
  const client = await page.context().newCDPSession(page);
  await client.send('Performance.enable');
  await page.goto(`${url}/practice?arm=flat`);
  await page.getByRole('button', { name: 'Show me' }).click();
  await page.waitForTimeout(1500);
  await client.send('Emulation.setCPUThrottlingRate', { rate: SLOWED });
  let pictures = 0;
  const taken = await busy(client, async () => {
    pictures = await page.evaluate(
      () =>
        new Promise<number>((done) => {
          let count = 0;
          const end = performance.now() + 5000;
          const next = (now: number) => (now < end ? (count++, requestAnimationFrame(next)) : done(count));
          requestAnimationFrame(next);
        }),
    );
  });
  console.log(
    `\nArm simulator, processor slowed ${SLOWED} times: ${(pictures / 5).toFixed(0)} pictures a second of 60, ${(taken / pictures).toFixed(1)} ms of the main thread each, ${((taken / pictures / (1000 / 60)) * 100).toFixed(0)} % of a frame`,
  );
  await page.close();
}

/** 2 km on 400 stations with 12 lines to pass: the time from the touch to the answer on the screen. */
async function benchWorkers(page: Page): Promise<void> {
  const { id: jobId, runIds } = await importJob(page, 'Workers', [longGradeRun()]);
  const [id] = runIds;
  await page.goto(`${url}/jobs/${jobId}/runs/${id}`);
  await page.getByRole('tab', { name: 'Long' }).click();
  const timed = async (work: () => Promise<void>) => {
    const start = performance.now();
    await work();
    return (performance.now() - start) / 1000;
  };
  const grade = await timed(async () => {
    await page.getByRole('button', { name: 'Find the grade' }).click();
    await page.getByText('Found a line that holds them all').waitFor({ timeout: 120_000 });
  });
  await page.goto(`${url}/jobs/${jobId}/runs/${id}/checks/risk`);
  const risk = await timed(async () => {
    await page.getByRole('button', { name: 'Weigh the risk' }).click();
    await page.getByText('20,000 trials.').waitFor();
  });
  console.log(
    `\nGrade finder in its worker, 2 km, 12 lines to pass: ${grade.toFixed(1)} s, ${(grade * 10).toFixed(0)} % of the 10 s allowed`,
  );
  console.log(`Strike risk in its worker, 20,000 trials: ${risk.toFixed(1)} s, ${(risk * 50).toFixed(0)} % of the 2 s allowed`);
}
