import type { Ability } from '@tamper/core/people';

/** What somebody has to be for a route: one of the crew's abilities in the job it is about, or what is said here. */
export type Need = Ability | 'anybody' | 'machine' | 'alone' | 'signed' | 'maker' | 'writer' | 'keeper';

export interface Route {
  method: 'GET' | 'POST' | 'PUT' | 'DELETE';
  /** As the routers have it, below the root. */
  path: string;
  need: Need;
  /** What its `:id` names, where the need is about a job. */
  of?: 'job' | 'run' | 'revision' | 'photo';
  /** What the audit calls it; left out where nothing is written down: reading, and what stands in the book itself. */
  does?: string;
}

const of = <O extends NonNullable<Route['of']>>(kind: O, ...routes: [Route['method'], string, Need, string?][]): Route[] =>
  routes.map(([method, path, need, does]) => ({ method, path, need, of: kind, ...(does === undefined ? {} : { does }) }));
const about = (...routes: [Route['method'], string, Need, string?][]): Route[] =>
  routes.map(([method, path, need, does]) => ({ method, path, need, ...(does === undefined ? {} : { does }) }));

/**
 * Who may ask what once there are accounts. What is not here is refused. `maker`: who may make jobs: a keeper, an owner or a planner of one; `writer`: who writes in the
 * book of some job; `machine`: a program on the machine itself, or a keeper; `alone`: before there is an account, this machine.
 */
export const ROUTES: readonly Route[] = [
  ...about(
    ['GET', '/api/alive', 'anybody'],
    ['GET', '/api/health', 'anybody'],
    ['GET', '/metrics', 'machine'],
    ['GET', '/live', 'signed'],
    ['GET', '/api/me', 'anybody'],
    ['POST', '/api/first', 'alone', 'made the first account'],
    ['POST', '/api/sign-in', 'anybody'],
    ['POST', '/api/join', 'anybody'],
    ['POST', '/api/sign-out', 'signed', 'signed out'],
    ['POST', '/api/sign-out/everywhere', 'signed', 'signed out everywhere else'],
    ['POST', '/api/passphrase', 'signed', 'changed their passphrase'],
    ['GET', '/api/devices', 'signed'],
    ['DELETE', '/api/devices/:id', 'signed', 'signed a device out'],
    ['POST', '/api/accept', 'signed'],
    ['POST', '/api/practice', 'signed'],
    ['GET', '/api/people', 'keeper'],
    ['POST', '/api/people/:id/close', 'keeper', 'closed an account'],
    ['PUT', '/api/people/:id/keeper', 'keeper', 'said who keeps this Tamper'],
    ['POST', '/api/people/:id/code', 'keeper', 'made a code for a new passphrase'],
    ['GET', '/api/audit', 'keeper'],
    ['GET', '/api/bin', 'signed'],
    ['GET', '/api/jobs', 'signed'],
    ['POST', '/api/jobs', 'maker', 'made a job'],
    ['POST', '/api/jobs/import', 'maker', 'imported a job'],
    ['POST', '/api/locate-office', 'writer', 'asked the locate office'],
    ['GET', '/api/locate-office/:id', 'signed'],
  ),
  ...of(
    'job',
    ['GET', '/api/jobs/:id', 'see'],
    ['PUT', '/api/jobs/:id', 'plan', 'changed the job'],
    ['DELETE', '/api/jobs/:id', 'own', 'put the job into the bin'],
    ['POST', '/api/jobs/:id/back', 'own', 'took the job out of the bin'],
    ['GET', '/api/jobs/:id/file', 'see'],
    ['GET', '/api/jobs/:id/runs', 'see'],
    ['GET', '/api/jobs/:id/runs/all', 'see'],
    ['POST', '/api/jobs/:id/runs', 'plan', 'made a run'],
    ['GET', '/api/jobs/:id/book', 'see'],
    ['POST', '/api/jobs/:id/book', 'countersign'],
    ['GET', '/api/jobs/:id/proof', 'see'],
    ['GET', '/api/jobs/:id/proof/check', 'see'],
    ['GET', '/api/jobs/:id/people', 'see'],
    ['PUT', '/api/jobs/:id/people/:account', 'own', 'set what somebody is'],
    ['GET', '/api/jobs/:id/invitations', 'own'],
    ['POST', '/api/jobs/:id/invitations', 'own', 'invited somebody'],
    ['DELETE', '/api/jobs/:id/invitations/:invitation', 'own', 'took an invitation back'],
    ['GET', '/api/jobs/:id/audit', 'own'],
  ),
  ...of(
    'run',
    ['GET', '/api/runs/:id', 'see'],
    ['PUT', '/api/runs/:id', 'plan', 'changed the run'],
    ['DELETE', '/api/runs/:id', 'plan', 'put the run into the bin'],
    ['POST', '/api/runs/:id/back', 'plan', 'took the run out of the bin'],
    ['POST', '/api/runs/:id/book', 'countersign'],
    ['GET', '/api/runs/:id/revisions', 'see'],
    ['POST', '/api/runs/:id/revisions', 'issue', 'issued a plan'],
  ),
  ...of('revision', ['GET', '/api/revisions/:id', 'see']),
  ...of(
    'photo',
    ['GET', '/api/photos/:hash', 'see'],
    ['GET', '/api/photos/:hash/small', 'see'],
    ['GET', '/api/photos/:hash/received', 'writer'],
    ['POST', '/api/photos/:hash', 'writer'],
  ),
];

/** Whether it runs and is well is told whoever asks, and without a look at who they are: the database may be down. */
export const isOpen = ({ baseUrl, path }: { baseUrl: string; path: string }): boolean => /^\/api\/(alive|health)\/?$/.test(baseUrl + path);

const patterns = ROUTES.map((route) => ({
  route,
  // As the router takes it: whatever the case, with a slash at its end or none.
  pattern: new RegExp(`^${route.path.replace(/:([a-z]+)/g, '(?<$1>[^/]+)')}/?$`, 'i'),
}));

/** The route a request is for, and what its address names. HEAD asks as GET does. @returns undefined: there is none. */
export function routeOf(method: string, path: string): { route: Route; names: Readonly<Record<string, string>> } | undefined {
  const asked = method === 'HEAD' ? 'GET' : method;
  for (const { route, pattern } of patterns) {
    if (route.method !== asked) continue;
    const found = pattern.exec(path);
    if (found) return { route, names: { ...found.groups } };
  }
  return undefined;
}
