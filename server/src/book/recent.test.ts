import { blankJob, blankRun } from '@tamper/core';
import { pick, seeded } from '@tamper/core/chance';
import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { connect, migrateUp } from '../db/connect';
import { openStore } from '../db/store';
import { testDatabase } from '../testing';
import { openBook } from './book';
import { recentBooks } from './recent';
import { asKept, entriesOf } from './rows';

const { db, close } = connect(testDatabase(), () => undefined);
const [store, book] = [openStore(db), openBook(db)];
beforeAll(() => migrateUp(db));
afterAll(close);

const jobId = randomUUID();
const runs = [randomUUID(), randomUUID(), randomUUID()];
const say = (note: string) => ({
  ...{ id: randomUUID(), author: 'foreman', device: 'd', count: 1, known: 0, at: '2026-11-28T10:00:00.000Z', clock: 0 },
  fact: { kind: 'note', station: 1, note },
});
const add = (about: string, note: string) => book.add(jobId, about, say(note), Date.now(), () => undefined);
/** The book as the database has it, read from its beginning. */
const whole = async (about: string) => (await entriesOf(db, jobId, [about, jobId])).map(asKept);

beforeAll(async () => {
  await store.addJob(jobId, blankJob('Long'));
  for (const id of runs)
    await store.addRun(jobId, id, blankRun({ name: 'Drain', length: 30, product: 'drain-160', cover: 0.6, ruleSet: 'UK' }));
});

test.each([3, 1000])('with at most %i held, a book read on is what the database has, whoever wrote in between', async (most) => {
  const chance = seeded(most);
  const books = recentBooks(most);
  for (let i = 0; i < 60; i++) {
    const about = pick(chance, [jobId, ...runs]);
    await add(about, `number ${i}`);
    const asked = pick(chance, [jobId, ...runs]);
    const { own, all } = await books(db, jobId, asked);
    const wanted = await whole(asked);
    expect(all).toEqual(wanted);
    expect(own.length).toBe((await entriesOf(db, jobId, [asked])).length);
  }
});

test('one more entry costs one more entry to read, however long the book is', async () => {
  const books = recentBooks();
  const [run = ''] = runs;
  const before = (await books(db, jobId, run)).own;
  await add(run, 'the last');
  const after = (await books(db, jobId, run)).own;
  // What was read already is not read again.
  expect(after.slice(0, before.length).every((one, i) => one === before[i])).toBe(true);
  expect(after.length).toBe(before.length + 1);
});

test('a database that is not the one that was read from is read anew', async () => {
  const books = recentBooks();
  const run = runs[1] as string;
  await add(run, 'kept');
  await add(run, 'gone in the backup');
  await books(db, jobId, run);
  // As where a backup is restored: what came after it is not there, and others go by its numbers.
  const owner = new pg.Client({ connectionString: testDatabase() });
  await owner.connect();
  await owner.query('set session_replication_role = replica');
  await owner.query('delete from book_entry where id = (select id from book_entry where run_id = $1 order by seq desc limit 1)', [run]);
  expect((await books(db, jobId, run)).all).toEqual(await whole(run));
  await add(run, 'another');
  await books(db, jobId, run);
  await owner.query(
    "update book_entry set id = gen_random_uuid(), entry = jsonb_set(entry, '{id}', to_jsonb(gen_random_uuid()::text)) where run_id = $1",
    [run],
  );
  await owner.end();
  expect((await books(db, jobId, run)).all).toEqual(await whole(run));
});
