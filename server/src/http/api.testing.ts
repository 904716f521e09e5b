import { blankJob, blankRun, type Job, type Run } from '@tamper/core';
import type { Express } from 'express';
import { randomUUID } from 'node:crypto';
import { pino } from 'pino';
import request from 'supertest';
import { connect, migrateUp } from '../db/connect';
import { practiceOffice } from '../office/practice';
import { ownDatabase } from '../testing';
import { createApp, type Services } from './app';
import { openServices } from './services';

export const job = (name = 'Test job'): Job => blankJob(name);
export const run = (name = 'Test run'): Run => blankRun({ name, length: 30, product: 'drain-160', cover: 0.6, ruleSet: 'UK' });

/** The API on a database of its own, for the tests of one file: one of them cuts every connection to it. @param what names the database. */
export function openApi(what: string) {
  const { url, make, drop } = ownDatabase(what);
  const { db, close } = connect(url, () => undefined);
  let clock = new Date('2026-11-02T08:00:00Z');
  const office = (its = db) => practiceOffice(its, () => clock);
  const servicesOf = (its: typeof db) => openServices(its, undefined, office(its));
  const services = servicesOf(db);
  const appOf = (its: Services): Express => createApp(its, pino({ level: 'silent' })).app;
  const app = appOf(services);
  const addJob = async (doc = job()) =>
    (await request(app).post('/api/jobs').send({ id: randomUUID(), doc }).expect(201)).body as { id: string; version: number };
  const jobOf = new Map<string, string>();
  async function addRun(jobId: string, doc = run(), like?: string): Promise<{ id: string; version: number }> {
    const id = randomUUID();
    const { body } = await request(app).post(`/api/jobs/${jobId}/runs`).send({ id, doc, like }).expect(201);
    jobOf.set(id, jobId);
    return body as { id: string; version: number };
  }
  const begin = async () => {
    await make();
    await migrateUp(db);
  };
  const end = async () => {
    await close();
    await drop();
  };
  return {
    ...{ url, app, appOf, services, servicesOf, office, addJob, addRun, begin, end },
    /** Of which job each run is that was made here. */
    jobOf,
    /** What time it is at the locate office. */
    timeIs: (time: string) => void (clock = new Date(time)),
  };
}
