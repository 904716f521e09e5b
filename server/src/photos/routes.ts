import { NotFoundError } from '../db/errors';
import { check } from '@tamper/core';
import { PHOTO_BYTES, photoHash } from '@tamper/core/book';
import { raw, Router, type Request, type Response } from 'express';
import { z } from 'zod';

import type { Photos } from './photos';

const partQuery = z.object({
  first: z.coerce.number().int().min(0).max(PHOTO_BYTES),
  size: z.coerce.number().int().min(1).max(1e9),
});

/** Photos below /photos/HASH: how much is here, the next part of one, the file, the small picture. A file never changes under its name. */
export function photoRoutes(photos: Photos): Router {
  const router = Router();
  const hashOf = (request: Request): string => {
    const parsed = photoHash().safeParse(request.params.hash);
    if (!parsed.success) throw new NotFoundError();
    return parsed.data;
  };
  const send = (of: 'file' | 'small') => async (request: Request, response: Response) => {
    const found = await photos.read(hashOf(request), of);
    if (!found) throw new NotFoundError();
    response.setHeader('Cache-Control', 'private, max-age=31536000, immutable');
    response.type(found.type).send(found.bytes);
  };
  router.get('/:hash', send('file'));
  router.get('/:hash/small', send('small'));
  router.get('/:hash/received', async (request, response) => void response.json(await photos.received(hashOf(request))));
  router.post('/:hash', raw({ type: 'application/octet-stream', limit: PHOTO_BYTES }), async (request, response) => {
    const { first, size } = check(partQuery, request.query);
    const body: unknown = request.body;
    response.json(await photos.add(hashOf(request), first, size, Buffer.isBuffer(body) ? body : Buffer.alloc(0)));
  });
  return router;
}
