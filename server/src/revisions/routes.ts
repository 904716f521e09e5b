import { check, issueSchema } from '@tamper/core';
import { Router } from 'express';
import { pathId } from '../http/input';
import type { Revisions } from './revisions';

/** Issued plans of a run, below /runs/:id/revisions, and each by its id. */
export function revisionRoutes(revisions: Revisions): Router {
  const router = Router();
  router.get('/runs/:id/revisions', async (request, response) => void response.json({ items: await revisions.list(pathId(request)) }));
  router.post('/runs/:id/revisions', async (request, response) => {
    response.status(201).json(await revisions.issue(pathId(request), check(issueSchema, request.body)));
  });
  router.get('/revisions/:id', async (request, response) => void response.json(await revisions.get(pathId(request))));
  return router;
}
