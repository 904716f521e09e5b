import { Router } from 'express';
import { pathId } from '../http/input';
import type { Proof } from './proof';

/** The chains of a job below /jobs/:id/proof: all of them to be checked elsewhere, or checked here. */
export function proofRoutes(proof: Proof): Router {
  const router = Router();
  router.get('/jobs/:id/proof', async (request, response) => void response.json(await proof.fileOf(pathId(request))));
  router.get('/jobs/:id/proof/check', async (request, response) => {
    const chains = await proof.check(pathId(request));
    response.json({ holds: chains.every(({ broken }) => broken === undefined), chains });
  });
  return router;
}
