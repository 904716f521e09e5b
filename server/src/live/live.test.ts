import { blankJob, blankRun } from '@tamper/core';
import { randomUUID } from 'node:crypto';
import type { AddressInfo } from 'node:net';
import pg from 'pg';
import { pino } from 'pino';
import { connect, migrateUp } from '../db/connect';
import { createApp } from '../http/app';
import { openServices } from '../http/services';
import { openLive, type Live, type News } from './live';

const url = process.env.TEST_DATABASE_URL;
if (!url) throw new Error('TEST_DATABASE_URL is not set; run the tests with `npm test`.');

/** One server process on the database of the tests. */
function server() {
  const { db, close } = connect(url as string, () => undefined);
  const live = openLive(url as string, () => undefined);
  const services = openServices(db, live);
  const { store, book } = services;
  const { app, end } = createApp(services, pino({ level: 'silent' }));
  const http = app.listen(0, '127.0.0.1');
  const stop = async () => {
    end();
    http.closeAllConnections();
    http.close();
    await Promise.all([live.close(), close()]);
  };
  return { store, book, live, port: () => (http.address() as AddressInfo).port, stop };
}
/** What a listener hears, and a wait until it has heard something of a kind. */
function ear(live: Live) {
  const heard: (News | 'missed')[] = [];
  live.listen((news) => heard.push(news));
  const until = async (holds: (heard: readonly (News | 'missed')[]) => boolean) => {
    const end = Date.now() + 10_000;
    while (!holds(heard)) {
      if (Date.now() > end) throw new Error(`Heard only ${JSON.stringify(heard)}`);
      await new Promise((done) => setTimeout(done, 10));
    }
  };
  return { heard, until };
}
const run = () => blankRun({ name: 'Told', length: 30, product: 'drain-160', cover: 0.6, ruleSet: 'UK' });

let two: [ReturnType<typeof server>, ReturnType<typeof server>];
beforeAll(async () => {
  const { db, close } = connect(url, () => undefined);
  await migrateUp(db);
  await close();
  two = [server(), server()];
});
afterAll(() => Promise.all(two.map(({ stop }) => stop())));

test('what one server process writes, the other tells: documents with their version, deletions, books', async () => {
  const [one] = two;
  const live = openLive(url, () => undefined);
  const { heard, until } = ear(live);
  // It says so when it listens.
  await until(() => heard.includes('missed'));
  const [jobId, runId] = [randomUUID(), randomUUID()];
  const of = (kind: string) => heard.filter((news) => news !== 'missed' && news.kind === kind && 'jobId' in news && news.jobId === jobId);
  await one.store.addJob(jobId, blankJob('Told'));
  await one.store.addRun(jobId, runId, run());
  await one.store.runs.put(runId, 1, { ...run(), name: 'Told again' });
  const at = new Date().toISOString();
  const entry = { id: randomUUID(), author: 'foreman', device: 'd', count: 1, known: 0, at, clock: 0, fact: { kind: 'walk', note: '' } };
  await one.book.add(jobId, jobId, entry, undefined, () => undefined);
  await one.store.runs.remove(runId, 2);
  await until(() => of('job').length === 1 && of('run').length === 3 && of('book').length === 1);
  expect(of('run')).toEqual([1, 2, 0].map((version) => ({ kind: 'run', id: runId, jobId, version })));
  await live.close();
});

test('a line to the database that was cut is opened again, and says that something may have been missed', async () => {
  const { live, store } = two[1];
  const { heard, until } = ear(live);
  const admin = new pg.Client({ connectionString: url });
  await admin.connect();
  await admin.query("select pg_terminate_backend(pid) from pg_stat_activity where query = 'LISTEN tamper'");
  await admin.end();
  await until(() => heard.includes('missed'));
  const jobId = randomUUID();
  await store.addJob(jobId, blankJob('After the cut'));
  await until(() => heard.some((news) => news !== 'missed' && 'jobId' in news && news.jobId === jobId));
});

test('a page hears it as server-sent events, with the server’s clock first', async () => {
  const [one, other] = two;
  const abort = new AbortController();
  const response = await fetch(`http://127.0.0.1:${other.port()}/live`, { signal: abort.signal });
  expect(response.headers.get('content-type')).toContain('text/event-stream');
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
  let text = '';
  const until = async (what: RegExp) => {
    while (!what.test(text)) text += (await reader.read()).value ?? '';
  };
  await until(/event: now\ndata: \d{13}\n\n/);
  const jobId = randomUUID();
  await one.store.addJob(jobId, blankJob('Heard'));
  await until(new RegExp(`event: news\\ndata: \\{"kind":"job","id":"${jobId}"`));
  abort.abort();
});
