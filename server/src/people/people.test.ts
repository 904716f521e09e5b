import { blankJob, blankRun, FILE_VERSION } from '@tamper/core';
import { roleIds, type Role } from '@tamper/core/people';
import type { Express } from 'express';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import request from 'supertest';
import { connect, migrateUp } from '../db/connect';
import { createApp } from '../http/app';
import { openServices } from '../http/services';
import { openLive } from '../live/live';
import { ownDatabase } from '../testing';
import { ROUTES, type Route } from './access';
import { AS } from './guard';

/** Once there is an account, everybody has to sign in. */
const own = ownDatabase('people');
const { url } = own;
let db: ReturnType<typeof connect>['db'];
let close: () => Promise<void>;
let live: ReturnType<typeof openLive>;
let services: ReturnType<typeof openServices>;
let app: Express;
let end: () => void;
beforeAll(async () => {
  await own.make();
  ({ db, close } = connect(url, () => undefined));
  await migrateUp(db);
  live = openLive(url, () => undefined);
  services = openServices(db, live);
  ({ app, end } = createApp(services, pino({ level: 'silent' })));
});
afterAll(async () => {
  end();
  await live.close();
  await close();
  await own.drop();
});

const PASS = 'gravel lantern otter nine';
/** A device: it keeps its cookie. */
const device = () => request.agent(app);
type Device = ReturnType<typeof device>;
type Body = Record<string, unknown> & { error: { code: string; message: string } };
interface Mine {
  id: string;
  name: string;
  on: Device;
}
const run = (name = 'Drain') => blankRun({ name, length: 30, product: 'drain-160', cover: 0.6, ruleSet: 'UK' });
const inspection = (revision: string, ok = true) => ({
  kind: 'inspection',
  from: 0,
  to: 8,
  until: new Date(Date.now() + 3_600_000).toISOString(),
  revision,
  ladders: [],
  items: [{ id: 'walls', ask: 'Do the walls stand?', ok, note: '', from: 0, to: 8 }],
});
let count = 0;
const entry = (by: { id?: string; name: string }, fact: object = { kind: 'note', station: null, note: 'seen' }, more: object = {}) => ({
  ...{ id: randomUUID(), author: by.name, device: 'd', count: ++count, known: 0, at: new Date().toISOString(), clock: 0, fact },
  ...(by.id === undefined ? {} : { account: by.id }),
  ...more,
});
let keeper: Mine;
const [jobId, runId] = [randomUUID(), randomUUID()];
let revision: string;
const people = new Map<Role, Mine>();

async function join(name: string, roles: readonly Role[], job = jobId): Promise<Mine> {
  const { body } = await keeper.on.post(`/api/jobs/${job}/invitations`).send({ roles }).expect(201);
  const on = device();
  const { code } = body as { code: string };
  const made = await on.post('/api/join').send({ code, name, passphrase: PASS }).expect(201);
  return { id: (made.body as { as: string }).as, name, on };
}

beforeAll(async () => {
  // Alone: whoever sits at the machine owns it.
  await device()
    .post('/api/jobs')
    .send({ id: jobId, doc: blankJob('Quay') })
    .expect(201);
  await device().post(`/api/jobs/${jobId}/runs`).send({ id: runId, doc: run() }).expect(201);
  await device().get('/api/me').expect(200, { crew: false, people: [] });
  const on = device();
  for (const passphrase of ['short', 'passwordpassword', 'Kim Keeper Kim Keeper', 'aaaaaaaaaaaaaaaa'])
    await on.post('/api/first').send({ name: 'Kim Keeper', passphrase }).expect(400);
  // Two at once make one.
  const both = await Promise.all([on, device()].map((one) => one.post('/api/first').send({ name: 'Kim Keeper', passphrase: PASS })));
  expect(both.map(({ status }) => status).sort()).toEqual([201, 409]);
  const made = both.find(({ status }) => status === 201)?.body as { as: string };
  keeper = { id: made.as, name: 'Kim Keeper', on: both[0]?.status === 201 ? on : device() };
  await keeper.on.post('/api/sign-in').send({ name: 'kim keeper', passphrase: PASS }).expect(200);
  const issued = await keeper.on
    .post(`/api/runs/${runId}/revisions`)
    .send({ id: randomUUID(), job: 1, run: 1, author: 'Kim Keeper', why: 'begin' })
    .expect(201);
  revision = (issued.body as { id: string }).id;
  for (const role of roleIds) people.set(role, await join(`Somebody ${role}`, [role]));
});

