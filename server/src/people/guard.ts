import { NotFoundError } from '../db/errors';
import { may, mayNot, type Person, type Role } from '@tamper/core/people';
import { sql } from 'drizzle-orm';
import type { Request, RequestHandler, Response } from 'express';
import type { Logger } from 'pino';
import type { Database } from '../db/connect';
import { uuids } from '../db/uuids';

import { isOpen, routeOf, type Need, type Route } from './access';
import { RefusedError, type Member, type People } from './people';
import type { Sessions } from './sessions';

/** Who asks. `crew`: there are accounts; without them one owner works on this machine, and there is nobody to tell apart. */
export interface Actor {
  crew: boolean;
  /** Who does it; undefined: nobody is signed in, or there are no accounts. */
  who: Person | undefined;
  /** Everybody who is signed in on the device: it holds what any of them may see. */
  here: readonly Member[];
}

const ALONE: Actor = { crew: false, who: undefined, here: [] };
export const actorOf = (response: Response): Actor => (response.locals.actor as Actor | undefined) ?? ALONE;
/** Who asks, where somebody has to be signed in. */
export function whoOf(response: Response): Person {
  const { who } = actorOf(response);
  if (!who) throw new RefusedError(403, 'nobody', 'Nobody holds this device, or there are no accounts here yet.');
  return who;
}

/** Is one of these a keeper, who sees every job? */
export const keeps = (here: readonly Person[]): boolean => here.some(({ keeper }) => keeper);
/** Accounts whose jobs whoever asks may hear of; undefined: all there are. */
export function seeing(response: Response): string[] | undefined {
  const { crew, here } = actorOf(response);
  return !crew || keeps(here) ? undefined : here.map(({ id }) => id);
}

/** The header in which a device says which of those who are signed in on it does this. */
export const AS = 'X-Tamper-As';

const isLoopback = (request: Request) =>
  /^(::ffff:)?127\.|^::1$/.test(request.socket.remoteAddress ?? '') && request.headers['x-forwarded-for'] === undefined;

const NOT_HERE = 'Who made this does not hold this device, or is not signed in on it any more. It is kept here until they are.';
const SIGN_IN = 'Sign in first. What is kept on this device stays, and is sent then.';

