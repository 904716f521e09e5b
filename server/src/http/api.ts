import { NotFoundError, RecordedError, TakenError, type Stored } from '../db/errors';
import { may } from '@tamper/core/people';
import { check, clean, omit, type Job, type Run } from '@tamper/core';
import { jobFileSchema, jobSchema, runSchema } from '@tamper/core/job/schema';
import { json, Router, type Request, type Response } from 'express';
import { z } from 'zod';
import { type Book } from '../book/book';
import { bookRoutes } from '../book/routes';
import { isPlace, type OnMade, type Store } from '../db/store';
import { together } from '../db/together';
import type { LocateOffice } from '../office/office';
import { officeRoutes } from '../office/routes';
import type { Proof } from '../proof/proof';
import type { Attempts } from '../practice/attempts';
import { practiceRoutes } from '../practice/routes';
import { proofRoutes } from '../proof/routes';
import type { Revisions } from '../revisions/revisions';
import { photoRoutes } from '../photos/routes';
import type { Photos } from '../photos/photos';
import { actorOf, seeing, whoOf } from '../people/guard';
import type { People } from '../people/people';
import { peopleRoutes } from '../people/routes';
import type { Sessions } from '../people/sessions';
import type { Tries } from '../people/tries';
import { revisionRoutes } from '../revisions/routes';
import { id, pathId } from './input';

/** Largest request body; the job file's own limit. */
export const BODY_LIMIT = '8mb';

/** The greatest a column of versions holds. */
const MOST_VERSION = 2_147_483_647;
const version = z.int().min(1).max(MOST_VERSION);
const listQuery = z.object({
  limit: z.coerce.number().int().min(1).max(200).default(50),
  after: z.string().refine(isPlace, 'Needs the place where a page ended.').optional(),
});

const knownQuery = z.object({ known: z.coerce.number().pipe(version).optional() });
/** Answers with a document, or with nothing (204) where the version the asker says it has is the one there is. */
function unlessKnown<S extends Stored<unknown>>(request: Request, response: Response, stored: S): void {
  const { known } = check(knownQuery, request.query);
  if (known === stored.version) response.status(204).end();
  else response.json(stored);
}

/** Answers with a document that was put, or, where the asker wants no more (RFC 7240), without what it says: whoever put it has that. */
function sendPut(request: Request, response: Response, stored: Stored<unknown>): void {
  if (request.get('Prefer') !== 'return=minimal') return void response.json(stored);
  response.setHeader('Preference-Applied', 'return=minimal');
  response.json(omit(stored, 'doc'));
}

