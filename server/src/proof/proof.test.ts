import { blankJob, blankRun, FILE_VERSION, type JobFile } from '@tamper/core';
import { gone } from '@tamper/core/proof';
import { eq } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { openBook } from '../book/book';
import { linkOld } from '../db/bringOver';
import { connect, migrateUp } from '../db/connect';
import { letIn } from '../db/role';
import { doneOnce } from '../db/schema';
import { openStore } from '../db/store';
import { openRevisions } from '../revisions/revisions';
import { openProof } from './proof';

const url = process.env.TEST_DATABASE_URL;
if (!url) throw new Error('TEST_DATABASE_URL is not set; run the tests with `npm test`.');
const { db, close } = connect(url, () => undefined);
const [store, book, proof] = [openStore(db), openBook(db), openProof(db)];
const revisions = openRevisions(db, store, book);
/** The owner of the database, with every trigger switched off. */
const admin = new pg.Client({ connectionString: url });

beforeAll(async () => {
  await migrateUp(db);
  await admin.connect();
  await admin.query('set session_replication_role = replica');
});
afterAll(async () => {
  await admin.end();
  await close();
});

const say = (note: string) => ({
  ...{ id: randomUUID(), author: 'foreman', device: 'd', count: 1, known: 0, at: '2026-11-28T10:00:00.000Z', clock: 0 },
  fact: { kind: 'walk', note },
});
/** A job with one run: three entries about the run, one of them of 0.1 + 0.2, an issued plan, and one about the job. */
async function recorded() {
  const [jobId, runId] = [randomUUID(), randomUUID()];
  await store.addJob(jobId, blankJob('Proven'));
  await store.addRun(jobId, runId, blankRun({ name: 'Drain', length: 30, product: 'drain-160', cover: 0.6, ruleSet: 'UK' }));
  const add = (about: string, entry: ReturnType<typeof say>) => book.add(jobId, about, entry, Date.now() - 5, () => undefined);
  await add(runId, say('one'));
  await add(runId, { ...say('two'), clock: 0.1 + 0.2 });
  await revisions.issue(runId, { id: randomUUID(), author: 'planner', why: 'first', job: 1, run: 1 });
  await add(runId, say('three'));
  await add(jobId, say('all of it'));
  return { jobId, runId, add };
}
const brokenOf = async (jobId: string, about: string) => (await proof.check(jobId)).find((one) => one.about === about)?.broken;

test('entries and issued plans stand in the chain of their run in the order they were taken; the job has its own', async () => {
  const { jobId, runId } = await recorded();
  const { chains } = await proof.fileOf(jobId);
  const kinds = (about: string) => chains.find((one) => one.about === about)?.links.map(({ kind }) => kind);
  expect(kinds(runId)).toEqual(['entry', 'entry', 'revision', 'entry']);
  expect(kinds(jobId)).toEqual(['entry']);
  const checked = await proof.check(jobId);
  expect(checked.map(({ broken }) => broken)).toEqual([undefined, undefined]);
  const heads = await proof.heads(jobId);
  for (const { about, place, hash } of checked) expect(heads[about]).toEqual({ place, hash });
});

test.each<[string, string, { place: number; why: string }]>([
  [
    'a word of an entry',
    `update book_entry set entry = jsonb_set(entry, '{fact,note}', '"other"') where run_id = $1 and entry #>> '{fact,note}' = 'two'`,
    { place: 2, why: 'hash' },
  ],
  [
    'the moment one was taken',
    `update book_entry set received_at = received_at - interval '1 day' where run_id = $1 and entry #>> '{fact,note}' = 'one'`,
    { place: 1, why: 'hash' },
  ],
  [
    'how far a clock was off',
    `update book_entry set clock_off = 60000 where run_id = $1 and entry #>> '{fact,note}' = 'three'`,
    { place: 4, why: 'hash' },
  ],
  ['an entry taken out', `delete from book_entry where run_id = $1 and entry #>> '{fact,note}' = 'two'`, { place: 2, why: 'hash' }],
  [
    'an entry and its link taken out',
    `with gone as (delete from book_entry where run_id = $1 and entry #>> '{fact,note}' = 'one' returning id) delete from chain_link where item in (select id from gone)`,
    { place: 1, why: 'hash' },
  ],
  [
    'an entry slipped in',
    `insert into book_entry (id, job_id, run_id, entry) select gen_random_uuid(), job_id, run_id, entry from book_entry where run_id = $1 limit 1`,
    { place: 5, why: 'loose' },
  ],
  ['who issued a plan', `update revision set author = 'somebody' where run_id = $1`, { place: 3, why: 'hash' }],
  ['what was issued', `update revision set body = jsonb_set(body, '{run,name}', '"Other"') where run_id = $1`, { place: 3, why: 'digest' }],
])('%s, changed by whoever owns the database, is found', async (_, statement, broken) => {
  const { jobId, runId } = await recorded();
  expect(await brokenOf(jobId, runId)).toBeUndefined();
  const done = await admin.query(statement, [runId]);
  expect(done.rowCount).toBeGreaterThan(0);
  expect(await brokenOf(jobId, runId)).toEqual(broken);
});

