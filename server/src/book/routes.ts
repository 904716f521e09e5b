import { check } from '@tamper/core';
import { entrySchema, isStrange, needOf, strangeEntrySchema } from '@tamper/core/book';
import { Router, type Request, type Response } from 'express';
import { z } from 'zod';
import type { Store } from '../db/store';
import { together } from '../db/together';
import { pathId } from '../http/input';
import { notBy } from '../people/authors';
import type { People } from '../people/people';
import type { Proof } from '../proof/proof';
import type { Revisions } from '../revisions/revisions';
import type { Book } from './book';
import { refuseAgainst, refuseKind } from './refuse';

const pageQuery = z.object({
  limit: z.coerce.number().int().min(1).max(500).default(200),
  after: z.coerce.number().int().min(0).default(0),
});
/** An entry with what the clock of its device says while it is sent. */
const sentBody = z.strictObject({ entry: z.unknown(), sent: z.number().min(-1e15).max(1e15).optional() });

/**
 * The book of a job and its runs, below /jobs/:id/book; what is written about one run goes in below /runs/:id/book. A page says which issued plans are in
 * force: who hears of the book hears of them.
 */
export function bookRoutes(
  book: Book,
  revisions: Revisions,
  store: Store,
  proof: Pick<Proof, 'heads'>,
  people: Pick<People, 'mayNotAt' | 'since'>,
): Router {
  /** A page of the book, as it is sent. */
  async function pageOf(jobId: string, limit: number, after: number): Promise<string> {
    const { items, next } = await book.page(jobId, limit, after);
    // Asked after it: no entry is older than the plan that is said to be in force.
    const inForce = await revisions.inForceOf(jobId);
    // How far the chains go is told where there is news: a device keeps it, and knows later whether they are the same.
    const heads = items === '[]' ? {} : await proof.heads(jobId);
    return `{"items":${items},"next":${next},"inForce":${JSON.stringify(inForce)},"heads":${JSON.stringify(heads)}}`;
  }
  const asked = together<string>();

  const router = Router();
  router.get('/jobs/:id/book', async (request, response) => {
    const { limit, after } = check(pageQuery, request.query);
    const jobId = pathId(request);
    response.type('json').send(await asked(`${jobId} ${limit} ${after}`, () => pageOf(jobId, limit, after)));
  });
  router.post('/jobs/:id/book', async (request, response) => {
    const { id } = await store.jobs.getAnywhere(pathId(request));
    await add(id, id, request, response);
  });
  router.post('/runs/:id/book', async (request, response) => {
    const runId = pathId(request);
    await add(await store.jobOfAny(runId), runId, request, response);
  });

  async function add(jobId: string, about: string, request: Request, response: Response): Promise<void> {
    const { entry, sent } = check(sentBody, request.body);
    // A kind this program has never heard of is kept as it is: a newer one knows what it says.
    if (isStrange(entry)) {
      const strange = check(strangeEntrySchema(), entry);
      const notTheirs = await notBy(strange, 'enter', jobId, response, people);
      response.status(201).json(await book.add(jobId, about, strange, sent, () => notTheirs));
      return;
    }
    const read = check(entrySchema(), entry);
    const notTheirs = await notBy(read, needOf(read.fact), jobId, response, people);
    const refuse = refuseKind(read, jobId, about) ?? (await refuseAgainst(read, jobId, about, store, revisions));
    response.status(201).json(await book.add(jobId, about, read, sent, (kept) => notTheirs ?? refuse(kept)));
  }
  return router;
}