/** A request of each route that is well formed, for the shared job. */
const SENT: Readonly<Record<string, (who: Mine) => object>> = {
  'POST /api/jobs': () => ({ id: randomUUID(), doc: blankJob('Another') }),
  'POST /api/jobs/import': () => ({
    id: randomUUID(),
    file: { format: 'tamper-job', version: FILE_VERSION, job: blankJob('Brought'), runs: [], book: [], revisions: [] },
  }),
  'POST /api/jobs/:id/runs': () => ({ id: randomUUID(), doc: run('More') }),
  'PUT /api/jobs/:id': () => ({ version: 999, doc: blankJob('Quay') }),
  'PUT /api/runs/:id': () => ({ version: 999, doc: run() }),
  'POST /api/jobs/:id/book': (who) => ({ entry: entry(who) }),
  'POST /api/runs/:id/book': (who) => ({ entry: entry(who) }),
  'POST /api/runs/:id/revisions': (who) => ({ id: randomUUID(), job: 1, run: 1, author: who.name, why: 'again' }),
  'POST /api/jobs/:id/invitations': () => ({ roles: ['reader'] }),
  'PUT /api/jobs/:id/people/:account': () => ({ roles: ['reader'] }),
  'PUT /api/people/:id/keeper': () => ({ keeper: true }),
  'POST /api/practice': () => ({ known: 0, attempts: [] }),
  'POST /api/accept': () => ({ code: 'aaaa-bbbb-cccc' }),
  'POST /api/passphrase': () => ({ old: 'not this', passphrase: PASS }),
  'POST /api/first': () => ({ name: 'Eve', passphrase: PASS }),
};
const NAMES: Readonly<Record<string, string>> = { account: randomUUID(), invitation: randomUUID(), hash: 'a'.repeat(64) };
/** Nothing is left behind by being asked: what would end something is asked for something that is not there. */
const addressOf = ({ path, of }: Route): string =>
  path.replace(/:([a-z]+)/g, (_, name: string) =>
    name === 'id' ? (of === 'job' ? jobId : of === 'run' ? runId : of === 'revision' ? revision : randomUUID()) : (NAMES[name] as string),
  );
/** Is it let through by who asks? Whatever the route then says of what was sent. */
const REFUSED = new Set(['not-yours', 'sign-in', 'sign-in-as']);

async function ask(route: Route, who: Mine, on: Device): Promise<'through' | 'refused' | 'hidden'> {
  if (route.path === '/live') {
    const http = app.listen(0, '127.0.0.1');
    await once(http, 'listening');
    const abort = new AbortController();
    const cookie = (
      (on as unknown as { jar: { getCookies: (at: object) => { toValueString: () => string } } }).jar.getCookies({
        domain: '127.0.0.1',
        path: '/',
        secure: false,
        script: false,
      }) as { toValueString: () => string }
    ).toValueString();
    const { status } = await fetch(`http://127.0.0.1:${(http.address() as AddressInfo).port}/live`, {
      signal: abort.signal,
      headers: { Cookie: cookie },
    });
    abort.abort();
    http.closeAllConnections();
    http.close();
    return status === 200 ? 'through' : 'refused';
  }
  const { method, path } = route;
  const asked = { GET: on.get, POST: on.post, PUT: on.put, DELETE: on.delete }[method].call(on, addressOf(route));
  const { status, body } = await asked.query(method === 'DELETE' ? { version: 999 } : {}).send(SENT[`${method} ${path}`]?.(who));
  const code = (body as Partial<Body> | undefined)?.error?.code ?? '';
  // What somebody may not write is refused as an entry, with its reason.
  if (REFUSED.has(code) || (path === '/api/first' && status === 409) || JSON.stringify(body ?? '').includes('may do this. You are'))
    return 'refused';
  expect(status).not.toBe(401);
  expect(status).toBeLessThan(500);
  return status === 404 ? 'hidden' : 'through';
}

