import { randomUUID } from 'node:crypto';
import {
  blankExisting,
  readEntry,
  recordsOf,
  type Entry,
  type Envelope,
  type ExistingLine,
  type Fact,
  type JobFile,
  type Kept,
  type Revision,
} from '@tamper/core';
import { demoFile } from '@tamper/core/demo';
import pg from 'pg';
import request from 'supertest';
import { openApi, run } from '../http/api.testing';

const { url, app, addJob, addRun, jobOf, begin, end } = openApi('book');
beforeAll(begin);
afterAll(end);

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
