import { createHash, randomUUID } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import {
  blankExisting,
  blankJob,
  blankRun,
  bodyText,
  fallingRun,
  figuresOf,
  FILE_VERSION,
  planRun,
  readEntry,
  recordsOf,
  type Entry,
  type Envelope,
  type ExistingLine,
  type Fact,
  type Job,
  type JobFile,
  type Kept,
  type Revision,
  type Run,
  orderedJson,
} from '@tamper/core';
import { demoFile } from '@tamper/core/demo';
import { readGeoJson, writeGeoJson } from '@tamper/core/formats';
import type { OfficeAnswer } from '@tamper/core/office';
import type { Express } from 'express';
import pg from 'pg';
import { pino } from 'pino';
import request from 'supertest';
import { connect, migrateUp } from '../db/connect';
import { practiceOffice } from '../office/practice';
import { ownDatabase } from '../testing';
import { createApp, type Services } from './app';
import { faultOf } from './errors';
import { openServices } from './services';

// Its own: it cuts every connection to it.
const { url, make, drop } = ownDatabase('api');
const { db, close } = connect(url, () => undefined);
let clock = new Date('2026-11-02T08:00:00Z');
const servicesOf = (its: typeof db) =>
  openServices(
    its,
    undefined,
    practiceOffice(its, () => clock),
  );
const services = servicesOf(db);
const { store } = services;
const appOf = (its: Services): Express => createApp(its, pino({ level: 'silent' })).app;
const app = appOf(services);

/** The demonstration as the first program wrote it. */
const FIRST_FORMAT = join(__dirname, '../../../core/src/job/upgrade/history/format1.json');
const job = (name = 'Test job'): Job => blankJob(name);
const run = (name = 'Test run'): Run => blankRun({ name, length: 30, product: 'drain-160', cover: 0.6, ruleSet: 'UK' });
const addJob = async (doc = job()) =>
  (await request(app).post('/api/jobs').send({ id: randomUUID(), doc }).expect(201)).body as { id: string; version: number };
const jobOf = new Map<string, string>();
async function addRun(jobId: string, doc = run(), like?: string): Promise<{ id: string; version: number }> {
  const id = randomUUID();
  const { body } = await request(app).post(`/api/jobs/${jobId}/runs`).send({ id, doc, like }).expect(201);
  jobOf.set(id, jobId);
  return body as { id: string; version: number };
}

beforeAll(async () => {
  await make();
  await migrateUp(db);
});
afterAll(async () => {
  await close();
  await drop();
});

test('it says that it runs without asking the database; counts are told by route, with nothing of what was asked', async () => {
  await request(app).get('/api/alive').expect(200, { alive: true, service: 'tamper' });
  const { id } = await addJob(job('Counted'));
  await request(app).get(`/api/jobs/${id}`).expect(200);
  const { text } = await request(app)
    .get('/metrics')
    .expect('Content-Type', /^text\/plain/)
    .expect(200);
  expect(text).toMatch(/tamper_request_seconds_count\{method="GET",route="\/api\/jobs\/:id",status="200"\} \d+/);
  expect(text).not.toContain(id);
});

test('health answers only for a database that answers', async () => {
  await request(app).get('/api/health').expect(200, { ok: true, service: 'tamper', reads: true, writes: true });
  const dead = connect('postgres://nobody:x@127.0.0.1:1/none', () => undefined);
  const answer = await request(appOf(servicesOf(dead.db))).get('/api/health');
  expect(answer.status).toBe(503);
  expect((answer.body as { error: { code: string } }).error.code).toBe('database-down');
  await dead.close();
});

test('health tells what can be read from what can be written', async () => {
  const readOnly = new URL(url);
  readOnly.searchParams.set('options', '-c default_transaction_read_only=on');
  const its = connect(readOnly.href, () => undefined);
  await request(appOf(servicesOf(its.db)))
    .get('/api/health')
    .expect(507, { ok: false, service: 'tamper', reads: true, writes: false });
  await request(appOf(servicesOf(its.db)))
    .get('/api/jobs')
    .expect(200);
  await its.close();
});

test('a log says what went wrong and where, and nothing of a document', () => {
  const driver = Object.assign(new Error('invalid input syntax for type json'), { code: '22P02' });
  const wrapped = new Error('Failed query: insert into job values ($1)\nparams: {"name":"Secret yard"}', { cause: driver });
  const fault = faultOf(wrapped);
  expect(fault).toMatchObject({ code: '22P02', message: 'invalid input syntax for type json' });
  expect(fault.at.length).toBeGreaterThan(0);
  expect(JSON.stringify(fault)).not.toContain('Secret yard');
  expect(faultOf('a string').message).toBe('a string');
});