/** Lets through what the table of routes allows whoever asks, and writes down what they did. */
export function onlyAllowed(db: Database, people: People, sessions: Sessions, log: Logger): RequestHandler {
  /** The job a route is about; null: none, or it is not here. */
  async function jobOf({ of }: Route, name: string | undefined): Promise<string | null> {
    if (of === undefined || of === 'photo' || name === undefined || !UUID.test(name)) return null;
    if (of === 'job') return name.toLowerCase();
    const { rows } = await db.execute<{ job_id: string }>(
      of === 'run' ? sql`select job_id from run where id = ${name}` : sql`select job_id from revision where id = ${name}`,
    );
    return rows[0]?.job_id ?? null;
  }

  /** Is there a job in which one of these has a role that may do it? */
  async function somewhere(here: readonly Member[], which: (roles: readonly Role[]) => boolean): Promise<boolean> {
    if (keeps(here)) return true;
    return (await people.jobsOf(here.map(({ id }) => id))).some(({ roles }) => which(roles));
  }

  /** Does an entry of a job that one of these sees have this photo? */
  async function seesPhoto(here: readonly Member[], hash: string): Promise<boolean> {
    if (keeps(here)) return true;
    const { rows } = await db.execute(sql`
      select 1 from book_entry join membership on membership.job_id = book_entry.job_id and membership.until is null
      where entry ? 'photos' and entry -> 'photos' @> ${JSON.stringify([{ hash }])}::jsonb and membership.account_id = any(${uuids(here.map(({ id }) => id))}::uuid[]) limit 1`);
    return rows.length > 0;
  }

  /** Why this is not for them; nothing: it is. */
  async function refuse(
    route: Route,
    names: Readonly<Record<string, string>>,
    here: readonly Member[],
    who: Member | undefined,
  ): Promise<void> {
    const { need, of } = route;
    const no = (why: string) => {
      throw new RefusedError(403, 'not-yours', why);
    };
    if (need === 'signed') return;
    if (need === 'alone') throw new RefusedError(409, 'taken', 'There are accounts already: sign in, or ask for an invitation.');
    if (need === 'keeper' || need === 'machine') return who?.keeper ? undefined : no('Only who keeps this Tamper does this.');
    if (need === 'maker')
      return (await somewhere(who ? [who] : [], (roles) => may(roles, 'plan'))) ? undefined : no('Only an owner or a planner makes jobs.');
    if (need === 'writer')
      return (await somewhere(here, (roles) => may(roles, 'countersign'))) ? undefined : no('Only people of a job write in its book.');
    if (of === 'photo') {
      if (!(await seesPhoto(here, names.hash ?? ''))) throw new NotFoundError();
      return;
    }
    // What a device may see is what one of its people may; whoever is in none of a job does not learn that it is there.
    if (!here.some(({ roles }) => may(roles, 'see'))) throw new NotFoundError();
    if (need === 'see') return;
    const why = mayNot(who?.roles ?? [], need as Exclude<Need, 'anybody' | 'signed' | 'maker' | 'writer' | 'keeper' | 'machine' | 'alone'>);
    if (why !== undefined) no(why);
  }

  return async (request, response, next) => {
    if (isOpen(request)) return next();
    const path = request.baseUrl + request.path;
    const found = routeOf(request.method, path);
    const crew = await people.any();
    if (!crew) {
      // Alone: whoever sits at this machine.
      if (found?.route.need !== 'anybody' && !isLoopback(request))
        throw new RefusedError(401, 'sign-in', 'There are no accounts here yet: make the first one on the machine Tamper runs on.');
      if (found) record(found.route, found.names, request, response);
      return next();
    }
    if (!found) throw new NotFoundError();
    const { route, names } = found;
    const ids = route.need === 'anybody' && route.path !== '/api/me' ? [] : sessions.accountsOn(request);
    const jobId = ids.length > 0 ? await jobOf(route, names.id) : null;
    const here = await people.rolesIn(ids, jobId);
    const said = request.get(AS);
    // Where several are signed in the device says which of them it is.
    const who = said === undefined && here.length === 1 ? here[0] : here.find(({ id }) => id === said);
    response.locals.actor = { crew, who, here } satisfies Actor;
    if (route.need !== 'anybody' && !(route.need === 'machine' && isLoopback(request))) {
      if (here.length === 0) throw new RefusedError(401, 'sign-in', SIGN_IN);
      const reads = request.method === 'GET' || request.method === 'HEAD';
      // A photo belongs to an entry, and that says whose it is.
      if (!who && !reads && route.of !== 'photo') throw new RefusedError(401, 'sign-in-as', NOT_HERE);
      await refuse(route, names, here, who);
    }
    record(route, names, request, response, jobId);
    next();
  };

  /** Writes down what was done once it is. Changes of a document follow each other by the second: one in ten minutes is told. */
  function record(
    { does, method, of }: Route,
    names: Readonly<Record<string, string>>,
    request: Request,
    response: Response,
    known: string | null = null,
  ): void {
    if (does === undefined) return;
    response.once('finish', () => {
      if (response.statusCode >= 300) return;
      const { who } = actorOf(response);
      const made = (request.body as { id?: unknown } | undefined)?.id;
      const about = names.account ?? names.id ?? (typeof made === 'string' ? made : undefined);
      const jobId = known ?? (of === 'job' ? names.id : made === about && of === undefined ? about : undefined) ?? null;
      const key = `${who?.id} ${does} ${about}`;
      if (method === 'PUT' && of !== undefined && names.account === undefined) {
        if (Date.now() - (told.get(key) ?? 0) < SOON) return;
        if (told.size > 10_000) told.clear();
        told.set(key, Date.now());
      }
      people
        .note(who, does, jobId !== null && UUID.test(jobId) ? jobId : null, about)
        .catch((error: unknown) => log.error({ err: error }, 'what was done could not be written down'));
    });
  }
}
const SOON = 10 * 60_000;
const told = new Map<string, number>();
const UUID = /^[0-9a-f]{8}-([0-9a-f]{4}-){3}[0-9a-f]{12}$/i;
