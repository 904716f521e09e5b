import type { Person } from '@tamper/core/people';
import connectPgSimple from 'connect-pg-simple';
import type { Request, RequestHandler, Response } from 'express';
import expressSession, { type SessionData } from 'express-session';
import { createHash, randomBytes } from 'node:crypto';
import { and, eq, gt, sql } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { isOpen } from './access';
import { session, setting } from '../db/schema';

declare module 'express-session' {
  interface SessionData {
    /** Who is signed in on the device: whoever signed in and was not signed out since. */
    accounts: string[];
    /** What it says it is. */
    device: string;
    since: string;
    /** The day it was last used. */
    used: string;
  }
}

const COOKIE = 'tamper-session';
/** A device that was not used for so long signs in anew, ms. */
const LASTS = 30 * 86_400_000;
const today = () => new Date().toISOString().slice(0, 10);

/** A name for a session that is no way into it. */
const nameOf = (sid: string): string => createHash('md5').update(sid).digest('hex');
/** What sessions are signed with: made once for all servers of a database. */
async function secretOf(db: Database): Promise<string> {
  const name = 'session secret';
  const [old] = await db.select({ value: setting.value }).from(setting).where(eq(setting.name, name));
  if (old) return old.value;
  await db
    .insert(setting)
    .values({ name, value: randomBytes(32).toString('base64url') })
    .onConflictDoNothing();
  const [kept] = await db.select({ value: setting.value }).from(setting).where(eq(setting.name, name));
  return (kept as { value: string }).value;
}

/** A device on which an account is signed in. */
export interface SignedIn {
  id: string;
  device: string;
  since: string;
  used: string;
}

/** Who is signed in where. Sessions are kept in the database, so that any server of it knows them. */
export function openSessions(db: Database) {
  const Store = connectPgSimple(expressSession);
  const store = new Store({ pool: db.$client, tableName: 'session', disableTouch: true, pruneSessionInterval: 3600 });
  const make = async (): Promise<RequestHandler> =>
    expressSession({
      ...{ store, name: COOKIE, secret: await secretOf(db), resave: false, saveUninitialized: false, proxy: false },
      cookie: { httpOnly: true, sameSite: 'strict', secure: 'auto', maxAge: LASTS, path: '/' },
    });
  let made: Promise<RequestHandler> | undefined;
  /** Puts a session to a request: the one it names, or a new one. */
  async function take(request: Request, response: Response): Promise<void> {
    made ??= make();
    const handler = await made.catch((error: unknown) => {
      made = undefined;
      throw error;
    });
    await new Promise<void>((done, fail) => void handler(request, response, (error?: unknown) => (error ? fail(error as Error) : done())));
  }

  /** Puts the session of its device to each request that names one. Once a day it is kept for longer. */
  const each: RequestHandler = async (request, response, next) => {
    if (!isOpen(request) && request.headers.cookie?.includes(`${COOKIE}=`)) {
      await take(request, response);
      if (request.session.accounts && request.session.used !== today()) {
        request.session.used = today();
        request.session.cookie.maxAge = LASTS;
      }
    }
    next();
  };
  /** Who is signed in on the device that asks. */
  const accountsOn = (request: Request): string[] => (request.session as Partial<SessionData> | undefined)?.accounts ?? [];

  /** Signs somebody in on the device, under another session: one that was there before is of no use any more. Others stay signed in on it. */
  async function begin(request: Request, response: Response, { id }: Person): Promise<void> {
    if (!(request.session as object | undefined)) await take(request, response);
    const { accounts = [], since = new Date().toISOString() } = request.session;
    await new Promise<void>((done, fail) => request.session.regenerate((error: unknown) => (error ? fail(error as Error) : done())));
    const device = (request.headers['user-agent'] ?? 'an unknown device').slice(0, 300);
    Object.assign(request.session, { accounts: [...new Set([...accounts, id])], device, since, used: today() });
    await new Promise<void>((done, fail) => request.session.save((error: unknown) => (error ? fail(error as Error) : done())));
  }

  /** Signs somebody out on this device; the last one takes the session along. */
  async function end(request: Request, response: Response, id: string): Promise<void> {
    const left = accountsOn(request).filter((one) => one !== id);
    if (left.length > 0) {
      request.session.accounts = left;
      return;
    }
    await new Promise<void>((done, fail) => request.session.destroy((error: unknown) => (error ? fail(error as Error) : done())));
    response.clearCookie(COOKIE, { path: '/' });
  }

  const holds = (id: string) => sql`${session.sess} -> 'accounts' ? ${id}`;

  /** Signs somebody out on every device but one. Devices that others are signed in on too stay theirs. @param but undefined: on all. */
  async function endAll(id: string, but?: string): Promise<void> {
    const others = and(holds(id), but === undefined ? undefined : sql`${session.sid} <> ${but}`);
    await db.transaction(async (tx) => {
      await tx.delete(session).where(and(others, sql`jsonb_array_length(${session.sess} -> 'accounts') = 1`));
      const kept = await tx
        .update(session)
        .set({ sess: sql`jsonb_set(${session.sess}, '{accounts}', (${session.sess} -> 'accounts') - ${id}::text)` })
        .where(others)
        .returning({ sid: session.sid });
      if (kept.length > 0) await tx.execute(sql`select pg_notify('tamper', ${JSON.stringify({ kind: 'people', account: id })})`);
    });
  }

  /** Where somebody is signed in. */
  async function of(id: string): Promise<SignedIn[]> {
    const rows = await db
      .select({ sid: session.sid, sess: session.sess })
      .from(session)
      .where(and(holds(id), gt(session.expire, sql`now()::timestamp`)));
    return rows.map(({ sid, sess }) => {
      const { device, since, used } = sess as SignedIn;
      return { id: nameOf(sid), device, since, used };
    });
  }
  /** Signs a device out that somebody is signed in on: it is lost. @returns whether there was such a one. */
  async function endOne(id: string, name: string): Promise<boolean> {
    const gone = await db
      .delete(session)
      .where(and(holds(id), sql`md5(${session.sid}) = ${name}`))
      .returning({ sid: session.sid });
    return gone.length > 0;
  }
  /** Who is signed in by a session now; empty: it ended. */
  async function accountsOf(sid: string): Promise<string[]> {
    const [row] = await db
      .select({ sess: session.sess })
      .from(session)
      .where(and(eq(session.sid, sid), gt(session.expire, sql`now()::timestamp`)));
    return (row?.sess as { accounts?: string[] } | undefined)?.accounts ?? [];
  }

  return { each, accountsOn, begin, end, endAll, endOne, of, accountsOf, nameOf };
}
export type Sessions = ReturnType<typeof openSessions>;