describe('documents', () => {
  test('a run is kept, read back and written over the version it was read at', async () => {
    const { id: jobId } = await addJob();
    const { id, version } = await addRun(jobId);
    expect(version).toBe(1);
    await request(app)
      .put(`/api/runs/${id}`)
      .send({ version, doc: run('Renamed') })
      .expect(200);
    const { body } = await request(app).get(`/api/runs/${id}`).expect(200);
    expect(body).toMatchObject({ id, jobId, version: 2, doc: { name: 'Renamed' } });
  });

  test('who wants no more than that it is kept is not told what it says; what stands in the way is told in full', async () => {
    const { id } = await addRun((await addJob()).id);
    const put = (path: string, body: object) => request(app).put(path).set('Prefer', 'return=minimal').send(body);
    const { body, headers } = await put(`/api/runs/${id}`, { version: 1, doc: run('Renamed') }).expect(200);
    expect(headers['preference-applied']).toBe('return=minimal');
    expect(body).toMatchObject({ id, version: 2 });
    expect(body).not.toHaveProperty('doc');
    const { body: stale } = await put(`/api/runs/${id}`, { version: 1, doc: run('Late') }).expect(409);
    expect(stale).toMatchObject({ error: { code: 'stale', current: { version: 2, doc: { name: 'Renamed' } } } });
    const added = await addJob();
    const { body: kept } = await put(`/api/jobs/${added.id}`, { version: 1, doc: job('Other yard') }).expect(200);
    expect([kept.version, 'doc' in kept]).toEqual([2, false]);
  });

  test('a stale write changes nothing and answers 409 with what is there', async () => {
    const { id: jobId } = await addJob();
    const { id } = await addRun(jobId);
    await request(app)
      .put(`/api/runs/${id}`)
      .send({ version: 1, doc: run('First') })
      .expect(200);
    const { body } = await request(app)
      .put(`/api/runs/${id}`)
      .send({ version: 1, doc: run('Second') })
      .expect(409);
    expect(body).toMatchObject({ error: { code: 'stale', current: { version: 2, doc: { name: 'First' } } } });
    await request(app).delete(`/api/runs/${id}?version=1`).expect(409);
    await request(app).get(`/api/runs/${id}`).expect(200);
  });

  test('of twenty writers at once exactly one wins', async () => {
    const { id } = await addJob();
    const answers = await Promise.all(
      Array.from({ length: 20 }, (_, i) =>
        request(app)
          .put(`/api/jobs/${id}`)
          .send({ version: 1, doc: job(`Writer ${i}`) }),
      ),
    );
    const statuses = answers.map((answer) => answer.status);
    expect(statuses.filter((status) => status === 200)).toHaveLength(1);
    expect(statuses.filter((status) => status === 409)).toHaveLength(19);
  });

  test('sending the same new job again is a no-op', async () => {
    const body = { id: randomUUID(), doc: job('Once') };
    await request(app).post('/api/jobs').send(body).expect(201);
    const again = await request(app)
      .post('/api/jobs')
      .send({ ...body, doc: job('Twice') })
      .expect(201);
    expect(again.body).toMatchObject({ version: 1, doc: { name: 'Once' } });
  });

  test('a file comes in whole, goes out the same, and runs keep their order', async () => {
    const id = randomUUID();
    await request(app).post('/api/jobs/import').send({ id, file: demoFile }).expect(201);
    const { body } = await request(app).get(`/api/jobs/${id}/file`).expect(200);
    expect(body).toEqual(demoFile);
  });

  test('a deleted job takes its runs along', async () => {
    const { id: jobId } = await addJob();
    const { id } = await addRun(jobId);
    await request(app).delete(`/api/jobs/${jobId}?version=1`).expect(204);
    await request(app).get(`/api/jobs/${jobId}`).expect(404);
    await request(app).get(`/api/runs/${id}`).expect(404);
  });

  test('the demo is added once, and stays away when somebody deleted it', async () => {
    const id = randomUUID();
    await store.addDemo(id, demoFile);
    await request(app).delete(`/api/jobs/${id}?version=1`).expect(204);
    await store.addDemo(id, demoFile);
    await request(app).get(`/api/jobs/${id}`).expect(404);
  });
});

test('rows written by an earlier format are read as today’s, and written back as such', async () => {
  const { id: jobId } = await addJob();
  const { id } = await addRun(jobId);
  const pool = new pg.Client({ connectionString: url });
  await pool.connect();
  const written = JSON.parse(await readFile(FIRST_FORMAT, 'utf8')) as { file: { runs: object[] } };
  const [old] = written.file.runs;
  await pool.query('update run set doc = $1 where id = $2', [old, id]);
  await pool.query(`update job set doc = doc - 'clearance' - 'machine' - 'origin' - 'rates' - 'products' where id = $1`, [jobId]);
  await pool.end();
  const { body } = await request(app).get(`/api/runs/${id}`).expect(200);
  const doc = (body as { doc: Run }).doc;
  expect(doc.inverts.map(({ station, invert }) => [station, invert])).toEqual([
    [0, 2.86],
    [48, 2.06],
  ]);
  await request(app).put(`/api/runs/${id}`).send({ version: 1, doc }).expect(200);
  const file = await request(app).get(`/api/jobs/${jobId}/file`).expect(200);
  expect(file.body).toMatchObject({ version: FILE_VERSION, job: { clearance: { permit: null } } });
});

