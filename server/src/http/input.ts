import { NotFoundError } from '../db/errors';
import type { Request } from 'express';
import { z } from 'zod';

export const id = z.uuid('Needs a UUID.');

/** The id in the path; anything but a UUID cannot exist. */
export function pathId(request: Request): string {
  const parsed = id.safeParse(request.params.id);
  if (!parsed.success) throw new NotFoundError();
  return parsed.data;
}
