import type { RequestHandler } from 'express';

/** Who may come in, from where. */
export interface DoorRules {
  /** Names and addresses the server answers to, without a port; those of loopback always. */
  hosts: readonly string[];
}

const LOOPBACK = new Set(['localhost', '127.0.0.1', '[::1]']);
const nameOf = (host: string | undefined): string => (host ?? '').replace(/:\d+$/, '').toLowerCase();

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