describe('the practice locate office', () => {
  const site: Job = { ...job(), origin: { lat: 0, lon: 0 } };
  const submission = { job: 'Test job', route: writeGeoJson(site, [{ run: run(), plan: planRun(site, run()) }]), origin: site.origin };
  const look = async (id: string) =>
    (await request(app).get(`/api/locate-office/${id}`).expect(200)).body as { reference: string; answer: OfficeAnswer | null };

  test('says nothing before its time, then answers, and the same again after a restart', async () => {
    const id = randomUUID();
    await request(app).post('/api/locate-office').send({ id, submission, patience: 3600 }).expect(201);
    expect((await look(id)).answer).toBeNull();
    clock = new Date('2026-11-02T09:00:00Z');
    const { answer, reference } = await look(id);
    expect(reference).toMatch(/^PO-\d{6}$/);
    expect(answer?.utilities).toHaveLength(5);
    const marked = answer?.utilities.filter(({ answer: said }) => said === 'marked') ?? [];
    if (marked.length > 0) expect(readGeoJson(answer?.marks ?? '', site.origin).marks).toHaveLength(marked.length);
    expect(await practiceOffice(db, () => clock).look(id)).toMatchObject({ reference, answer });
  });
  test('sending a request twice makes one; what is no route is refused with a sentence', async () => {
    const id = randomUUID();
    await request(app).post('/api/locate-office').send({ id, submission, patience: 60 }).expect(201);
    await request(app).post('/api/locate-office').send({ id, submission, patience: 0 }).expect(201);
    await request(app)
      .post('/api/locate-office')
      .send({ id, submission: { ...submission, job: 'Another job' }, patience: 0 })
      .expect(409);
    expect((await look(id)).answer).toBeNull();
    const bad = await request(app)
      .post('/api/locate-office')
      .send({ id: randomUUID(), submission: { ...submission, route: 'here to there' }, patience: 0 })
      .expect(400);
    expect(bad.body).toMatchObject({ error: { code: 'invalid', fields: [{ message: expect.stringContaining('not JSON') as string }] } });
    await request(app).get(`/api/locate-office/${randomUUID()}`).expect(404);
  });
});

test('lists come in pages that hold everything once, also while rows are added', async () => {
  const { id: jobId } = await addJob();
  const names = Array.from({ length: 7 }, (_, i) => `Run ${i}`);
  for (const name of names) await addRun(jobId, run(name));
  const seen: string[] = [];
  let after = '';
  do {
    const { body } = await request(app)
      .get(`/api/jobs/${jobId}/runs?limit=3${after && `&after=${after}`}`)
      .expect(200);
    const page = body as { items: { name: string; product: string }[]; next: string | null };
    expect(page.items.length).toBeLessThanOrEqual(3);
    seen.push(...page.items.map((item) => item.name));
    after = page.next ?? '';
  } while (after);
  expect(seen).toEqual(names);
});

