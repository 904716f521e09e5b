import { randomUUID } from 'node:crypto';
import { planRun, type Job } from '@tamper/core';
import { readGeoJson, writeGeoJson } from '@tamper/core/formats';
import type { OfficeAnswer } from '@tamper/core/office';
import request from 'supertest';
import { job, openApi, run } from '../http/api.testing';

const { app, office, timeIs, begin, end } = openApi('office');
beforeAll(begin);
afterAll(end);

describe('the practice locate office', () => {
  const site: Job = { ...job(), origin: { lat: 0, lon: 0 } };
  const submission = { job: 'Test job', route: writeGeoJson(site, [{ run: run(), plan: planRun(site, run()) }]), origin: site.origin };
  const look = async (id: string) =>
    (await request(app).get(`/api/locate-office/${id}`).expect(200)).body as { reference: string; answer: OfficeAnswer | null };

  test('says nothing before its time, then answers, and the same again after a restart', async () => {
    const id = randomUUID();
    await request(app).post('/api/locate-office').send({ id, submission, patience: 3600 }).expect(201);
    expect((await look(id)).answer).toBeNull();
    timeIs('2026-11-02T09:00:00Z');
    const { answer, reference } = await look(id);
    expect(reference).toMatch(/^PO-\d{6}$/);
    expect(answer?.utilities).toHaveLength(5);
    const marked = answer?.utilities.filter(({ answer: said }) => said === 'marked') ?? [];
    if (marked.length > 0) expect(readGeoJson(answer?.marks ?? '', site.origin).marks).toHaveLength(marked.length);
    expect(await office().look(id)).toMatchObject({ reference, answer });
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
