import { createHash, randomBytes } from 'node:crypto';
import { statSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { blankRun } from '../../core/src/job';
import { yearOfRun } from '../../core/src/record/record.bench';
import { trenchShot } from '../photo';
import { importJob, ok } from './jobs';

/** A year: so many runs, of 2,000 photos so many a run; and a run that has all of them. */
const [YEAR_RUNS, PACK_PHOTOS, ALL_PHOTOS] = [60, 34, 2000];

/** The handover pack of a run in a job of a year: 60 runs, each with its share of 20,000 entries and 2,000 photos; then of a run that has all photos. */
export async function benchPack(page: Page): Promise<void> {
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
      return ok(page.request.post(`/api/photos/${hashes[i]}?first=0&size=${data.length}`, { data, headers }));
    });
    const issue = { id: crypto.randomUUID(), author: 'foreman', why: 'Bench', job: 1, run: 1 };
    await ok(page.request.post(`/api/runs/${runId}/revisions`, { data: issue }));
    // Shared out over the entries, as many of one as go into one.
    const book = yearOfRun(run.laid[0]?.id ?? '').map(({ entry }, i, all) => {
      const own = hashes.filter((_, k) => k % all.length === i).map((hash) => ({ hash, width: 1600, height: 1200, taken: null }));
      return { ...entry, id: crypto.randomUUID(), fact: { ...entry.fact, revision: issue.id }, ...(own.length > 0 ? { photos: own } : {}) };
    });
    await manyAtOnce(book.length, (i) => ok(page.request.post(`/api/runs/${runId}/book`, { data: { entry: book[i] } })));
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
