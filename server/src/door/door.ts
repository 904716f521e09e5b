import { parseCookie, stringifySetCookie } from 'cookie';
import { Router, type Request, type RequestHandler } from 'express';
import { rateLimit } from 'express-rate-limit';
import { createHash, timingSafeEqual } from 'node:crypto';
import { z } from 'zod';
import { check } from '@tamper/core';

/** Who may come in, from where. */
export interface DoorRules {
  /** Names and addresses the server answers to, without a port; those of loopback always. */
  hosts: readonly string[];
  /** What a device that is not this machine has to know; undefined: nobody comes from elsewhere. */
  siteKey: string | undefined;
}

const COOKIE = 'tamper-key';
const YEAR = 365 * 24 * 3600;
const LOOPBACK = new Set(['localhost', '127.0.0.1', '[::1]']);
/** Tries of a site key in a quarter of an hour, from one address. */
const TRIES = 10;

const digest = (text: string) => createHash('sha256').update(`tamper site key ${text}`).digest('base64url');
/** Compared in the same time whatever they are. */
const same = (a: string, b: string) => timingSafeEqual(Buffer.from(digest(a)), Buffer.from(digest(b)));

const nameOf = (host: string | undefined): string => (host ?? '').replace(/:\d+$/, '').toLowerCase();
const isOwn = (request: Request): boolean => /^(::ffff:)?127\.|^::1$/.test(request.socket.remoteAddress ?? '');

const say = (code: string, message: string) => ({ error: { code, message } });

/** Answers only under the names the server was told: a page elsewhere that has its own name lead here gets nothing. */
export function onlyHosts({ hosts }: DoorRules): RequestHandler {
  const known = new Set([...LOOPBACK, ...hosts.map((host) => host.toLowerCase())]);
  return (request, response, next) => {
    if (known.has(nameOf(request.headers.host))) return next();
    response.status(421).json(say('wrong-host', 'Tamper does not answer to this address. Start it with HOSTS=NAME to add one.'));
  };
}

/** Takes nothing that another site's page has asked for. */
export const ownPages: RequestHandler = (request, response, next) => {
  const { origin, host } = request.headers;
  const site = request.headers['sec-fetch-site'];
  const foreign = (origin !== undefined && originHost(origin) !== host) || site === 'cross-site' || site === 'same-site';
  if (!foreign) return next();
  response.status(403).json(say('foreign', 'This was asked for by a page of another site.'));
};
const originHost = (origin: string): string | undefined => (URL.canParse(origin) ? new URL(origin).host : undefined);

/** Lets this machine in, and devices that have said the site key once. @param open paths anybody may ask: whether it is well. */
export function needsKey({ siteKey }: DoorRules, open: readonly string[] = []): RequestHandler {
  return (request, response, next) => {
    if (open.includes(request.baseUrl + request.path)) return next();
    const shown = parseCookie(request.headers.cookie ?? '')[COOKIE];
    if (isOwn(request) || (siteKey !== undefined && shown !== undefined && same(shown, digest(siteKey)))) return next();
    response.status(401).json(say('key', 'This device is not known here: it needs the site key once.'));
  };
}

/** Where a device says the site key. */
export function keyRoutes({ siteKey }: DoorRules): Router {
  const router = Router();
  const tries = rateLimit({
    windowMs: 15 * 60_000,
    limit: TRIES,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    skipSuccessfulRequests: true,
    message: say('too-often', 'Too many tries. Wait a quarter of an hour.'),
  });
  router.post('/', tries, (request, response) => {
    const { key } = check(z.strictObject({ key: z.string().max(200) }), request.body);
    if (siteKey === undefined || !same(key.trim().toLowerCase(), siteKey)) {
      response.status(403).json(say('wrong-key', 'This is not the site key. It stands where Tamper was started.'));
      return;
    }
    const cookie = { name: COOKIE, value: digest(siteKey), path: '/', httpOnly: true, sameSite: 'strict' as const, maxAge: YEAR };
    response.setHeader('Set-Cookie', stringifySetCookie({ ...cookie, secure: request.secure }));
    response.status(204).end();
  });
  return router;
}
