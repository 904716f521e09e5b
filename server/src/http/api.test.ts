import { randomUUID } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { blankJob, FILE_VERSION, type Job, type Run } from '@tamper/core';
import { demoFile } from '@tamper/core/demo';
import pg from 'pg';
import request from 'supertest';
import { connect } from '../db/connect';
import { faultOf } from './errors';
import { job, openApi, run } from './api.testing';

const { url, app, appOf, services, servicesOf, addJob, addRun, begin, end } = openApi('api');
beforeAll(begin);
afterAll(end);
const { store } = services;

/** The demonstration as the first program wrote it. */
const FIRST_FORMAT = join(__dirname, '../../../core/src/job/upgrade/history/format1.json');
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
