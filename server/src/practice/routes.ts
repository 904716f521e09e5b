import { check } from '@tamper/core';
import { exchangeSchema } from '@tamper/core/practiceAttempt';
import { Router } from 'express';
import { whoOf } from '../people/guard';
import type { Attempts } from './attempts';

/** What somebody practised, from one of their devices to the others: nobody asks for anybody else's. */
export function practiceRoutes(attempts: Attempts): Router {
  const router = Router();
  router.post('/practice', async (request, response) => {
    response.json(await attempts.exchange(whoOf(response).id, check(exchangeSchema, request.body)));
  });
  return router;
}
