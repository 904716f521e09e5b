import type { FieldError } from '@tamper/core/job';

/** The server said no, or did not answer (`status` 0). `message` is fit for the screen; `moment`: what time it said it was, ms. */
export class ApiError extends Error {
  moment: number | undefined;
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly fields: readonly FieldError[] = [],
    readonly current?: unknown,
  ) {
    super(message);
  }
}

const TIMEOUT = 15_000;

/**
 * Asks the server. It knows nothing of the page, so that workers may use it.
 * @param body bytes as they are; a text is JSON that is kept here, and its answer need not say it again; anything else as JSON. @param by the account it is done with. @returns `moment`: what time it said it was, ms. @throws ApiError
 */
export async function ask<T>(
  method: string,
  path: string,
  body?: unknown,
  by?: string,
): Promise<{ answer: T; moment: number | undefined }> {
  const bytes = ArrayBuffer.isView(body);
  const text = typeof body === 'string';
  const headers = {
    ...(body === undefined ? {} : { 'Content-Type': bytes ? 'application/octet-stream' : 'application/json' }),
    ...(text && { Prefer: 'return=minimal' }),
    ...(by === undefined ? {} : { 'X-Tamper-As': by }),
  };
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method,
      signal: AbortSignal.timeout(TIMEOUT),
      headers,
      ...(body === undefined ? {} : { body: bytes || text ? (body as BodyInit) : JSON.stringify(body) }),
    });
  } catch {
    throw new ApiError(0, 'offline', 'No connection to the server.');
  }
  const said = response.headers.get('X-Server-Now');
  const moment = said === null ? undefined : Number(said);
  if (response.status === 204) return { answer: undefined as T, moment };
  const answer: unknown = await response.json().catch(() => null);
  if (response.ok) return { answer: answer as T, moment };
  const error = (answer as { error?: { code: string; message: string; fields?: FieldError[]; current?: unknown } } | null)?.error;
  const message = error?.message ?? (response.status === 503 ? 'The server cannot answer now.' : `The server answered ${response.status}.`);
  throw Object.assign(new ApiError(response.status, error?.code ?? 'unknown', message, error?.fields, error?.current), { moment });
}
