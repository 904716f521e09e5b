import { check, entrySchema } from '@tamper/core';
import { Router } from 'express';
import { z } from 'zod';
import type { Store } from '../db/store';
import { pathId } from '../http/input';
import type { Book } from './book';

const pageQuery = z.object({
  limit: z.coerce.number().int().min(1).max(500).default(200),
  after: z.coerce.number().int().min(0).default(0),
});

/** The book of a run, below /runs/:id/book. */
export function bookRoutes(book: Book, store: Store): Router {
  const router = Router();
  router.get('/runs/:id/book', async (request, response) => {
    const { limit, after } = check(pageQuery, request.query);
    response.json(await book.page(pathId(request), limit, after));
  });
  router.post('/runs/:id/book', async (request, response) => {
    const runId = pathId(request);
    const entry = check(entrySchema, request.body);
    response.status(201).json(await book.add(await store.jobOfRun(runId), runId, entry));
  });
  return router;
}
