import { check } from '@tamper/core';
import { entrySchema, isStrange, strangeEntrySchema } from '@tamper/core/book';
import { Router } from 'express';
import { z } from 'zod';
import type { Store } from '../db/store';
import { pathId } from '../http/input';
import type { Revisions } from '../revisions/revisions';
import type { Book } from './book';
import { refuseAgainst } from './refuse';

const pageQuery = z.object({
  limit: z.coerce.number().int().min(1).max(500).default(200),
  after: z.coerce.number().int().min(0).default(0),
});
/** An entry with what the clock of its device says while it is sent. */
const sentBody = z.strictObject({ entry: z.unknown(), sent: z.number().min(-1e15).max(1e15).optional() });

/** The book of a run, below /runs/:id/book. A page says which issued plan is in force: who hears of the book hears of that. */
export function bookRoutes(book: Book, revisions: Revisions, store: Store): Router {
  const router = Router();
  router.get('/runs/:id/book', async (request, response) => {
    const { limit, after } = check(pageQuery, request.query);
    const runId = pathId(request);
    response.json({ ...(await book.page(runId, limit, after)), revision: await revisions.inForce(runId) });
  });
  router.post('/runs/:id/book', async (request, response) => {
    const runId = pathId(request);
    const { entry, sent } = check(sentBody, request.body);
    const jobId = await store.jobOfRun(runId);
    // A kind this program has never heard of is kept as it is: a newer one knows what it says.
    if (isStrange(entry)) {
      response.status(201).json(await book.add(jobId, runId, check(strangeEntrySchema, entry), sent, () => undefined));
      return;
    }
    const read = check(entrySchema, entry);
    const refuse = await refuseAgainst(read, jobId, runId, store, revisions);
    response.status(201).json(await book.add(jobId, runId, read, sent, refuse));
  });
  return router;
}