/** What the API reads and writes. */
interface Kept {
  store: Store;
  book: Book;
  revisions: Revisions;
  office: LocateOffice;
  photos: Photos;
  proof: Proof;
  people: People;
  sessions: Sessions;
  tries: Tries;
  attempts: Attempts;
}
/** The JSON API below /api. Routes check input with the core's schemas and leave the work to the store. */
export function api({ store, book, revisions, office, photos, proof, people, sessions, tries, attempts }: Kept): Router {
  const unlessRecorded = async (about: string) => {
    if ((await book.has(about)) || (await revisions.has(about))) throw new RecordedError();
  };
  /** A job that is made is its maker's. */
  const ownedBy = (response: Response): OnMade | undefined => {
    if (!actorOf(response).crew) return undefined;
    const { id: maker } = whoOf(response);
    return (tx, jobId) => people.owns(tx, jobId, maker);
  };
  /** Where the id was there already, its job is told only to people of it. */
  async function unlessOthers(response: Response, jobId: string): Promise<void> {
    const { crew, here } = actorOf(response);
    if (!crew) return;
    const roles = await people.rolesIn(
      here.map((one) => one.id),
      jobId,
    );
    if (!roles.some((one) => may(one.roles, 'see'))) throw new TakenError();
  }
  const router = Router();
  // Devices put their clocks right by it at every contact.
  router.use((_request, response, next) => {
    response.setHeader('X-Server-Now', String(Date.now()));
    response.setHeader('Cache-Control', 'no-store');
    next();
  });
  router.use(json({ limit: BODY_LIMIT }));
  // What a database cannot hold does not come past here.
  router.use((request, _response, next) => {
    request.body = clean(request.body as unknown);
    next();
  });

  // It runs; whether it can do its work is told by its health.
  router.get('/alive', (_request, response) => void response.json({ alive: true, service: 'tamper' }));
  router.get('/health', async (_request, response) => {
    const { writes } = await store.ping();
    response.status(writes ? 200 : 507).json({ ok: writes, service: 'tamper', reads: true, writes });
  });

  const askedPages = together<string>();
  router.get('/jobs', async (request, response) => {
    const { limit, after } = check(listQuery, request.query);
    const whose = seeing(response);
    const pageOf = async () => JSON.stringify(await store.pageOfJobs(limit, after, whose));
    response.type('json').send(await askedPages(JSON.stringify([limit, after, whose]), pageOf));
  });
  router.post('/jobs', async (request, response) => {
    const body = check(z.strictObject({ id, doc: jobSchema }), request.body);
    const made = await store.addJob(body.id, body.doc, ownedBy(response));
    await unlessOthers(response, body.id);
    response.status(201).json(made);
  });
  router.post('/jobs/import', async (request, response) => {
    const body = check(z.strictObject({ id, file: jobFileSchema }), request.body);
    const made = await store.addFile(body.id, body.file, ownedBy(response));
    await unlessOthers(response, body.id);
    response.status(201).json(made);
  });
  const askedJobs = together<Stored<Job>>();
  router.get('/jobs/:id', async (request, response) => {
    const job = pathId(request);
    unlessKnown(request, response, await askedJobs(job, () => store.jobs.get(job)));
  });
  router.put('/jobs/:id', async (request, response) => {
    const body = check(z.strictObject({ version, doc: jobSchema }), request.body);
    sendPut(request, response, await store.jobs.put(pathId(request), body.version, body.doc));
  });
  router.delete('/jobs/:id', async (request, response) => {
    const query = check(z.object({ version: z.coerce.number().pipe(version) }), request.query);
    await unlessRecorded(pathId(request));
    await store.jobs.remove(pathId(request), query.version);
    response.status(204).end();
  });
  router.get('/jobs/:id/file', async (request, response) => void response.json(await store.fileOf(pathId(request))));

  router.get('/jobs/:id/runs', async (request, response) => {
    const { limit, after } = check(listQuery, request.query);
    response.json(await store.pageOfRuns(pathId(request), limit, after));
  });
  router.get('/jobs/:id/runs/all', async (request, response) => void response.json({ items: await store.runsOf(pathId(request)) }));
  router.post('/jobs/:id/runs', async (request, response) => {
    const body = check(z.strictObject({ id, doc: runSchema, like: id.optional() }), request.body);
    response.status(201).json(await store.addRun(pathId(request), body.id, body.doc, body.like));
  });
  const askedRuns = together<Stored<Run>>();
  router.get('/runs/:id', async (request, response) => {
    const run = pathId(request);
    unlessKnown(request, response, await askedRuns(run, () => store.runOfJob(run)));
  });
  router.put('/runs/:id', async (request, response) => {
    const body = check(z.strictObject({ version, doc: runSchema }), request.body);
    sendPut(request, response, await store.runs.put(pathId(request), body.version, body.doc));
  });
  router.delete('/runs/:id', async (request, response) => {
    const query = check(z.object({ version: z.coerce.number().pipe(version) }), request.query);
    await unlessRecorded(pathId(request));
    await store.runs.remove(pathId(request), query.version);
    response.status(204).end();
  });

  router.get('/bin', async (_request, response) => void response.json({ items: await store.bin(seeing(response)) }));
  router.post('/jobs/:id/back', async (request, response) => void response.json(await store.jobs.takeBack(pathId(request))));
  router.post('/runs/:id/back', async (request, response) => void response.json(await store.runs.takeBack(pathId(request))));

  router.use(peopleRoutes(people, sessions, tries));
  router.use(bookRoutes(book, revisions, store, proof, people));
  router.use(practiceRoutes(attempts));
  router.use(proofRoutes(proof));
  router.use(revisionRoutes(revisions));
  router.use('/locate-office', officeRoutes(office));
  router.use('/photos', photoRoutes(photos));

  router.use(() => {
    throw new NotFoundError();
  });
  return router;
}
