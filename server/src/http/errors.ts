import { InputError, type FieldError } from '@tamper/core';
import type { ErrorRequestHandler } from 'express';
import type { Logger } from 'pino';
import { TakenError } from '../book/book';
import { NotFoundError, StaleError } from '../db/store';

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
    if (status >= 500) log.error({ err: error, method: request.method, path: request.path }, 'request failed');
    response.status(status).json({ error: body } satisfies ErrorBody);
  };

function answer(error: unknown): [number, ErrorBody['error']] {
  if (error instanceof InputError)
    return [400, { code: 'invalid', message: 'Some values cannot be used. Nothing was saved.', fields: error.errors }];
  if (error instanceof NotFoundError) return [404, { code: 'not-found', message: 'This is not here (any more).' }];
  if (error instanceof TakenError)
    return [409, { code: 'taken', message: 'Another entry has this number already. Nothing was overwritten.' }];
  if (error instanceof StaleError)
    return [409, { code: 'stale', message: 'Somebody saved a newer version. Nothing was overwritten.', current: error.current }];
  const type = (error as { type?: string } | null)?.type;
  if (type === 'entity.too.large')
    return [413, { code: 'too-large', message: 'This is larger than 8 MB; a job is far smaller. Nothing was saved.' }];
  if (type === 'entity.parse.failed') return [400, { code: 'not-json', message: 'This is not JSON. Nothing was saved.' }];
  if (isDatabaseDown(error))
    return [503, { code: 'database-down', message: 'The database does not answer. Nothing was saved; try again shortly.' }];
  return [500, { code: 'internal', message: 'Something went wrong on the server. Nothing was saved.' }];
}

/** Connection refused, cut or shutting down: worth trying again, and no fault of the request. */
function isDatabaseDown(error: unknown): boolean {
  // Drizzle wraps the driver's error; look through the wrapping.
  for (let cause = error as Failure | undefined; cause; cause = cause.cause as Failure | undefined)
    if (
      /^(ECONNREFUSED|ECONNRESET|EPIPE|57P0[123]|08...)$/.test(cause.code ?? '') ||
      /Connection terminated|connection timeout|timeout exceeded/.test(cause.message ?? '')
    )
      return true;
  return false;
}
interface Failure {
  code?: string;
  message?: string;
  cause?: unknown;
}
