import { blankJob, blankRun, FILE_VERSION, seeded } from '@tamper/core';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { request as ask } from 'node:http';
import type { AddressInfo } from 'node:net';
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import { pino } from 'pino';
import { connect, migrateUp } from '../db/connect';
import { createApp } from './app';
import { ownDatabase } from '../testing';
import { openServices } from './services';

// Other tests cut every connection of theirs.
const own = ownDatabase('fuzz');
const { db, close } = connect(own.url, () => undefined);
/** A share of them in the tests; all of them where `TAMPER_FUZZ` says so. */
const REQUESTS = Number(process.env.TAMPER_FUZZ ?? 1500);
const SEED = Number(process.env.TAMPER_SEED ?? 20261128);

const [jobId, runId] = [randomUUID(), randomUUID()];
const logged: string[] = [];
const log = pino({ level: 'error' }, { write: (line: string) => void logged.push(line) });
let port = 0;
let http: ReturnType<ReturnType<typeof createApp>['app']['listen']>;
beforeAll(async () => {
  await own.make();
  await migrateUp(db);
  const services = openServices(db);
  const { store } = services;
  await store.addJob(jobId, blankJob('Fuzzed'));
  await store.addRun(jobId, runId, run);
  http = createApp(services, log).app.listen(0, '127.0.0.1');
  await once(http, 'listening');
  port = (http.address() as AddressInfo).port;
});
afterAll(async () => {
  http.closeAllConnections();
  http.close();
  await close();
  await own.drop();
});

/** What is held by something, MB. */
function heap(): number {
  setFlagsFromString('--expose-gc');
  (runInNewContext('gc') as () => void)();
  return process.memoryUsage().heapUsed / 1e6;
}
/** What may be held more after any number of requests, MB: some plans and entries are kept at hand. */
const MORE = 10;

const run = blankRun({ name: 'Fuzzed', length: 30, product: 'drain-160', cover: 0.6, ruleSet: 'UK' });
const entry = {
  id: randomUUID(),
  author: 'foreman',
  device: 'd',
  count: 1,
  known: 0,
  at: '2026-11-28T10:00:00.000Z',
  clock: 0,
  fact: { kind: 'walk', note: '' },
};
const random = seeded(SEED);
const one = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;

const ids = () =>
  one([
    jobId,
    runId,
    randomUUID(),
    'x',
    '%00',
    '%',
    '..%2f..',
    "'; drop table job; --",
    '0'.repeat(3000),
    '\u00e9',
    '-1',
    'null',
    entry.id,
  ]);
const path = () =>
  one([
    ...['/health', '/jobs', '/jobs/import', '/locate-office', '/nothing', '/key', '', '/jobs/%E0%A4%A'],
    ...[
      `/jobs/${ids()}`,
      `/jobs/${ids()}/file`,
      `/jobs/${ids()}/runs`,
      `/jobs/${ids()}/runs/all`,
      `/jobs/${ids()}/book`,
      `/jobs/${ids()}/proof`,
    ],
    ...['/me', '/sign-in', '/join', '/accept', '/sign-out', '/passphrase', '/devices', '/people', '/audit', '/bin'],
    ...[`/people/${ids()}/close`, `/people/${ids()}/code`, `/devices/${ids()}`, `/jobs/${ids()}/back`, `/runs/${ids()}/back`],
    ...[`/jobs/${ids()}/people`, `/jobs/${ids()}/people/${ids()}`, `/jobs/${ids()}/invitations`, `/jobs/${ids()}/invitations/${ids()}`],
    ...[`/jobs/${ids()}/audit`, `/jobs/${ids()}/audit?before=0`],
    ...[`/jobs/${ids()}/proof/check`, `/runs/${ids()}`, `/runs/${ids()}/book`, `/runs/${ids()}/revisions`, `/revisions/${ids()}`],
    ...[`/photos/${ids()}`, `/photos/${'a'.repeat(64)}`, `/photos/${'a'.repeat(64)}/small`, `/locate-office/${ids()}`],
  ]) +
  one([
    '',
    '',
    '?limit=5',
    '?limit=-1',
    '?limit=1e9',
    '?after=x',
    '?after=99999999999999999999',
    '?known=0',
    '?version=9999999999',
    '?version=1',
    '?first=0&size=10',
    '?limit=1&limit=2',
    '?__proto__=1',
    '?a[b][c]=d',
  ]);

/** Any value: of no kind in particular. */
const anything = (depth = 0): unknown =>
  one<() => unknown>([
    () => null,
    () => random() < 0.5,
    () => one([0, -1, 1e308, 1e-320, 2 ** 53, 0.1, -0]),
    () => one(['', 'a', '\u0000', '\ud800', 'x'.repeat(200_000), '2026-13-45', '=1+1', '<b>', '__proto__', '😀'.repeat(50)]),
    () => (depth > 3 ? [] : Array.from({ length: Math.floor(random() * 5) }, () => anything(depth + 1))),
    () =>
      depth > 3
        ? {}
        : Object.fromEntries(
            Array.from({ length: Math.floor(random() * 5) }, () => [
              one(['id', 'doc', 'kind', 'a', '', 'constructor']),
              anything(depth + 1),
            ]),
          ),
  ])();