const LETTERS = {
  ...{ owner: 'o', planner: 'p', competent: 'c', crew: 'w', reader: 'r' },
  ...{ keeper: 'k', stranger: 's', nobody: 'n' },
};
/** Who may ask what, as it was decided: written down here once more, by hand. The stranger owns another job. */
const ALLOWED = Object.entries({
  'GET /api/alive': 'opcwrksn',
  'GET /api/health': 'opcwrksn',
  'GET /metrics': 'opcwrksn',
  'GET /live': 'opcwrks',
  'GET /api/me': 'opcwrksn',
  'POST /api/first': '',
  'POST /api/passphrase': 'opcwrks',
  'GET /api/devices': 'opcwrks',
  'DELETE /api/devices/:id': 'opcwrks',
  'POST /api/accept': 'opcwrks',
  'POST /api/practice': 'opcwrks',
  'GET /api/people': 'k',
  'POST /api/people/:id/close': 'k',
  'PUT /api/people/:id/keeper': 'k',
  'POST /api/people/:id/code': 'k',
  'GET /api/audit': 'k',
  'GET /api/bin': 'opcwrks',
  'GET /api/jobs': 'opcwrks',
  'POST /api/jobs': 'opks',
  'POST /api/jobs/import': 'opks',
  'POST /api/locate-office': 'opcwrks',
  'GET /api/locate-office/:id': 'opcwrks',
  'GET /api/jobs/:id': 'opcwrk',
  'PUT /api/jobs/:id': 'opk',
  'DELETE /api/jobs/:id': 'ok',
  'POST /api/jobs/:id/back': 'ok',
  'GET /api/jobs/:id/file': 'opcwrk',
  'GET /api/jobs/:id/runs': 'opcwrk',
  'GET /api/jobs/:id/runs/all': 'opcwrk',
  'POST /api/jobs/:id/runs': 'opk',
  'GET /api/jobs/:id/book': 'opcwrk',
  'POST /api/jobs/:id/book': 'ocwk',
  'GET /api/jobs/:id/proof': 'opcwrk',
  'GET /api/jobs/:id/proof/check': 'opcwrk',
  'GET /api/jobs/:id/people': 'opcwrk',
  'PUT /api/jobs/:id/people/:account': 'ok',
  'GET /api/jobs/:id/invitations': 'ok',
  'POST /api/jobs/:id/invitations': 'ok',
  'DELETE /api/jobs/:id/invitations/:invitation': 'ok',
  'GET /api/jobs/:id/audit': 'ok',
  'GET /api/runs/:id': 'opcwrk',
  'PUT /api/runs/:id': 'opk',
  'DELETE /api/runs/:id': 'opk',
  'POST /api/runs/:id/back': 'opk',
  'POST /api/runs/:id/book': 'ocwk',
  'GET /api/runs/:id/revisions': 'opcwrk',
  'POST /api/runs/:id/revisions': 'opk',
  'GET /api/revisions/:id': 'opcwrk',
  'GET /api/photos/:hash': 'k',
  'GET /api/photos/:hash/small': 'k',
  'GET /api/photos/:hash/received': 'opcwrks',
  'POST /api/photos/:hash': 'opcwrks',
});
/** Of these nothing is there to be found. */
const NOT_THERE = /photos|devices|locate-office|:account|:invitation|people\/:id/;

describe('every route as everybody', () => {
  test('the table names each route of the routers, and nothing else is answered', async () => {
    const routed: string[] = [];
    type Layer = { route?: { path: string; methods: Record<string, boolean> }; handle: { stack?: Layer[] } };
    const walk = (stack: readonly Layer[]) => {
      for (const { route, handle } of stack) {
        if (route) for (const method of Object.keys(route.methods)) routed.push(`${method.toUpperCase()} ${route.path}`);
        else if (handle.stack) walk(handle.stack);
      }
    };
    walk((app as unknown as { router: { stack: Layer[] } }).router.stack);
    const short = ({ method, path }: Route) =>
      `${method} ${path.replace(/^\/api(\/locate-office|\/photos)?|^\/(live|metrics)$/, '') || '/'}`;
    expect([...new Set(routed)].sort()).toEqual([...new Set(ROUTES.map(short))].sort());
    // What begins and ends being signed in has tests of its own.
    const own = ROUTES.map(({ method, path }) => `${method} ${path}`).filter((one) => !/sign-(in|out)|\/join$/.test(one));
    expect(ALLOWED.map(([one]) => one).sort()).toEqual(own.sort());
    for (const path of ['/api/nothing', '/api/jobs/x/y/z', '/api/people/x', `/api/jobs/${jobId}/rules`])
      await keeper.on.get(path).expect(404);
  });

  test.each(Object.entries(LETTERS))('%s', async (role, letter) => {
    const nobody = { id: randomUUID(), name: 'Nobody', on: device() };
    const who =
      role === 'nobody'
        ? nobody
        : role === 'keeper'
          ? keeper
          : role === 'stranger'
            ? await join('Stranger', ['owner'], await ownJob())
            : (people.get(role as Role) as Mine);
    const got: string[] = [];
    const expected: string[] = [];
    for (const [asked, letters] of ALLOWED) {
      const route = ROUTES.find(({ method, path }) => `${method} ${path}` === asked) as Route;
      const answer = await ask(route, who, who.on);
      // What is asked for that is not there is not there for those who may ask either.
      const through = answer === 'through' || (answer === 'hidden' && NOT_THERE.test(asked) && letters.includes(letter));
      got.push(`${asked} ${through}`);
      expected.push(`${asked} ${letters.includes(letter)}`);
    }
    expect(got).toEqual(expected);
  });
});
/** A job of the keeper's that the others are not in. */
async function ownJob(): Promise<`${string}-${string}-${string}-${string}-${string}`> {
  const id = randomUUID();
  await keeper.on
    .post('/api/jobs')
    .send({ id, doc: blankJob('Theirs') })
    .expect(201);
  return id;
}

