import { check, InputError, issueSchema } from '@tamper/core';
import { Router } from 'express';
import { pathId } from '../http/input';
import { actorOf } from '../people/guard';
import type { Revisions } from './revisions';

/** Issued plans of a run, below /runs/:id/revisions, and each by its id. */
export function revisionRoutes(revisions: Revisions): Router {
  const router = Router();
  router.get('/runs/:id/revisions', async (request, response) => void response.json({ items: await revisions.list(pathId(request)) }));
  router.post('/runs/:id/revisions', async (request, response) => {
    const asked = check(issueSchema(), request.body);
    const { who } = actorOf(response);
    // Whoever issues is who they say: their name is their account's.
    if (who && who.name !== asked.author) throw new InputError([{ field: 'author', message: `You issue it as ${who.name}.` }]);
    response.status(201).json(await revisions.issue(pathId(request), asked));
  });
  router.get('/revisions/:id', async (request, response) => void response.json(await revisions.get(pathId(request))));
  return router;
}
