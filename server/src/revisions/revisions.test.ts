import { createHash, randomUUID } from 'node:crypto';
import { bodyText, fallingRun, figuresOf, planRun, type JobFile, type Revision, type Run, orderedJson } from '@tamper/core';
import pg from 'pg';
import request from 'supertest';
import { openApi, run } from '../http/api.testing';

const { url, app, addJob, addRun, jobOf, begin, end } = openApi('revisions');
beforeAll(begin);
afterAll(end);

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
