import { NotFoundError } from '../db/errors';
import { InputError } from '@tamper/core';
import { mayNot, type Ability, type Person, type Role } from '@tamper/core/people';
import { and, asc, desc, eq, gt, isNull, lte, or, sql } from 'drizzle-orm';
import type { Database, Transaction } from '../db/connect';
import { oneAfterAnother } from '../db/oneAfterAnother';
import { together } from '../db/together';
import { uuids } from '../db/uuids';
import { account, audit, invitation, job, membership } from '../db/schema';

import { codeHash, fits, makeCode, seal, weakness } from './secrets';

/** A code is good for so long, days. */
const CODE_DAYS = 7;
const DAY = 86_400_000;
/** Whoever makes a job owns it from before it came here: what they wrote in it without a line counts. */
const BEGINNING = new Date(0);

/** What somebody asked for they may not have. `code` tells the device what to do about it. */
export class RefusedError extends Error {
  constructor(
    readonly status: 401 | 403 | 409 | 429,
    readonly code: string,
    message: string,
  ) {
    super(message);
  }
}

const fault = (field: string, message: string) => new InputError([{ field, message }]);
const person = { id: account.id, name: account.name, keeper: account.keeper };
const byName = (name: string) => eq(sql`lower(${account.name})`, name.trim().toLowerCase());

/** Somebody in a job. */
export interface Member extends Person {
  roles: Role[];
}

