import { upgradeRun, type Run } from '@tamper/core';
import { observedJob, observedRun, readEntry, type Kept } from '@tamper/core/book';
import { eq, sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { openBook } from '../book/book';
import { bringOver } from './bringOver';
import { connect, migrateUp } from './connect';
import { doneOnce, job, run } from './schema';
import { openStore } from './store';

const url = process.env.TEST_DATABASE_URL;
if (!url) throw new Error('TEST_DATABASE_URL is not set; run the tests with `npm test`.');
const { db, close } = connect(url, () => undefined);
beforeAll(() => migrateUp(db));
afterAll(close);

const written = JSON.parse(readFileSync(join(__dirname, '../../../core/src/job/upgrade/history/format7.json'), 'utf8')) as {
  file: { job: never; runs: (Run & { existing: { id: string }[] })[] };
};

test('what documents of format 7 held of what was observed is in the book after the start, once, and means the same', async () => {
  const [jobId, runId] = [randomUUID(), randomUUID()];
  const doc = written.file.runs.find(({ name }) => name === 'Wash-down drain') as Run;
  await db.insert(job).values({ id: jobId, doc: written.file.job });
  await db.insert(run).values({ id: runId, jobId, doc });
  await db.delete(doneOnce).where(eq(doneOnce.name, 'observed-to-book'));
  for (let start = 0; start < 2; start++) await bringOver(db);
  const items = JSON.parse((await openBook(db).page(jobId, 100)).items) as { seq: number; about: string; entry: unknown }[];
  const bookOf = (about: string): Kept[] =>
    items.filter((row) => row.about === about || row.about === jobId).map(({ seq, entry }) => ({ seq, entry: readEntry(entry) }));
  expect(items.map(({ entry }) => readEntry(entry).fact.kind)).toEqual(['exposure', 'exposure', 'steps', 'walk', 'marks', 'rate']);
  const store = openStore(db);
  const { doc: now } = await store.runs.get(runId);
  expect(observedRun(now, bookOf(runId)).existing[0]?.exposures).toMatchObject([{ result: 'found', cover: 0.7, by: 'foreman' }]);
  const { clearance, pace } = observedJob((await store.jobs.get(jobId)).doc, bookOf(jobId));
  expect([clearance.walked?.by, clearance.request?.remarked, pace.logged?.length]).toEqual(['foreman', '2026-11-01', 1]);
  const [row] = await db
    .select({ old: sql<boolean>`${run.doc} ? 'clearing'` })
    .from(run)
    .where(eq(run.id, runId));
  expect(row?.old).toBe(false);
  expect(upgradeRun(now)).toBe(now);
});