test('a chain that was made anew holds in itself, but not with the heads a device has seen', async () => {
  const { jobId, runId, add } = await recorded();
  const seen = [(await proof.heads(jobId))[runId]!];
  await admin.query(
    `update book_entry set entry = jsonb_set(entry, '{fact,note}', '"other"') where run_id = $1 and entry #>> '{fact,note}' = 'two'`,
    [runId],
  );
  await admin.query('delete from chain_link where about = $1', [runId]);
  await db.delete(doneOnce).where(eq(doneOnce.name, 'record-chained'));
  await linkOld(db);
  expect(await brokenOf(jobId, runId)).toBeUndefined();
  await add(runId, say('four'));
  const links = (await proof.fileOf(jobId)).chains.find(({ about }) => about === runId)?.links ?? [];
  expect(links).toHaveLength(5);
  expect(gone(links, seen)).toEqual(seen);
});

test('forty at once stand in one chain without a gap', async () => {
  const { jobId, runId, add } = await recorded();
  await Promise.all(Array.from({ length: 40 }, (_, i) => add(i % 2 ? runId : jobId, say(`at once ${i}`))));
  expect((await proof.heads(jobId))[runId]?.place).toBe(24);
  expect(await brokenOf(jobId, runId)).toBeUndefined();
  expect(await brokenOf(jobId, jobId)).toBeUndefined();
});

test('a file brought in, and a variant that shares the ground, have chains of their own', async () => {
  const { jobId } = await recorded();
  const file: JobFile = await store.fileOf(jobId);
  expect(file.version).toBe(FILE_VERSION);
  const copy = randomUUID();
  await store.addFile(copy, file);
  const checked = await proof.check(copy);
  expect(checked.reduce((sum, { place }) => sum + place, 0)).toBe(4);
  expect(checked.every(({ broken }) => broken === undefined)).toBe(true);
});

test('links are never changed or removed', async () => {
  await recorded();
  for (const statement of ['update chain_link set place = place + 1', 'delete from chain_link', 'truncate chain_link'])
    await expect(db.execute(statement)).rejects.toMatchObject({ cause: { message: expect.stringContaining('append-only') as string } });
});

test('the role a server works under adds to the record and can do nothing else to it, with or without triggers', async () => {
  const { jobId, runId } = await recorded();
  const role = `server_${randomUUID().slice(0, 8)}`;
  await db.execute(`create role ${role} login password 'p'`);
  await letIn(db, role);
  const as = new URL(url);
  [as.username, as.password] = [role, 'p'];
  const own = connect(as.href, () => undefined);
  const limited = openBook(own.db);
  await limited.add(jobId, runId, say('by the server'), undefined, () => undefined);
  expect(await brokenOf(jobId, runId)).toBeUndefined();
  for (const statement of [
    "update book_entry set entry = '{}'",
    'delete from book_entry',
    'update revision set number = 2',
    'delete from chain_link',
    'truncate chain_link',
    'alter table book_entry disable trigger all',
    'drop trigger book_entry_kept on book_entry',
    'set session_replication_role = replica',
    'create table more (id int)',
  ])
    await expect(own.db.execute(statement)).rejects.toMatchObject({ cause: { code: '42501' } });
  await own.close();
});
