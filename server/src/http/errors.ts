import { NotFoundError, RecordedError, StaleError, TakenError } from '../db/errors';
import { InputError, type FieldError } from '@tamper/core';
import type { ErrorRequestHandler } from 'express';
import type { Logger } from 'pino';

import { RefusedError } from '../people/people';
import { PhotoError } from '../photos/photos';

/** The body of every error answer. `current` comes with `stale`: what is stored now. */
export interface ErrorBody {
  error: { code: string; message: string; fields?: readonly FieldError[]; current?: unknown };
}

/** Turns anything thrown into a status and a sentence. Only unexpected errors are logged; their details stay in the log. */
export const errorHandler =
  (log: Logger): ErrorRequestHandler =>
  (error: unknown, request, response, next) => {
    if (response.headersSent) return next(error);
    const [status, body] = answer(error);
    if (status >= 500) log.error({ fault: faultOf(error), method: request.method, path: request.path }, 'request failed');
    response.status(status).json({ error: body } satisfies ErrorBody);
  };

function answer(error: unknown): [number, ErrorBody['error']] {
  if (error instanceof InputError)
    return [400, { code: 'invalid', message: 'Some values cannot be used. Nothing was saved.', fields: error.errors }];
  if (error instanceof RefusedError) return [error.status, { code: error.code, message: error.message }];
  if (error instanceof NotFoundError) return [404, { code: 'not-found', message: 'This is not here (any more).' }];
  if (error instanceof TakenError)
    return [409, { code: 'taken', message: 'Something else has this number already. Nothing was overwritten.' }];
  if (error instanceof RecordedError)
    return [
      409,
      {
        code: 'recorded',
        message: 'It has a record: what was seen, laid and measured there is never deleted. Nothing was deleted; it can be put away.',
      },
    ];
  if (error instanceof StaleError)
    return [409, { code: 'stale', message: 'Somebody saved a newer version. Nothing was overwritten.', current: error.current }];
  if (error instanceof PhotoError) return [error.code === 'too-large' ? 413 : 422, { code: error.code, message: error.message }];
  const type = (error as { type?: string } | null)?.type;
  if (type === 'entity.too.large')
    return [413, { code: 'too-large', message: 'This is larger than 8 MB; a job is far smaller. Nothing was saved.' }];
  if (type === 'entity.parse.failed') return [400, { code: 'not-json', message: 'This is not JSON. Nothing was saved.' }];
  const asked = askedWrongly(error);
  if (asked) return [asked, { code: 'malformed', message: 'This request cannot be read. Nothing was saved.' }];
  if (isFull(error)) return [507, { code: 'full', message: 'The disk of the server is full. Nothing was saved; make room on it.' }];
  if (isDatabaseDown(error))
    return [503, { code: 'database-down', message: 'The database does not answer. Nothing was saved; try again shortly.' }];
  return [500, { code: 'internal', message: 'Something went wrong on the server. Nothing was saved.' }];
}

/** The status of a request that is at fault itself: a bad escape in its address, an encoding or character set nobody knows, a body cut short. */
function askedWrongly(error: unknown): number | undefined {
  const { status } = (error ?? {}) as { status?: unknown };
  return typeof status === 'number' && status >= 400 && status < 500 ? status : undefined;
}

/** What the database says where its disk is full. */
const isFull = (error: unknown): boolean => causes(error).some(({ code }) => code === '53100' || code === 'ENOSPC');

/** What went wrong, and what that came of: Drizzle wraps the driver's error. */
function causes(error: unknown): Failure[] {
  const found: Failure[] = [];
  for (let cause = error as Failure | undefined; cause; cause = cause.cause as Failure | undefined) found.push(cause);
  return found;
}

/** What a log says of an error: what lies at the bottom of it and where it was thrown. A wrapper's words quote whole documents, which no log holds. */
export function faultOf(error: unknown): { code: string | undefined; message: string; at: string[] } {
  const bottom = causes(error).at(-1);
  const at = (error instanceof Error ? (error.stack ?? '') : '').split('\n').filter((line) => /^\s+at /.test(line));
  return { code: bottom?.code, message: (bottom?.message ?? String(error)).slice(0, 300), at: at.slice(0, 12).map((line) => line.trim()) };
}

/** Connection refused, cut or shutting down: worth trying again, and no fault of the request. */
const isDatabaseDown = (error: unknown): boolean =>
  causes(error).some(
    ({ code, message }) =>
      /^(ECONNREFUSED|ECONNRESET|EPIPE|57P0[123]|08...)$/.test(code ?? '') ||
      /Connection terminated|connection timeout|timeout exceeded/.test(message ?? ''),
  );
interface Failure {
  code?: string;
  message?: string;
  cause?: unknown;
}