/** A value with something in it that is something else. */
function spoiled(value: unknown): unknown {
  if (typeof value !== 'object' || value === null || random() < 0.15) return anything();
  const copy: Record<string, unknown> = { ...(value as Record<string, unknown>) };
  const key = one(Object.keys(copy));
  if (key === undefined) return anything();
  if (random() < 0.2) delete copy[key];
  else copy[key] = spoiled(copy[key]);
  return Array.isArray(value) ? Object.values(copy) : copy;
}
const good = () =>
  one<unknown>([
    { id: randomUUID(), doc: blankJob('F') },
    { id: randomUUID(), doc: run },
    { version: 1, doc: run },
    { version: 1, doc: blankJob('F') },
    { entry, sent: 1 },
    {
      entry: { ...entry, id: randomUUID(), fact: { kind: one(['walk', 'level', 'inspection', 'rain', 'closed', 'neverHeardOf']) } },
      sent: 1,
    },
    { id: randomUUID(), author: 'p', why: 'w', job: 1, run: 1 },
    { id: randomUUID(), file: { format: 'tamper-job', version: FILE_VERSION, job: blankJob('F'), runs: [run], book: [], revisions: [] } },
    { key: 'a' },
  ]);
const body = (): string | undefined => {
  const kind = random();
  if (kind < 0.15) return undefined;
  if (kind < 0.3) return one(['{', '[', 'null', '"', '\u0000', '{"a":1e999}', '[' + '['.repeat(20_000), 'not json', '{"id":1,"id":2}']);
  return JSON.stringify(kind < 0.5 ? good() : kind < 0.9 ? spoiled(good()) : anything()) ?? '';
};
/** A request that may well be taken, so that what lies behind the border is asked too. */
const likely = (): [method: string, where: string, text: string] => {
  const its = { ...entry, id: randomUUID() };
  const [where, asked] = one<[string, unknown]>([
    ['/jobs', { id: randomUUID(), doc: blankJob('F') }],
    [`/jobs/${jobId}/runs`, { id: randomUUID(), doc: run }],
    [`/jobs/${jobId}/book`, { entry: its, sent: Date.now() }],
    [`/runs/${runId}/book`, { entry: { ...its, fact: { kind: 'note', station: one([null, 3, -1, 1e9]), note: 'n' } }, sent: Date.now() }],
    [`/runs/${runId}/revisions`, { id: randomUUID(), author: 'p', why: 'w', job: 1, run: 1 }],
  ]);
  return ['POST', where, JSON.stringify(random() < 0.7 ? asked : spoiled(asked)) ?? ''];
};
const JSON_ONLY = { 'Content-Type': 'application/json' };
const headers = (): Record<string, string> => ({
  'Content-Type': one([
    'application/json',
    'application/json',
    'application/json',
    'application/json; charset=utf-99',
    'text/plain',
    'application/octet-stream',
    'x/y',
    '',
  ]),
  ...(random() < 0.05 ? { 'Content-Encoding': one(['gzip', 'br', 'nothing']) } : {}),
  ...(random() < 0.05 ? { Cookie: one(['tamper-key=%', '=', 'a=b; '.repeat(100)]) } : {}),
  ...(random() < 0.03 ? { Origin: 'http://elsewhere.example' } : {}),
});

const answerTo = (
  method: string,
  where: string,
  text: string | undefined,
  its: Record<string, string>,
): Promise<{ status: number; text: string }> =>
  new Promise((done) => {
    const length: Record<string, string> = text === undefined ? {} : { 'Content-Length': String(Buffer.byteLength(text)) };
    const asked = ask(
      { port, host: '127.0.0.1', method, path: encodeURI(decode(`/api${where}`)), headers: { ...its, ...length }, agent: false },
      (response) => {
        let said = '';
        response.setEncoding('utf8');
        response.on('data', (part: string) => (said += part));
        response.on('end', () => done({ status: response.statusCode ?? 0, text: said }));
      },
    );
    asked.on('error', ({ message }) => done({ status: 599, text: message }));
    asked.setTimeout(5000, () => asked.destroy(new Error('no answer')));
    asked.end(text);
  });
/** Left as it is where it is no escape: those are to be asked too. */
const decode = (where: string): string => {
  try {
    return decodeURI(where);
  } catch {
    return where.replace(/[^\x21-\x7e]/g, '');
  }
};

test(`${REQUESTS} requests of any kind: a sentence each, no 500, nothing of the inside of the program, and no more memory for it`, async () => {
  const wrong: string[] = [];
  const seen = new Set<number>();
  let early = 0;
  for (let i = 0; i < REQUESTS; i++) {
    if (i === Math.floor(REQUESTS / 3)) early = heap();
    const [method, where, text, its]: [string, string, string | undefined, Record<string, string>] =
      random() < 0.2
        ? [...likely(), JSON_ONLY]
        : [one(['GET', 'GET', 'POST', 'POST', 'PUT', 'DELETE', 'PATCH', 'OPTIONS']), path(), body(), headers()];
    const sent = ['GET', 'OPTIONS'].includes(method) ? undefined : text;
    const { status, text: said } = await answerTo(method, where, sent, its);
    seen.add(status);
    const what = `${method} ${where.slice(0, 120)} ${sent?.slice(0, 200)} ${JSON.stringify(its)} → ${status} ${said.slice(0, 200)}`;
    if (wrong.length > 4) break;
    if (status >= 500) wrong.push(`${what} (${logged.at(-1)?.slice(0, 600)})`);
    else if (/\bat .*\.(ts|js):\d+|node_modules|drizzle|Failed query/.test(said)) wrong.push(`Tells of its inside: ${what}`);
    else if (status >= 400 && !/"message":"[A-Z][^"]+\."/.test(said)) wrong.push(`No sentence: ${what}`);
  }
  expect(wrong.slice(0, 5)).toEqual([]);
  expect(heap() - early).toBeLessThan(MORE);
  // It was heard in every way it can be.
  for (const status of [200, 201, 400, 403, 404]) expect([...seen]).toContain(status);
}, 120_000);