describe('bad input', () => {
  test.each<[string, string, unknown, number, string]>([
    ['a document that breaks the schema', '/api/jobs', { id: randomUUID(), doc: { ...blankJob('x'), units: 'cubits' } }, 400, 'doc.units'],
    ['an unknown key', '/api/jobs', { id: randomUUID(), doc: { ...blankJob('x'), colour: 1 } }, 400, 'doc.colour'],
    ['an id that is none', '/api/jobs', { id: '1', doc: blankJob('x') }, 400, 'id'],
    ['nothing', '/api/jobs', undefined, 400, 'file'],
  ])('%s is named', async (_, path, body, status, field) => {
    const answer = await request(app)
      .post(path)
      .send(body as object)
      .expect(status);
    expect(answer.body).toMatchObject({ error: { code: 'invalid', fields: [{ field }] } });
  });
  test('what is not JSON', async () => {
    const answer = await request(app).post('/api/jobs').set('Content-Type', 'application/json').send('{"id":').expect(400);
    expect(answer.body).toMatchObject({ error: { code: 'not-json' } });
  });
  test('ten megabytes', async () => {
    const answer = await request(app)
      .post('/api/jobs')
      .send({ id: randomUUID(), doc: { ...blankJob('x'), name: 'x'.repeat(10_000_000) } })
      .expect(413);
    expect(answer.body).toMatchObject({ error: { code: 'too-large' } });
  });
  test.each(['/api/jobs/1', `/api/jobs/${randomUUID()}`, `/api/runs/${randomUUID()}`, '/api/nothing', "/api/jobs/'%20or%201=1"])(
    '%s is not here',
    async (path) => {
      const answer = await request(app).get(path).expect(404);
      expect(answer.body).toMatchObject({ error: { code: 'not-found' } });
    },
  );
  test('a job in the list says how many runs it has and when anything of it last changed', async () => {
    const [jobId, runId] = [randomUUID(), randomUUID()];
    await request(app)
      .post('/api/jobs')
      .send({ id: jobId, doc: blankJob('In brief') })
      .expect(201);
    const brief = async () => {
      const { items } = (await request(app).get('/api/jobs?limit=200').expect(200)).body as {
        items: { id: string; runs: number; issued: number; workedOn: string }[];
      };
      return items.find(({ id }) => id === jobId)!;
    };
    const empty = await brief();
    expect(empty).toMatchObject({ runs: 0, issued: 0 });
    const { body } = await request(app).post(`/api/jobs/${jobId}/runs`).send({ id: runId, doc: run() }).expect(201);
    const one = await brief();
    expect(one).toMatchObject({ runs: 1, issued: 0, workedOn: (body as { updatedAt: string }).updatedAt });
    expect(Date.parse(one.workedOn)).toBeGreaterThanOrEqual(Date.parse(empty.workedOn));
  });
  test('pages go on where they ended, also when the last row of one is gone and others came', async () => {
    const ids: string[] = [];
    for (let i = 0; i < 5; i++) ids.push((await addJob(job(`Paged ${i}`))).id);
    type Listed = { items: { id: string; name: string; doc?: unknown }[]; next: string | null };
    const page = async (after?: string) =>
      (
        await request(app)
          .get(`/api/jobs?limit=2${after === undefined ? '' : `&after=${after}`}`)
          .expect(200)
      ).body as Listed;
    const seen: string[] = [];
    let removed: string | undefined;
    for (let at = await page(); ; at = await page(at.next ?? undefined)) {
      seen.push(...at.items.map(({ id }) => id));
      const last = at.items.at(-1);
      if (removed === undefined && last && ids.slice(0, 4).includes(last.id)) {
        removed = last.id;
        await request(app).delete(`/api/jobs/${removed}?version=1`).expect(204);
      }
      expect(at.items.every((one) => one.doc === undefined)).toBe(true);
      if (at.next === null) break;
    }
    expect(removed).toBeDefined();
    expect(ids.every((id) => seen.filter((one) => one === id).length === 1)).toBe(true);
    expect(new Set(seen).size).toBe(seen.length);
    await request(app).get('/api/jobs?after=yesterday').expect(400);
  });
  test('what a database cannot hold is cleaned on its way in, and sending it again is the same as once', async () => {
    const id = randomUUID();
    const bad = { ...job(), name: 'Main\u0000 \ud800 run' };
    const send = () => request(app).post('/api/jobs').send({ id, doc: bad }).expect(201);
    expect(((await send()).body as { doc: Job }).doc.name).toBe('Main \ufffd run');
    expect((await send()).body).toMatchObject({ version: 1 });
    const at = new Date().toISOString();
    const fact = { kind: 'dreamt-of', 'na\u0000me': ['x\udfff'] };
    const entry = { id: randomUUID(), author: 'foreman', device: 'd', count: 1, known: 0, at, clock: 0, fact };
    for (let i = 0; i < 2; i++) await request(app).post(`/api/jobs/${id}/book`).send({ entry }).expect(201);
    const { items } = (await request(app).get(`/api/jobs/${id}/book`).expect(200)).body as { items: { entry: { fact: unknown } }[] };
    expect(items.map(({ entry: kept }) => kept.fact)).toEqual([{ kind: 'dreamt-of', name: ['x\ufffd'] }]);
  });
  test.each([
    ['a bad escape', () => request(app).get('/api/jobs/%E0%A4%A'), 400],
    ['an encoding nobody knows', () => request(app).post('/api/jobs').set('Content-Encoding', 'zip').send({}), 415],
    [
      'a character set nobody knows',
      () => request(app).post('/api/jobs').set('Content-Type', 'application/json; charset=klingon').send('{}'),
      415,
    ],
    ['a version no column holds', () => request(app).put(`/api/jobs/${randomUUID()}`).send({ version: 3e9, doc: job() }), 400],
    ['a version no column holds, deleting', () => request(app).delete(`/api/jobs/${randomUUID()}?version=99999999999`), 400],
    ['text that is no JSON', () => request(app).post('/api/jobs').set('Content-Type', 'application/json').send('{"id":'), 400],
  ])('%s is answered with a sentence, not as a fault of the server', async (_, ask, status) => {
    const answer = await ask();
    expect(answer.status).toBe(status);
    expect((answer.body as { error: { message: string } }).error.message).toMatch(/\.$/);
  });
  test('a run cannot join a job that is not there, nor be listed by a bad page', async () => {
    await request(app).post(`/api/jobs/${randomUUID()}/runs`).send({ id: randomUUID(), doc: run() }).expect(404);
    await request(app).get('/api/jobs?limit=100000').expect(400);
  });
});

test('answers carry security headers and never a stack', async () => {
  const broken = { ...store, pageOfJobs: () => Promise.reject(new Error('secret detail')) };
  const answer = await request(appOf({ ...services, store: broken }))
    .get('/api/jobs')
    .expect(500);
  expect(answer.headers['content-security-policy']).toContain("default-src 'self'");
  expect(answer.headers['x-powered-by']).toBeUndefined();
  expect(JSON.stringify(answer.body)).not.toMatch(/secret|at .*\.ts/);
  // What a page asks for is never shown as one: what it may do is told with the page.
  const asked = await request(app).get('/api/jobs').set('Sec-Fetch-Dest', 'empty').expect(200);
  expect(asked.headers['x-content-type-options']).toBe('nosniff');
  expect(asked.headers['x-powered-by']).toBeUndefined();
  expect(asked.headers['content-security-policy']).toBeUndefined();
});

