import type { Page } from '@playwright/test';
import { demoFile } from '../../core/src/demo';
import { measuredAlone } from '../../scripts/lib/machine.mjs';
import { programHere } from '../device';
import { demoRun, lineMeter, STEPS } from '../helpers';
import { importJob } from './jobs';
import { at, inOrder, LIST, painted, PHONE, reloaded, SLOWED, tellOthers } from './measure';

/** Slow 4G: bytes a second, and the time there and back, ms. */
const SLOW_LINE = { offline: false, downloadThroughput: 1_600_000 / 8, uploadThroughput: 750_000 / 8, latency: 150 };

/** From nothing to the list of jobs over a slow line on a slow phone. */
export async function benchFirstLoad(page: Page): Promise<void> {
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
export async function benchSecondLoad(page: Page): Promise<void> {
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
export async function benchLongBook(page: Page): Promise<void> {
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

/** What each screen takes over the line when it is the first one opened. */
export async function benchAddresses(page: Page): Promise<void> {
  const run = await demoRun(page, 'Outfall');
  const job = run.split('/runs')[0] as string;
  const measure = lineMeter(page);
  console.log('\nOver the line to each screen opened first, as served (workers and data apart)');
  for (const place of ['/', job, `${job}/clear`, `${job}/catalogue`, ...STEPS.map(({ place: step }) => `${run}/${step}`)])
    console.log(`  ${((await measure(place)) / 1000).toFixed(0).padStart(6)} kB  ${place.replace(/[0-9a-f-]{36}/g, '…')}`);
}