test('lists, imports and ids that are taken tell nothing of another job', async () => {
  const crew = people.get('crew') as Mine;
  const hidden = await ownJob();
  const { body } = await crew.on.get('/api/jobs?limit=200').expect(200);
  expect((body as { items: { id: string }[] }).items.map(({ id }) => id)).toEqual([jobId]);
  const planner = people.get('planner') as Mine;
  for (const [path, more] of [
    ['/api/jobs', { doc: blankJob('Guess') }],
    [
      '/api/jobs/import',
      { file: { format: 'tamper-job', version: FILE_VERSION, job: blankJob('Guess'), runs: [], book: [], revisions: [] } },
    ],
  ] as const) {
    const answer = await planner.on
      .post(path)
      .send({ id: hidden, ...more })
      .expect(409);
    expect(JSON.stringify(answer.body)).not.toContain('Theirs');
  }
  const other = randomUUID();
  await keeper.on
    .post(`/api/jobs/${hidden}/runs`)
    .send({ id: other, doc: run('Secret') })
    .expect(201);
  await planner.on
    .post(`/api/jobs/${jobId}/runs`)
    .send({ id: other, doc: run('Guess') })
    .expect(409);
});

describe('entries', () => {
  /** As a device sends it: with whoever made it. */
  const send = (who: Mine, sent: { account?: string }, on = who.on) => {
    const asked = on.post(`/api/runs/${runId}/book`);
    return (sent.account === undefined ? asked : asked.set(AS, sent.account)).send({ entry: sent });
  };
  test('an inspection that opens a gate is a competent person’s; that something is wrong is heard from whoever works there', async () => {
    const crew = people.get('crew') as Mine;
    const competent = people.get('competent') as Mine;
    const { body } = await send(crew, entry(crew, inspection(revision))).expect(400);
    expect(JSON.stringify(body)).toContain('In this job owner or competent person may do this. You are crew.');
    await send(crew, entry(crew, inspection(revision, false))).expect(201);
    await send(competent, entry(competent, inspection(revision))).expect(201);
    await send(people.get('reader') as Mine, entry(people.get('reader') as Mine)).expect(400);
  });

  test('the name is that of the account; nobody writes as another, and nobody without one', async () => {
    const [crew, competent] = [people.get('crew') as Mine, people.get('competent') as Mine];
    await send(crew, entry({ ...crew, name: competent.name })).expect(400);
    const { body } = await send(crew, entry(competent, inspection(revision))).expect(401);
    expect((body as Body).error.code).toBe('sign-in-as');
    await send(crew, entry({ name: crew.name })).expect(400);
    await keeper.on
      .post(`/api/runs/${runId}/revisions`)
      .send({ id: randomUUID(), job: 1, run: 1, author: 'Somebody planner', why: 'as another' })
      .expect(400);
  });

  test('two on one device: each entry is its author’s, held to what they are; whoever is signed out there waits', async () => {
    const [crew, competent] = [people.get('crew') as Mine, people.get('competent') as Mine];
    const phone = device();
    const signIn = (who: Mine) => phone.post('/api/sign-in').send({ name: who.name, passphrase: PASS }).expect(200);
    await signIn(crew);
    await signIn(competent);
    await send(crew, entry(crew), phone).expect(201);
    await send(competent, entry(competent, inspection(revision)), phone).expect(201);
    await send(crew, entry(crew, inspection(revision)), phone).expect(400);
    await phone.put(`/api/runs/${runId}`).set(AS, crew.id).send({ version: 1, doc: run() }).expect(403);
    // Which of the two it is has to be said.
    await phone.put(`/api/runs/${runId}`).send({ version: 1, doc: run() }).expect(401);
    await phone.get(`/api/runs/${runId}`).expect(200);
    await phone.get('/api/devices').expect(403);
    await phone.post('/api/sign-out').set(AS, competent.id).expect(204);
    const late = entry(competent, inspection(revision));
    await send(competent, late, phone).expect(401);
    await send(crew, entry(crew), phone).expect(201);
    await signIn(competent);
    await send(competent, late, phone).expect(201);
    // The same again is the same, whoever is signed in by then.
    await phone.post('/api/sign-out').set(AS, competent.id).expect(204);
  });

  test('held to what somebody was at its moment, not to what they are when it comes', async () => {
    const who = await join('Moved On', ['competent']);
    const before = entry(who, inspection(revision));
    await new Promise((done) => setTimeout(done, 20));
    await keeper.on
      .put(`/api/jobs/${jobId}/people/${who.id}`)
      .send({ roles: ['crew'] })
      .expect(200);
    await new Promise((done) => setTimeout(done, 20));
    const after = entry(who, inspection(revision));
    await send(who, before).expect(201);
    await send(who, after).expect(400);
    await keeper.on.put(`/api/jobs/${jobId}/people/${who.id}`).send({ roles: [] }).expect(200);
    await send(who, entry(who)).expect(404);
  });

  test('a job made without a line is its maker’s, with what they wrote in it before it came', async () => {
    const planner = people.get('owner') as Mine;
    const [job, its] = [randomUUID(), randomUUID()];
    const early = entry(planner, undefined, { at: new Date(Date.now() - 3_600_000).toISOString() });
    await planner.on
      .post('/api/jobs')
      .send({ id: job, doc: blankJob('Made in the cab') })
      .expect(201);
    await planner.on.post(`/api/jobs/${job}/runs`).send({ id: its, doc: run() }).expect(201);
    await planner.on.post(`/api/runs/${its}/book`).send({ entry: early }).expect(201);
  });

  test('somebody else countersigns; nobody their own', async () => {
    const [crew, reader] = [people.get('crew') as Mine, people.get('reader') as Mine];
    const seen = entry(crew);
    await send(crew, seen).expect(201);
    const signs = (who: Mine) => entry(who, { kind: 'countersigned', of: seen.id, so: true, note: '' });
    await send(crew, signs(crew)).expect(400);
    await send(reader, signs(reader)).expect(201);
    await send(reader, entry(reader, { kind: 'countersigned', of: randomUUID(), so: true, note: '' })).expect(400);
  });
});