describe('issued plans', () => {
  const issue = (runId: string, body: object) =>
    request(app)
      .post(`/api/runs/${runId}/revisions`)
      .send({ id: randomUUID(), author: 'foreman', why: 'First plan', job: 1, run: 1, ...body });
  const list = async (runId: string) =>
    (await request(app).get(`/api/runs/${runId}/revisions`).expect(200)).body as {
      items: { id: string; number: number; changes: string[]; digest: string }[];
    };

  test('a plan is issued with a number, who, why and what changed; the copy stays as it was, numbers and all', async () => {
    const { id: jobId } = await addJob();
    const { id } = await addRun(jobId);
    const first = await issue(id, {}).expect(201);
    expect(first.body).toMatchObject({ number: 1, author: 'foreman', why: 'First plan', changes: ['First issue'] });
    const wider = run();
    wider.reaches[0] = { ...(wider.reaches[0] as Run['reaches'][number]), bottomWidth: 0.9 };
    await request(app).put(`/api/runs/${id}`).send({ version: 1, doc: wider }).expect(200);
    const second = await issue(id, { run: 2, why: 'More room' }).expect(201);
    expect((second.body as { changes: string[] }).changes).toContain('Reaches from 0.0 m, bottom width: 0.9, was 0.6');
    const { items } = await list(id);
    expect(items.map(({ number }) => number)).toEqual([2, 1]);
    // The list of jobs says of this one: one run, one of them issued.
    const listed = ((await request(app).get('/api/jobs?limit=200').expect(200)).body as { items: { id: string }[] }).items;
    expect(listed.find(({ id }) => id === jobId)).toMatchObject({ runs: 1, issued: 1 });
    const old = (await request(app).get(`/api/revisions/${items[1]?.id}`).expect(200)).body as Revision;
    expect(old.body.run).toEqual(run());
    expect(createHash('sha256').update(bodyText(old.body)).digest('hex')).toBe(old.digest);
    expect(figuresOf(planRun(old.body.job, old.body.run))).toEqual(old.body.figures);
    const page = (
      await request(app)
        .get(`/api/jobs/${jobOf.get(id)}/book`)
        .expect(200)
    ).body as { inForce: unknown };
    expect(page.inForce).toEqual({ [id]: { id: items[0]?.id, number: 2 } });
  });
  test('nobody issues what they have not seen; asking for the same again makes one', async () => {
    const { id } = await addRun((await addJob()).id);
    await issue(id, { run: 2 }).expect(409);
    const same = randomUUID();
    await issue(id, { id: same }).expect(201);
    await issue(id, { id: same }).expect(201);
    // Another issue under its id is none: of another reason, or of another run.
    await issue(id, { id: same, why: 'another' }).expect(409);
    await issue((await addRun((await addJob()).id)).id, { id: same }).expect(409);
    expect((await list(id)).items).toHaveLength(1);
    expect((await issue(id, { why: '' }).expect(400)).text).toContain('why');
    const numbers = await Promise.all(
      Array.from({ length: 5 }, async () => ((await issue(id, {}).expect(201)).body as { number: number }).number),
    );
    expect(numbers.sort()).toEqual([2, 3, 4, 5, 6]);
  });
  test('a look names a plan issued for its run; what is found wanting is heard whatever it names', async () => {
    const [a, b] = [await addRun((await addJob()).id), await addRun((await addJob()).id)];
    const { id: plan } = (await issue(a.id, {}).expect(201)).body as { id: string };
    const look = (ok: boolean) => ({
      entry: {
        ...{ id: randomUUID(), author: 'foreman', device: 'd1', count: 1, known: 0, at: new Date().toISOString(), clock: 0 },
        fact: {
          kind: 'inspection',
          from: 0,
          to: 30,
          until: new Date(Date.now() + 3_600_000).toISOString(),
          revision: plan,
          ladders: [],
          items: [{ id: 'water', ask: 'No water stands', ok, note: '', from: 0, to: 30 }],
        },
      },
    });
    await request(app).post(`/api/runs/${a.id}/book`).send(look(true)).expect(201);
    expect((await request(app).post(`/api/runs/${b.id}/book`).send(look(true)).expect(400)).text).toContain('not issued for this run');
    await request(app).post(`/api/runs/${b.id}/book`).send(look(false)).expect(201);
  });
  test('a file carries what was issued: ids kept where they are new, nothing issued in a copy; one that was changed since is refused', async () => {
    const { id: jobId } = await addJob();
    const { id } = await addRun(jobId);
    const { id: plan } = (await issue(id, {}).expect(201)).body as { id: string };
    const fact = { kind: 'fillRead', lift: randomUUID(), station: 2, tool: 'impact', value: 20, revision: plan, note: '' };
    const entry = { id: randomUUID(), author: 'crew', device: 'phone', count: 1, known: 0, at: '2026-11-02T08:00:00.000Z', clock: 0, fact };
    const file = (await request(app).get(`/api/jobs/${jobId}/file`).expect(200)).body as JobFile;
    expect(file.revisions).toMatchObject([{ run: 0, id: plan, number: 1, author: 'foreman' }]);
    const withEntry = { ...file, book: [{ run: 0, entry }] };
    const bring = (one: object, status: number) => {
      const made = randomUUID();
      return request(app)
        .post('/api/jobs/import')
        .send({ id: made, file: one })
        .expect(status)
        .then(({ text }) => ({ made, text }));
    };
    const fileOf = async (made: string) => (await request(app).get(`/api/jobs/${made}/file`).expect(200)).body as JobFile;
    // In a copy nothing is issued: what was seen elsewhere opens no gate there.
    const copy = await fileOf((await bring(withEntry, 201)).made);
    expect(copy.revisions).toEqual([]);
    expect(copy.book).toHaveLength(1);
    // The same on a server that has none of it: here one under other ids.
    const [there] = file.revisions as [JobFile['revisions'][number]];
    const fresh = { ...file, revisions: [{ ...there, id: randomUUID() }] };
    expect((await fileOf((await bring(fresh, 201)).made)).revisions).toEqual(fresh.revisions);
    const deeper = { ...there, body: { ...there.body, figures: { ...there.body.figures, length: 1 } } };
    expect((await bring({ ...file, revisions: [deeper] }, 400)).text).toContain('is not as it was issued');
    const other = { ...deeper, digest: createHash('sha256').update(orderedJson(deeper.body)).digest('hex') };
    expect((await bring({ ...file, revisions: [other] }, 400)).text).toContain('is here already and is another');
    // Put together by hand: its digest is right, and nothing could work to it.
    const body = { ...there.body, run: { ...there.body.run, stations: 'none' } };
    const none = { ...there, id: randomUUID(), body, digest: createHash('sha256').update(orderedJson(body)).digest('hex') };
    expect((await bring({ ...file, revisions: [none] }, 400)).text).toContain('cannot be read: run.stations: Needs a list');
    expect((await bring({ ...file, revisions: [there, { ...there, id: randomUUID() }] }, 400)).text).toContain('in the file twice');
    const { made, text } = await bring({ ...file, revisions: [{ ...there, run: 7 }] }, 400);
    expect(text).toContain('not in the file');
    await request(app).get(`/api/jobs/${made}`).expect(404);
  });
  test('one that cannot be dug is not issued, and the database itself keeps what is', async () => {
    const { id } = await addRun((await addJob()).id, { ...run(), ...fallingRun(run(), 99, 99) });
    expect((await issue(id, {}).expect(400)).text).toContain('at or above the ground');
    const other = await addRun((await addJob()).id);
    await issue(other.id, {}).expect(201);
    const raw = new pg.Client({ connectionString: url });
    await raw.connect();
    await expect(raw.query(`update revision set why = 'other'`)).rejects.toThrow('append-only');
    await expect(raw.query('delete from revision')).rejects.toThrow('append-only');
    await raw.end();
  });
});

