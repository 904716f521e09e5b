import { check } from '@tamper/core';
import { submissionSchema } from '@tamper/core/office';
import { Router } from 'express';
import { z } from 'zod';
import { id, pathId } from '../http/input';
import type { LocateOffice } from './office';

const MOST_PATIENCE = 30 * 24 * 3600;
const body = z.strictObject({
  id,
  submission: submissionSchema,
  patience: z.number().min(0).max(MOST_PATIENCE, 'The practice office answers within 30 days.'),
});

/** The locate office below /api/locate-office. */
export function officeRoutes(office: LocateOffice): Router {
  const router = Router();
  router.post('/', async (request, response) => {
    const asked = check(body, request.body);
    response.status(201).json(await office.submit(asked.id, asked.submission, asked.patience));
  });
  router.get('/:id', async (request, response) => void response.json(await office.look(pathId(request))));
  return router;
}