describe('coming in', () => {
  // All tests come from one address.
  beforeEach(() => db.execute('delete from sign_in_try'));
  const signIn = (name: string, passphrase: string, on = device()) => on.post('/api/sign-in').send({ name, passphrase });

  test('what is wrong is not told: not whether there is such a name, not by the words, not by the time it takes', async () => {
    const { name } = people.get('crew') as Mine;
    const time = async (called: string): Promise<{ took: number; body: string }> => {
      const begun = performance.now();
      const { text } = await signIn(called, 'not the passphrase').expect(403);
      return { took: performance.now() - begun, body: text };
    };
    const [known, unknown]: [number[], number[]] = [[], []];
    await time('to warm up');
    for (let i = 0; i < 8; i++) {
      const [one, other] = [await time(name), await time(`Nobody ${i}`)];
      expect(one.body).toBe(other.body);
      known.push(one.took);
      unknown.push(other.took);
    }
    // The quickest of each: what else the machine had to do makes an answer late, never early.
    const ratio = Math.min(...known) / Math.min(...unknown);
    expect(ratio).toBeGreaterThan(0.5);
    expect(ratio).toBeLessThan(2);
  });

  test('ten tries that fail, and the next is not heard, however many come at once', async () => {
    const { name } = await join('Guessed At', ['crew']);
    const answers = await Promise.all(Array.from({ length: 25 }, () => signIn(name, 'a guess').then(({ status }) => status)));
    expect(answers.filter((status) => status === 403).length).toBeLessThanOrEqual(10);
    expect(answers.filter((status) => status === 429).length).toBeGreaterThanOrEqual(15);
    await signIn(name, PASS).expect(429);
    // Another person from the same place still comes in.
    await signIn((people.get('planner') as Mine).name, PASS).expect(200);
  });

  test('a session from before signing in is worth nothing afterwards, and its cookie is out of reach of pages', async () => {
    const on = device();
    const first = await signIn((people.get('crew') as Mine).name, PASS, on).expect(200);
    const cookieOf = (headers: Record<string, unknown>) => (headers['set-cookie'] as [string])[0];
    const before = cookieOf(first.headers as Record<string, unknown>);
    expect(before).toMatch(/HttpOnly/);
    expect(before).toMatch(/SameSite=Strict/);
    const second = await signIn((people.get('reader') as Mine).name, PASS, on).expect(200);
    const after = cookieOf(second.headers as Record<string, unknown>);
    expect(after.split(';')[0]).not.toBe(before.split(';')[0]);
    await request(app)
      .get('/api/jobs')
      .set('Cookie', before.split(';')[0] as string)
      .expect(401);
    await request(app).get('/api/jobs').set('Cookie', 'tamper-session=s%3Aset-by-somebody.else').expect(401);
  });

  test('another site’s page gets nothing done with the cookie of whoever looks at it', async () => {
    const crew = people.get('crew') as Mine;
    await crew.on
      .post(`/api/runs/${runId}/book`)
      .set('Origin', 'https://elsewhere.example')
      .send({ entry: entry(crew) })
      .expect(403);
    await crew.on
      .post(`/api/runs/${runId}/book`)
      .set('Sec-Fetch-Site', 'cross-site')
      .send({ entry: entry(crew) })
      .expect(403);
    await crew.on.get('/api/jobs').set('Host', 'rebound.example').expect(421);
  });

  test('a code is good once, for its job, until it is taken back or too old', async () => {
    const { body } = await keeper.on
      .post(`/api/jobs/${jobId}/invitations`)
      .send({ roles: ['reader'] })
      .expect(201);
    const { code } = body as { code: string };
    const typed = ` ${code.toUpperCase().replaceAll('-', ' ')} `;
    const both = await Promise.all(
      ['Twin One', 'Twin Two'].map((name) =>
        device()
          .post('/api/join')
          .send({ code: typed, name, passphrase: PASS })
          .then(({ status }) => status),
      ),
    );
    expect(both.sort()).toEqual([201, 403]);
    await device().post('/api/join').send({ code, name: 'Late', passphrase: PASS }).expect(403);
    const back = await keeper.on
      .post(`/api/jobs/${jobId}/invitations`)
      .send({ roles: ['reader'] })
      .expect(201);
    const made = back.body as { id: string; code: string };
    await keeper.on.delete(`/api/jobs/${jobId}/invitations/${made.id}`).expect(204);
    await device().post('/api/join').send({ code: made.code, name: 'Late', passphrase: PASS }).expect(403);
    const old = await keeper.on
      .post(`/api/jobs/${jobId}/invitations`)
      .send({ roles: ['reader'] })
      .expect(201);
    await db.execute(`update invitation set ends_at = now() - interval '1 second' where id = '${(old.body as { id: string }).id}'`);
    await device()
      .post('/api/join')
      .send({ code: (old.body as { code: string }).code, name: 'Late', passphrase: PASS })
      .expect(403);
    // A name somebody has is nobody else's, and the code is not used up by it.
    const again = await keeper.on
      .post(`/api/jobs/${jobId}/invitations`)
      .send({ roles: ['reader'] })
      .expect(201);
    const its = again.body as { code: string };
    await device().post('/api/join').send({ code: its.code, name: 'KIM KEEPER', passphrase: PASS }).expect(400);
    await device().post('/api/join').send({ code: its.code, name: 'In Time', passphrase: PASS }).expect(201);
  });

  test('somebody who has an account comes into another job by a code, and keeps what they are there', async () => {
    const other = await ownJob();
    const crew = people.get('crew') as Mine;
    const invite = async (roles: Role[]) =>
      ((await keeper.on.post(`/api/jobs/${other}/invitations`).send({ roles }).expect(201)).body as { code: string }).code;
    await crew.on.get(`/api/jobs/${other}`).expect(404);
    await crew.on
      .post('/api/accept')
      .send({ code: await invite(['reader']) })
      .expect(200);
    await crew.on.get(`/api/jobs/${other}`).expect(200);
    const { body } = await crew.on
      .post('/api/accept')
      .send({ code: await invite(['crew']) })
      .expect(200);
    const me = body as { people: { id: string; jobs: Record<string, Role[]> }[] };
    expect(me.people.find(({ id }) => id === crew.id)?.jobs[other]).toEqual(['reader', 'crew']);
  });

  test('signed out everywhere, a lost phone, a new passphrase, an account closed: what was open ends at once', async () => {
    const who = await join('Many Phones', ['crew']);
    const [second, third] = [device(), device()];
    for (const on of [second, third]) await signIn(who.name, PASS, on).expect(200);
    const list = await who.on.get('/api/devices').expect(200);
    const items = (list.body as { items: { id: string; here: boolean }[] }).items;
    expect(items.length).toBe(3);
    expect(items.filter(({ here }) => here).length).toBe(1);
    await third.get('/api/jobs').expect(200);
    const lost = ((await third.get('/api/devices').expect(200)).body as { items: { id: string; here: boolean }[] }).items.find(
      ({ here }) => here,
    );
    await who.on.delete(`/api/devices/${lost?.id}`).expect(204);
    await third.get('/api/jobs').expect(401);
    await second.get('/api/jobs').expect(200);
    await who.on.post('/api/passphrase').send({ old: PASS, passphrase: 'weir candle moss eleven' }).expect(204);
    await second.get('/api/jobs').expect(401);
    await who.on.get('/api/jobs').expect(200);
    await signIn(who.name, PASS).expect(403);
    await signIn(who.name, 'weir candle moss eleven', second).expect(200);
    await who.on.post('/api/sign-out/everywhere').expect(204);
    await second.get('/api/jobs').expect(401);
    await keeper.on.post(`/api/people/${who.id}/close`).expect(204);
    await who.on.get('/api/jobs').expect(401);
    await signIn(who.name, 'weir candle moss eleven').expect(403);
    await keeper.on.post(`/api/people/${keeper.id}/close`).expect(400);
    // Another takes it over: then the first may go; the last never does.
    const next = await join('Second Keeper', ['crew']);
    await next.on.get('/api/people').expect(403);
    await keeper.on.put(`/api/people/${next.id}/keeper`).send({ keeper: true }).expect(204);
    await next.on.get('/api/people').expect(200);
    await next.on.put(`/api/people/${next.id}/keeper`).send({ keeper: false }).expect(204);
    await next.on.get('/api/people').expect(403);
    const answer = await keeper.on.put(`/api/people/${keeper.id}/keeper`).send({ keeper: false }).expect(400);
    expect(answer.text).toContain('somebody has to');
    await keeper.on.put(`/api/people/${who.id}/keeper`).send({ keeper: true }).expect(404);
  });

  test('a passphrase that was lost is set anew by a code from the keeper, and what was signed in ends', async () => {
    const who = await join('Forgetful', ['crew']);
    const { body } = await keeper.on.post(`/api/people/${who.id}/code`).expect(201);
    const { code } = body as { code: string };
    await device().post('/api/join').send({ code, name: 'Kim Keeper', passphrase: 'weir candle moss eleven' }).expect(400);
    await device().post('/api/join').send({ code, name: 'forgetful', passphrase: 'weir candle moss eleven' }).expect(201);
    await who.on.get('/api/jobs').expect(401);
    await signIn('Forgetful', 'weir candle moss eleven').expect(200);
  });

  test('a job keeps an owner; a request from elsewhere is not let in before there are accounts', async () => {
    const owner = people.get('owner') as Mine;
    const job = randomUUID();
    await owner.on
      .post('/api/jobs')
      .send({ id: job, doc: blankJob('One owner') })
      .expect(201);
    await owner.on
      .put(`/api/jobs/${job}/people/${owner.id}`)
      .send({ roles: ['reader'] })
      .expect(400);
  });
});