/** All reading and writing of accounts, of what people are in each job, and of the codes that let them in. */
export function openPeople(db: Database) {
  let some = false;
  const asked = together<boolean>();
  async function askAny(): Promise<boolean> {
    const { rows } = await db.execute<{ some: boolean }>(sql`select exists (select 1 from account) as some`);
    return (some = rows[0]?.some === true);
  }
  /** Is there an account? From the first on there always is. */
  const any = (): Promise<boolean> => (some ? Promise.resolve(true) : asked('any', askAny));

  function strong(passphrase: string, name: string): void {
    const weak = weakness(passphrase, name);
    if (weak !== undefined) throw fault('passphrase', weak);
  }

  /** The first account, which keeps the machine. @throws RefusedError where there is one already. */
  async function first(name: string, passphrase: string): Promise<Person> {
    strong(passphrase, name);
    const secret = await seal(passphrase);
    return db.transaction(async (tx) => {
      await oneAfterAnother(tx, 'the first account');
      if ((await tx.select({ id: account.id }).from(account).limit(1)).length > 0)
        throw new RefusedError(409, 'taken', 'There are accounts already: sign in, or ask for an invitation.');
      const [made] = await tx.insert(account).values({ name, secret, keeper: true }).returning(person);
      return made as Person;
    });
  }

  /** Who has this name and passphrase; undefined: nobody, and nothing tells which of the two was wrong. */
  async function who(name: string, passphrase: string): Promise<Person | undefined> {
    const [found] = await db
      .select({ ...person, secret: account.secret })
      .from(account)
      .where(and(byName(name), isNull(account.closedAt)));
    if (!(await fits(found?.secret, passphrase)) || !found) return undefined;
    const { id, name: called, keeper } = found;
    return { id, name: called, keeper };
  }

  async function newPassphrase(id: string, old: string, passphrase: string): Promise<void> {
    const [found] = await db.select({ name: account.name, secret: account.secret }).from(account).where(eq(account.id, id));
    if (!found || !(await fits(found.secret, old))) throw fault('old', 'That is not the passphrase you have now.');
    strong(passphrase, found.name);
    await db
      .update(account)
      .set({ secret: await seal(passphrase) })
      .where(eq(account.id, id));
  }

  /** A code for a job, or for a passphrase that was lost. It is told once and kept nowhere. */
  async function invite(
    values: { jobId: string; roles: Role[] } | { accountId: string },
  ): Promise<{ id: string; code: string; endsAt: Date }> {
    const code = makeCode();
    const endsAt = new Date(Date.now() + CODE_DAYS * DAY);
    const [made] = await db
      .insert(invitation)
      .values({ roles: [], ...values, codeHash: codeHash(code.replaceAll('-', '')), endsAt })
      .returning({ id: invitation.id });
    return { id: (made as { id: string }).id, code, endsAt };
  }

  const open = () => and(isNull(invitation.doneAt), gt(invitation.endsAt, sql`now()`));
  /** Takes a code, which is good once. */
  async function use(tx: Transaction, code: string) {
    const [used] = await tx
      .update(invitation)
      .set({ doneAt: new Date() })
      .where(and(eq(invitation.codeHash, codeHash(code)), open()))
      .returning();
    if (!used) throw new RefusedError(403, 'wrong-code', 'This code is not known, was used already, or is too old. Ask for another.');
    return used;
  }

  /** Somebody comes in by a code: anew, or into their account whose passphrase was lost. */
  async function join(code: string, name: string, passphrase: string): Promise<Person & { again: boolean; jobId: string | null }> {
    strong(passphrase, name);
    const secret = await seal(passphrase);
    return db.transaction(async (tx) => {
      const used = await use(tx, code);
      if (used.accountId !== null) {
        const [again] = await tx
          .update(account)
          .set({ secret })
          .where(and(eq(account.id, used.accountId), byName(name), isNull(account.closedAt)))
          .returning(person);
        if (!again) throw fault('name', 'This code is for somebody else: give the name of the account it was made for.');
        return { ...again, again: true, jobId: null };
      }
      const [made] = await tx.insert(account).values({ name, secret }).onConflictDoNothing().returning(person);
      if (!made)
        throw fault('name', 'Somebody has this name already. If it is you, sign in first and type the code then; if not, add to it.');
      if (used.jobId !== null) await setRoles(tx, used.jobId, made.id, used.roles);
      return { ...made, again: false, jobId: used.jobId };
    });
  }

  /** Somebody who is signed in comes into another job by a code; what they are there already they stay. */
  async function accept(code: string, id: string): Promise<string | null> {
    return db.transaction(async (tx) => {
      const used = await use(tx, code);
      if (used.jobId === null) throw fault('code', 'This code sets a passphrase anew: sign out first.');
      const [now] = await tx.select({ roles: membership.roles }).from(membership).where(current(used.jobId, id));
      await setRoles(tx, used.jobId, id, [...new Set([...(now?.roles ?? []), ...used.roles])]);
      return used.jobId;
    });
  }

  const current = (jobId: string, accountId: string) =>
    and(eq(membership.jobId, jobId), eq(membership.accountId, accountId), isNull(membership.until));

  /** Sets what somebody is in a job from now on; no role: nothing any more. What they were stays known. */
  async function setRoles(
    tx: Database | Transaction,
    jobId: string,
    accountId: string,
    roles: readonly Role[],
    now = new Date(),
  ): Promise<void> {
    await tx.update(membership).set({ until: now }).where(current(jobId, accountId));
    if (roles.length > 0) await tx.insert(membership).values({ jobId, accountId, roles: [...roles], since: now });
  }

  /** Sets somebody's roles; a job keeps one owner at least, where it had one. */
  async function change(jobId: string, accountId: string, roles: readonly Role[]): Promise<void> {
    await db.transaction(async (tx) => {
      await oneAfterAnother(tx, jobId);
      const owners = (await members(jobId, tx)).filter(({ roles: has }) => has.includes('owner'));
      if (owners.length === 1 && owners[0]?.id === accountId && !roles.includes('owner'))
        throw fault('roles', 'A job has one owner at least: make somebody else one first.');
      const [known] = await tx.select({ id: account.id }).from(account).where(eq(account.id, accountId));
      if (!known) throw new NotFoundError();
      await setRoles(tx, jobId, accountId, roles);
    });
  }

  const members = (jobId: string, tx: Database | Transaction = db): Promise<Member[]> =>
    tx
      .select({ ...person, roles: membership.roles })
      .from(membership)
      .innerJoin(account, eq(account.id, membership.accountId))
      .where(and(eq(membership.jobId, jobId), isNull(membership.until), isNull(account.closedAt)))
      .orderBy(asc(account.name));

  const invitations = (jobId: string) =>
    db
      .select({ id: invitation.id, roles: invitation.roles, createdAt: invitation.createdAt, endsAt: invitation.endsAt })
      .from(invitation)
      .where(and(eq(invitation.jobId, jobId), open()))
      .orderBy(desc(invitation.createdAt));
  async function takeBack(jobId: string, id: string): Promise<void> {
    const gone = await db
      .update(invitation)
      .set({ doneAt: new Date() })
      .where(and(eq(invitation.id, id), eq(invitation.jobId, jobId), open()))
      .returning({ id: invitation.id });
    if (gone.length === 0) throw new NotFoundError();
  }

  /** Everybody, and whether they may still come in. */
  const everybody = () =>
    db
      .select({ ...person, createdAt: account.createdAt, closedAt: account.closedAt })
      .from(account)
      .orderBy(asc(account.name));

  /** Changes an open account. @param unless why it is not done to the last one who keeps this Tamper; undefined: it may be. */
  async function alter(id: string, to: Partial<Pick<typeof account.$inferInsert, 'closedAt' | 'keeper'>>, unless?: string): Promise<void> {
    await db.transaction(async (tx) => {
      await oneAfterAnother(tx, 'keepers');
      const keepers = await tx
        .select({ id: account.id })
        .from(account)
        .where(and(eq(account.keeper, true), isNull(account.closedAt)));
      if (unless !== undefined && keepers.length === 1 && keepers[0]?.id === id) throw fault('id', unless);
      const open = and(eq(account.id, id), isNull(account.closedAt));
      const done = await tx.update(account).set(to).where(open).returning({ id: account.id });
      if (done.length === 0) throw new NotFoundError();
    });
  }
  const close = (id: string) => alter(id, { closedAt: new Date() }, 'Nobody else keeps this Tamper: this account stays open.');
  /** Somebody keeps this Tamper, or does not any more. */
  const keep = (id: string, keeper: boolean) =>
    alter(id, { keeper }, keeper ? undefined : 'Nobody else keeps this Tamper: somebody has to.');

  /** What accounts are in each job they are in: for devices, which show what may be done. */
  async function jobsOf(accountIds: readonly string[]): Promise<{ accountId: string; jobId: string; roles: Role[] }[]> {
    return db
      .select({ accountId: membership.accountId, jobId: membership.jobId, roles: membership.roles })
      .from(membership)
      .where(and(sql`${membership.accountId} = any(${uuids(accountIds)}::uuid[])`, isNull(membership.until)));
  }

  /** Accounts of these that are open, with what they are in a job; a keeper is its owner. @param jobId null: in none. */
  async function rolesIn(accountIds: readonly string[], jobId: string | null): Promise<Member[]> {
    if (accountIds.length === 0) return [];
    const rows = await db
      .select({ ...person, roles: membership.roles })
      .from(account)
      .leftJoin(membership, and(eq(membership.accountId, account.id), isNull(membership.until), sql`${membership.jobId} = ${jobId}::uuid`))
      .where(and(sql`${account.id} = any(${uuids(accountIds)}::uuid[])`, isNull(account.closedAt)));
    return rows.map(({ roles, ...one }) => ({ ...one, roles: one.keeper ? ['owner'] : (roles ?? []) }));
  }

  /** Why somebody may not have done a thing in a job at a moment; undefined where they might. */
  async function mayNotAt(who: Person, jobId: string, ability: Ability, at: Date): Promise<string | undefined> {
    if (who.keeper) return undefined;
    const rows = await db
      .select({ roles: membership.roles })
      .from(membership)
      .where(
        and(
          eq(membership.jobId, jobId),
          eq(membership.accountId, who.id),
          lte(membership.since, at),
          or(isNull(membership.until), gt(membership.until, at)),
        ),
      );
    return mayNot(
      rows.flatMap(({ roles }) => roles),
      ability,
    );
  }

  /** When the first account was made: what was written before it has none. */
  async function since(): Promise<Date | undefined> {
    const [row] = await db.select({ at: account.createdAt }).from(account).orderBy(asc(account.createdAt)).limit(1);
    return row?.at;
  }

  /** Writes down who did what. @param by undefined: nobody was signed in. */
  async function note(by: Person | undefined, what: string, jobId: string | null, about?: string): Promise<void> {
    await db.insert(audit).values({ accountId: by?.id ?? null, name: by?.name ?? 'this machine', what, jobId, about: about ?? null });
  }
  /** What was done, the newest first. @param jobId null: everywhere. */
  const audited = (jobId: string | null, limit: number, before?: number) =>
    db
      .select({ seq: audit.seq, at: audit.at, name: audit.name, what: audit.what, jobId: audit.jobId, about: audit.about, job: job.name })
      .from(audit)
      .leftJoin(job, eq(job.id, audit.jobId))
      .where(and(jobId === null ? undefined : eq(audit.jobId, jobId), before === undefined ? undefined : sql`${audit.seq} < ${before}`))
      .orderBy(desc(audit.seq))
      .limit(limit);

  return {
    ...{ any, first, who, newPassphrase, invite, join, accept, change, members, invitations, takeBack, everybody, close, keep },
    ...{ jobsOf, rolesIn, mayNotAt, since, note, audited },
    /** Whoever makes a job owns it. */
    owns: (tx: Transaction, jobId: string, accountId: string) => setRoles(tx, jobId, accountId, ['owner'], BEGINNING),
  };
}
export type People = ReturnType<typeof openPeople>;