test('connections the database drops are replaced; what was saved is there', async () => {
  const { id } = await addJob(job('Kept'));
  const admin = new pg.Client({ connectionString: url });
  await admin.connect();
  await admin.query(
    'select pg_terminate_backend(pid) from pg_stat_activity where pid <> pg_backend_pid() and datname = current_database()',
  );
  await admin.end();
  // A cut connection may still lie in the pool: until it is drained an honest 503, never anything else.
  let answer = await request(app).get(`/api/jobs/${id}`);
  for (let left = 10; answer.status === 503 && left > 0; left--) answer = await request(app).get(`/api/jobs/${id}`);
  expect(answer.status).toBe(200);
  const { body } = answer;
  expect(body).toMatchObject({ doc: { name: 'Kept' } });
});

describe('the book', () => {
  let count = 0;
  const entryOf = (fact: Fact, more: Partial<Envelope> = {}): Entry => ({
    id: randomUUID(),
    author: 'foreman',
    device: 'd1',
    count: ++count,
    known: 0,
    at: new Date().toISOString(),
    clock: 0,
    ...more,
    fact,
  });
  const rain = (id: string = randomUUID(), note = ''): Entry => entryOf({ kind: 'happening', what: 'rain', where: null, note }, { id });
  const add = (runId: string, entry: unknown, sent = Date.now()) => request(app).post(`/api/runs/${runId}/book`).send({ entry, sent });
  const read = async (runId: string, query = '') =>
    (
      await request(app)
        .get(`/api/jobs/${jobOf.get(runId) ?? runId}/book${query}`)
        .expect(200)
    ).body as {
      items: { seq: number; about: string; off: number | null; entry: Entry }[];
      next: number | null;
    };

  test('entries are kept in the order they came; the same one sent again is kept once', async () => {
    const { id } = await addRun((await addJob()).id);
    const [first, second] = [rain(), rain()];
    const answers = [await add(id, first).expect(201), await add(id, second).expect(201)];
    await add(id, first).expect(201);
    // What a page says of an entry is what was said when it came, to the last figure.
    expect(await read(id)).toMatchObject({
      items: answers.map(({ body }) => body as unknown),
      next: null,
      inForce: {},
      heads: { [id]: { place: 2 } },
    });
    const page = await read(id, '?limit=1');
    expect(page.items).toHaveLength(1);
    expect(await read(id, `?limit=1&after=${page.next}`)).toMatchObject({ items: [answers[1]?.body], next: null, inForce: {} });
    expect(await read(id, `?limit=2&after=${page.next}`)).toMatchObject({ next: null });
    expect(await read(randomUUID(), '?limit=2')).toEqual({ items: [], next: null, inForce: {}, heads: {} });
  });
  test('another entry under a number that is taken is refused, and so is one on another run', async () => {
    const [a, b] = [await addRun((await addJob()).id), await addRun((await addJob()).id)];
    const entry = rain();
    await add(a.id, entry).expect(201);
    for (const [runId, other] of [
      [a.id, rain(entry.id, 'something else')],
      [b.id, entry],
    ] as const) {
      const answer = await add(runId, other).expect(409);
      expect((answer.body as { error: { code: string } }).error.code).toBe('taken');
    }
    expect((await read(a.id)).items[0]?.entry).toEqual(entry);
  });
  test('a correction names an entry of the same run; nonsense is refused with its field', async () => {
    const { id } = await addRun((await addJob()).id);
    const wrong = rain();
    expect((await add(id, { ...rain(), corrects: wrong.id }).expect(400)).text).toContain('not in the book of this run');
    await add(id, wrong).expect(201);
    await add(id, { ...rain(), corrects: wrong.id }).expect(201);
    expect((await add(id, entryOf({ kind: 'air', from: 2, to: 1, points: [] })).expect(400)).text).toContain('greater station second');
    expect((await add(id, { ...rain(), author: '' }).expect(400)).text).toContain('Say who');
    await add(randomUUID(), rain()).expect(404);
  });
  test('says how far the clock of a device is off, and what time it is', async () => {
    const { id } = await addRun((await addJob()).id);
    const answer = await add(id, rain(), Date.now() - 40 * 60_000).expect(201);
    expect(Math.abs((answer.body as { off: number }).off - 40 * 60_000)).toBeLessThan(5000);
    expect(Math.abs(Number(answer.headers['x-server-now']) - Date.now())).toBeLessThan(5000);
  });
  test('an entry of a kind this program does not know is kept as it came; of a kind it knows it has to have its form', async () => {
    const { id } = await addRun((await addJob()).id);
    const strange = { ...rain(), fact: { kind: 'quake', strength: 5 } };
    await add(id, strange).expect(201);
    expect((await read(id)).items[0]?.entry).toEqual(strange);
    await add(id, { ...rain(), fact: { kind: 'happening', what: 'flood', where: null, note: '' } }).expect(400);
    await add(id, { ...rain(), fact: { kind: 'quake', text: 'x'.repeat(200_000) } }).expect(400);
  });
  test('of twenty entries at once every one is kept, and each is seen with all that came before it', async () => {
    const { id } = await addRun((await addJob()).id);
    const seen: number[][] = [];
    const looking = (async () => {
      for (let i = 0; i < 10; i++) seen.push((await read(id)).items.map(({ seq }) => seq));
    })();
    await Promise.all([...Array.from({ length: 20 }, () => add(id, rain()).expect(201)), looking]);
    const all = (await read(id)).items.map(({ seq }) => seq);
    expect(all).toHaveLength(20);
    for (const page of seen) expect(page).toEqual(all.slice(0, page.length));
  });
  test('what cannot be true is refused with its reason, bad news is not', async () => {
    const { id } = await addRun((await addJob()).id);
    const box = (name: string, piece = name): Fact => ({ kind: 'delivered', kit: 'box-medium', pieces: [{ id: piece, name }] });
    const put = (piece: string, from: number): Fact => ({
      kind: 'standing',
      pit: null,
      pieces: [{ piece, from, to: from + 3, extensions: 0, frames: 0 }],
    });
    const refused = async (fact: Fact) => (await add(id, entryOf(fact)).expect(400)).text;
    expect(await refused(put('b1', 2))).toContain('More pieces than were delivered');
    await add(id, entryOf(box('Box 1', 'b1'))).expect(201);
    await add(id, entryOf(box('Box 2', 'b2'))).expect(201);
    expect(await refused(box('Box 1', 'b3'))).toContain('is on site already');
    await add(id, entryOf(put('b1', 2))).expect(201);
    expect(await refused(put('b2', 4))).toContain('Box 1 stands there');
    expect(await refused({ kind: 'takenOut', pieces: ['b2'] })).toContain('does not stand');
    await add(id, rain()).expect(201);
  });
  const line: ExistingLine = { ...blankExisting('Fuel', 12, 'x1'), kind: 'fuel' };
  const crossed = { ...run(), existing: [line] };
  const exposed = (cover: number | undefined): Fact => ({
    kind: 'exposure',
    line: 'x1',
    name: 'Fuel',
    where: line.where,
    record:
      cover === undefined
        ? { result: 'notFound', depth: 1.2, note: '' }
        : { result: 'found', station: 12.2, cover, size: 0.05, kind: 'fuel', seen: 0.6, note: '' },
  });
  const seen = async (runId: string) => {
    const { items } = await read(runId);
    const kept: Kept[] = items.filter(({ about }) => about === runId).map(({ seq, entry }) => ({ seq, entry: readEntry(entry) }));
    return recordsOf(line, kept).map(({ exposure, lapsed }) => lapsed ?? (exposure.result === 'found' ? exposure.cover : 'lost'));
  };
  test('a line exposed by two people on two devices at once: both are there; the plan that is issued has them', async () => {
    const { id: jobId } = await addJob();
    const { id } = await addRun(jobId, crossed);
    const [a, b] = [entryOf(exposed(0.6), { device: 'a', count: 1 }), entryOf(exposed(0.9), { device: 'b', count: 1 })];
    await Promise.all([add(id, a).expect(201), add(id, b).expect(201)]);
    expect((await seen(id)).sort()).toEqual([0.6, 0.9]);
    const issued = { id: randomUUID(), author: 'foreman', why: 'First', job: 1, run: 1 };
    const { body } = await request(app).post(`/api/runs/${id}/revisions`).send(issued).expect(201);
    const copy = (
      await request(app)
        .get(`/api/revisions/${(body as Revision).id}`)
        .expect(200)
    ).body as Revision;
    expect(copy.body.run.existing[0]?.exposures).toHaveLength(2);
    expect((await request(app).get(`/api/runs/${id}`).expect(200)).text).not.toContain('exposures');
  });
  test('what is of the whole job stands there, what is of a run with the run; marks of a day to come are refused', async () => {
    const { id: jobId } = await addJob();
    const { id } = await addRun(jobId, crossed);
    const ofJob = (fact: Fact) =>
      request(app)
        .post(`/api/jobs/${jobId}/book`)
        .send({ entry: entryOf(fact) });
    await ofJob({ kind: 'walk', note: '' }).expect(201);
    expect((await ofJob(exposed(0.6)).expect(400)).text).toContain('about one run');
    expect((await add(id, entryOf({ kind: 'walk', note: '' })).expect(400)).text).toContain('about the whole job');
    expect((await ofJob({ kind: 'marks', day: '2999-01-01' }).expect(400)).text).toContain('still to come');
    expect((await read(id)).items.map(({ about }) => about)).toEqual([jobId]);
    await request(app)
      .post(`/api/jobs/${randomUUID()}/book`)
      .send({ entry: entryOf({ kind: 'walk', note: '' }) })
      .expect(404);
  });
  test('the book goes with the job file, and means the same in the job it becomes; a variant knows the lines of its run', async () => {
    const { id: jobId } = await addJob();
    const { id } = await addRun(jobId, crossed);
    // Somebody else’s, in between: places in the order of arrival are those of the whole server.
    await add((await addRun((await addJob()).id)).id, rain()).expect(201);
    const lost = entryOf(exposed(undefined), { device: 'a' });
    const seq = ((await add(id, lost).expect(201)).body as { seq: number }).seq;
    const slip = entryOf(exposed(0.9), { device: 'b', known: 0 });
    await add(id, slip).expect(201);
    await add(id, entryOf({ kind: 'wrong', why: 'another line' }, { corrects: slip.id })).expect(201);
    // Found by somebody who knew of the search.
    await add(id, entryOf(exposed(0.6), { device: 'c', known: seq })).expect(201);
    const counts = ['settled', 'withdrawn', 0.6];
    expect(await seen(id)).toEqual(counts);
    const { id: variant } = await addRun(jobId, crossed, id);
    expect(await seen(variant)).toEqual(counts);
    const { body: file } = await request(app).get(`/api/jobs/${jobId}/file`).expect(200);
    const made = randomUUID();
    await request(app).post('/api/jobs/import').send({ id: made, file }).expect(201);
    const runs = ((await request(app).get(`/api/jobs/${made}/runs/all`).expect(200)).body as { items: { id: string }[] }).items;
    for (const one of runs) {
      jobOf.set(one.id, made);
      expect(await seen(one.id)).toEqual(counts);
    }
    expect((await request(app).get(`/api/jobs/${made}/file`).expect(200)).body).toMatchObject({ runs: (file as JobFile).runs });
  });
  test('entries of a file keep their ids where they are new here, get others in a copy, and are refused where an id says something else', async () => {
    const lift = randomUUID();
    const envelope = { author: 'crew', device: 'phone', known: 0, at: '2026-11-02T08:00:00.000Z', clock: 0 };
    const revision = randomUUID();
    const filled = {
      kind: 'filled',
      from: 0,
      to: 5,
      layer: 'fill',
      material: 'What was dug',
      mark: { from: 'ground', at: 0.4 },
      thickness: 0.15,
      side: 'both',
      compactor: 'rammer',
      passes: 4,
      squeeze: null,
      revision,
      note: '',
    };
    const reading = { kind: 'fillRead', lift, station: 2, tool: 'impact', value: 20, revision, note: '' };
    const book = [
      { run: 0, entry: { ...envelope, id: lift, count: 1, fact: filled } },
      { run: 0, entry: { ...envelope, id: randomUUID(), count: 2, fact: reading } },
    ];
    const file = { ...demoFile, book };
    const factsOf = async (id: string) =>
      ((await request(app).get(`/api/jobs/${id}/file`).expect(200)).body as JobFile).book.map(
        ({ entry }) => entry as { id: string; fact: { lift?: string } },
      );
    const [first, second, third] = [randomUUID(), randomUUID(), randomUUID()];
    await request(app).post('/api/jobs/import').send({ id: first, file }).expect(201);
    expect((await factsOf(first)).map(({ id }) => id)).toEqual(book.map(({ entry }) => entry.id));
    await request(app).post('/api/jobs/import').send({ id: second, file }).expect(201);
    const [copy, read] = await factsOf(second);
    expect(copy?.id).not.toBe(lift);
    expect(read?.fact.lift).toBe(copy?.id);
    const other = {
      ...file,
      book: [book[0], { run: 0, entry: { ...(book[1] as (typeof book)[1]).entry, fact: { ...reading, value: 3 } } }],
    };
    const answer = await request(app).post('/api/jobs/import').send({ id: third, file: other }).expect(400);
    expect(JSON.stringify(answer.body)).toContain(
      `Entry ${(book[1] as (typeof book)[1]).entry.id} is here already and says something else`,
    );
    await request(app).get(`/api/jobs/${third}`).expect(404);
    const twice = {
      ...file,
      book: [
        { ...book[0], entry: { ...(book[0] as (typeof book)[0]).entry, id: third } },
        { ...book[0], entry: { ...(book[0] as (typeof book)[0]).entry, id: third } },
      ],
    };
    await request(app).post('/api/jobs/import').send({ id: third, file: twice }).expect(400);
  });
  test('the database itself refuses to change or remove an entry, and a run with a record is never deleted', async () => {
    const { id, version } = await addRun((await addJob()).id);
    await add(id, rain()).expect(201);
    const raw = new pg.Client({ connectionString: url });
    await raw.connect();
    await expect(raw.query(`update book_entry set entry = '{}'`)).rejects.toThrow('append-only');
    await expect(raw.query('delete from book_entry')).rejects.toThrow('append-only');
    await expect(raw.query('truncate book_entry')).rejects.toThrow('append-only');
    await raw.end();
    const answer = await request(app).delete(`/api/runs/${id}?version=${version}`).expect(409);
    expect(answer.body).toMatchObject({ error: { code: 'recorded', message: expect.stringContaining('never deleted') as string } });
    expect((await read(id)).items).toHaveLength(1);
  });
});