test('a line hears of its own jobs only, and ends when its device is signed out', async () => {
  const crew = await join('Listening', ['crew']);
  const http = app.listen(0, '127.0.0.1');
  await once(http, 'listening');
  const { port } = http.address() as AddressInfo;
  const signed = await fetch(`http://127.0.0.1:${port}/api/sign-in`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ name: crew.name, passphrase: PASS }),
  });
  const cookie = (signed.headers.get('set-cookie') as string).split(';')[0] as string;
  const reader = (await fetch(`http://127.0.0.1:${port}/live`, { headers: { Cookie: cookie } }))
    .body!.pipeThrough(new TextDecoderStream())
    .getReader();
  let text = '';
  const until = async (what: RegExp) => {
    while (!what.test(text)) {
      const { value, done } = await reader.read();
      if (done) throw new Error(`The line ended: ${text}`);
      text += value;
    }
  };
  await until(/event: now/);
  const hidden = await ownJob();
  await crew.on
    .post(`/api/runs/${runId}/book`)
    .send({ entry: entry(crew) })
    .expect(201);
  await until(new RegExp(`"kind":"book","jobId":"${jobId}"`));
  expect(text).not.toContain(hidden);
  // Let into another, it hears of that one too.
  await keeper.on
    .put(`/api/jobs/${hidden}/people/${crew.id}`)
    .send({ roles: ['crew'] })
    .expect(200);
  await until(/event: missed/);
  await keeper.on
    .put(`/api/jobs/${hidden}`)
    .send({ version: 1, doc: blankJob('Heard of') })
    .expect(200);
  await until(new RegExp(`"kind":"job","id":"${hidden}"`));
  await crew.on.post('/api/sign-out/everywhere').expect(204);
  for (;;) if ((await reader.read()).done) break;
  http.closeAllConnections();
  http.close();
});

