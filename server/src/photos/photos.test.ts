import { blankJob, type Entry } from '@tamper/core';
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { pino } from 'pino';
import sharp from 'sharp';
import request from 'supertest';
import { connect, migrateUp } from '../db/connect';
import { createApp } from '../http/app';
import { openServices } from '../http/services';
import { openLive, type News } from '../live/live';
import type { Received } from './photos';

const url = process.env.TEST_DATABASE_URL;
if (!url) throw new Error('TEST_DATABASE_URL is not set; run the tests with `npm test`.');

const { db, close } = connect(url, () => undefined);
const live = openLive(url, () => undefined);
const services = openServices(db, live);
const { store, book, photos } = services;
const { app, end } = createApp(services, pino({ level: 'silent' }));
beforeAll(() => migrateUp(db));
afterAll(async () => {
  end();
  await Promise.all([live.close(), close()]);
});

/** A picture no other test has: noise, so that it is of some size. */
const picture = (width = 320, height = 240) =>
  sharp(randomBytes(width * height * 3), { raw: { width, height, channels: 3 } })
    .jpeg({ quality: 80 })
    .toBuffer();
const nameOf = (file: Buffer) => createHash('sha256').update(file).digest('hex');
const part = (hash: string, first: number, size: number, bytes: Buffer) =>
  request(app).post(`/api/photos/${hash}?first=${first}&size=${size}`).set('Content-Type', 'application/octet-stream').send(bytes);
const receivedOf = async (hash: string) => (await request(app).get(`/api/photos/${hash}/received`).expect(200)).body as unknown;
/** Sends a photo as a device does: on from where the server has it, until it is there. */
async function whole(file: Buffer): Promise<Received> {
  let now: Received = { have: 0, done: false };
  while (!now.done) now = (await part(nameOf(file), now.have, file.length, file.subarray(now.have)).expect(200)).body as Received;
  return now;
}

test('a photo comes in parts, goes on where it was cut off, and is served as it was, for good, with a small picture', async () => {
  const file = await picture();
  const hash = nameOf(file);
  expect(await receivedOf(hash)).toEqual({ have: 0, done: false });
  await part(hash, 0, file.length, file.subarray(0, 5000)).expect(200, { have: 5000, done: false });
  // Sent again as its answer was lost; out of turn; nothing at all: each is told where to go on.
  for (const [first, bytes] of [
    [0, file.subarray(0, 5000)],
    [9000, file.subarray(9000)],
    [0, Buffer.alloc(0)],
  ] as const)
    await part(hash, first, file.length, bytes).expect(200, { have: 5000, done: false });
  await request(app).get(`/api/photos/${hash}`).expect(404);
  expect(await receivedOf(hash)).toEqual({ have: 5000, done: false });
  await part(hash, 5000, file.length, file.subarray(5000)).expect(200, { have: file.length, done: true });
  expect(await receivedOf(hash)).toEqual({ have: file.length, done: true });
  expect(await whole(file)).toEqual({ have: file.length, done: true });

  const served = await request(app).get(`/api/photos/${hash}`).expect(200).expect('Content-Type', 'image/jpeg');
  expect(served.headers['cache-control']).toBe('private, max-age=31536000, immutable');
  expect(nameOf(served.body as Buffer)).toBe(hash);
  const small = await request(app).get(`/api/photos/${hash}/small`).expect(200);
  expect(await sharp(small.body as Buffer).metadata()).toMatchObject({ format: 'jpeg', width: 320, height: 240 });
  const { rowCount } = await db.execute(`select from photo_part where hash = '${hash}'`);
  expect(rowCount).toBe(0);
});

test('two devices send the same photo at once: it is kept once, and both hear that it is here', async () => {
  for (let round = 0; round < 5; round++) {
    const file = await picture();
    const answers = await Promise.all([whole(file), whole(file), whole(file), whole(file)]);
    for (const answer of answers) expect(answer).toEqual({ have: file.length, done: true });
  }
});

test.each<[string, () => Promise<Buffer>, number, string]>([
  ['text under the name of a photo', () => Promise.resolve(Buffer.from('no photo at all\n'.repeat(50))), 422, 'not-a-photo'],
  ['half a photo', async () => (await picture()).subarray(0, 9000), 422, 'not-a-photo'],
  [
    'a drawing that could run something',
    () => Promise.resolve(Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>')),
    422,
    'not-a-photo',
  ],
  ['one that was never scaled', () => picture(1700, 20), 422, 'not-a-photo'],
  ['one larger than any', () => Promise.resolve(Buffer.alloc(600_001)), 413, 'too-large'],
])('%s: a sentence, and nothing of it is kept', async (_, made, status, code) => {
  const file = await made();
  const { body } = await part(nameOf(file), 0, file.length, file).expect(status);
  expect((body as { error: { code: string; message: string } }).error).toMatchObject({
    code,
    message: expect.stringMatching(/^.{20,}$/) as string,
  });
  expect(await receivedOf(nameOf(file))).toEqual({ have: 0, done: false });
});

test('what was spoiled on the way is thrown away and may be sent anew', async () => {
  const file = await picture();
  const spoiled = Buffer.from(file);
  spoiled[3000] = (spoiled[3000] as number) ^ 1;
  const { body } = await part(nameOf(file), 0, file.length, spoiled).expect(422);
  expect((body as { error: { code: string } }).error.code).toBe('broken');
  expect(await receivedOf(nameOf(file))).toEqual({ have: 0, done: false });
  expect(await whole(file)).toEqual({ have: file.length, done: true });
});

test.each(['..%2f..%2fetc', 'A'.repeat(64), 'abc'])('%s names no photo', (name) => request(app).get(`/api/photos/${name}`).expect(404));

test('that a photo is here is told to who listens', async () => {
  const heard: (News | 'missed')[] = [];
  const stop = live.listen((news) => heard.push(news));
  const file = await picture();
  await whole(file);
  const end = Date.now() + 5000;
  const there = () => heard.some((news) => news !== 'missed' && news.kind === 'photo' && news.hash === nameOf(file));
  while (!there() && Date.now() < end) await new Promise((done) => setTimeout(done, 10));
  expect(there()).toBe(true);
  stop();
});

test('after a month a photo goes whose entry never came, and a part nobody went on with; the others stay', async () => {
  const [used, unused, begun] = [await picture(), await picture(), await picture()];
  await whole(used);
  await whole(unused);
  await part(nameOf(begun), 0, begun.length, begun.subarray(0, 1000)).expect(200);
  const jobId = randomUUID();
  await store.addJob(jobId, blankJob('Photos'));
  const photo = { hash: nameOf(used), width: 320, height: 240, taken: null };
  const entry: Entry = {
    ...{ id: randomUUID(), author: 'foreman', device: 'd1', count: 1, known: 0, at: '2026-11-02T07:00:00Z', clock: 0, photos: [photo] },
    fact: { kind: 'wrong', why: 'a test' },
  };
  await book.add(jobId, jobId, entry, undefined, () => undefined);
  const days = (count: number) => new Date(Date.now() + count * 86_400_000);
  await photos.sweep(days(29));
  expect(await receivedOf(nameOf(unused))).toMatchObject({ done: true });
  const swept = await photos.sweep(days(31));
  expect(swept.photos).toBeGreaterThanOrEqual(1);
  expect(swept.parts).toBeGreaterThanOrEqual(1);
  expect(await receivedOf(nameOf(used))).toMatchObject({ done: true });
  for (const file of [unused, begun]) expect(await receivedOf(nameOf(file))).toEqual({ have: 0, done: false });
});