test('the bin: what has no record goes there, comes back, and goes for good after thirty days; what is written about stays', async () => {
  const owner = people.get('owner') as Mine;
  const [job, kept, gone] = [randomUUID(), randomUUID(), randomUUID()];
  await owner.on
    .post('/api/jobs')
    .send({ id: job, doc: blankJob('Binned') })
    .expect(201);
  for (const id of [kept, gone]) await owner.on.post(`/api/jobs/${job}/runs`).send({ id, doc: run() }).expect(201);
  await owner.on.delete(`/api/runs/${gone}?version=1`).expect(204);
  await owner.on.get(`/api/runs/${gone}`).expect(404);
  await owner.on.delete(`/api/jobs/${job}?version=1`).expect(204);
  await owner.on.get(`/api/jobs/${job}`).expect(404);
  const binned = async (who: Mine) =>
    ((await who.on.get('/api/bin').expect(200)).body as { items: { id: string }[] }).items.map(({ id }) => id);
  expect(await binned(owner)).toContain(job);
  expect(await binned(people.get('crew') as Mine)).not.toContain(job);
  await owner.on.post(`/api/jobs/${job}/back`).expect(200);
  await owner.on.get(`/api/runs/${kept}`).expect(200);
  await owner.on.get(`/api/runs/${gone}`).expect(404);
  expect(await binned(owner)).toContain(gone);
  // A phone that goes on with it makes it anew: it is the one that was thrown away.
  await owner.on.post(`/api/jobs/${job}/runs`).send({ id: gone, doc: run() }).expect(201);
  await owner.on.get(`/api/runs/${gone}`).expect(200);
  await owner.on.delete(`/api/runs/${gone}?version=1`).expect(204);
  // What is issued is a record too, though nothing is written about it yet.
  const [planned, its] = [await ownJob(), randomUUID()];
  await keeper.on.post(`/api/jobs/${planned}/runs`).send({ id: its, doc: run() }).expect(201);
  const asked = { id: randomUUID(), job: 1, run: 1, author: keeper.name, why: 'begin' };
  await keeper.on.post(`/api/runs/${its}/revisions`).send(asked).expect(201);
  await keeper.on.delete(`/api/runs/${its}?version=1`).expect(409);
  await keeper.on.delete(`/api/jobs/${planned}?version=1`).expect(409);
  // What is refused is no record: it stays in the bin. What a phone without signal wrote about it comes later: the run is there again.
  const untrue = { ...entry(owner), fact: { kind: 'takenOut', pieces: [randomUUID()] } };
  expect((await owner.on.post(`/api/runs/${gone}/book`).send({ entry: untrue }).expect(400)).text).toContain('does not stand');
  await owner.on.get(`/api/runs/${gone}`).expect(404);
  await owner.on
    .post(`/api/runs/${gone}/book`)
    .send({ entry: entry(owner) })
    .expect(201);
  await owner.on.get(`/api/runs/${gone}`).expect(200);
  await owner.on.delete(`/api/runs/${gone}?version=1`).expect(409);
  await owner.on.delete(`/api/runs/${kept}?version=1`).expect(204);
  const { store } = services;
  await store.emptyBin(new Date(Date.now() + 29 * 86_400_000));
  await owner.on.post(`/api/runs/${kept}/back`).expect(200);
  await owner.on.delete(`/api/runs/${kept}?version=1`).expect(204);
  await store.emptyBin(new Date(Date.now() + 31 * 86_400_000));
  await owner.on.post(`/api/runs/${kept}/back`).expect(404);
  await owner.on.get(`/api/runs/${gone}`).expect(200);
});

test('who did what is written down and read by the owner; nobody changes it', async () => {
  const owner = people.get('owner') as Mine;
  const until = async (what: string) => {
    for (let i = 0; i < 100; i++) {
      const { body } = await owner.on.get(`/api/jobs/${jobId}/audit?limit=200`).expect(200);
      const { items } = body as { items: { what: string; name: string }[] };
      const found = items.find((one) => one.what === what);
      if (found) return found;
      await new Promise((done) => setTimeout(done, 20));
    }
    throw new Error(`Nobody wrote down that somebody ${what}.`);
  };
  expect(await until('issued a plan')).toMatchObject({ name: 'Kim Keeper' });
  expect(await until('invited somebody')).toMatchObject({ name: 'Kim Keeper' });
  await expect(db.execute(`delete from audit`)).rejects.toThrow();
  const { body } = await keeper.on.get('/api/audit?limit=200').expect(200);
  const all = JSON.stringify(body);
  expect(all).toContain('made the first account');
  expect(all).not.toContain(PASS);
  expect(all).not.toMatch(/argon2/);
});
