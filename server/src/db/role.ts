import { sql } from 'drizzle-orm';
import type { Database } from './connect';

/** What a server may do with each table. What is recorded is read and added to, and nothing else: it owns nothing, so it cannot switch a trigger off either. */
const WORKED_ON = [
  'job',
  'run',
  'done_once',
  'locate_request',
  'photo',
  'photo_part',
  'account',
  'membership',
  'session',
  'invitation',
  'sign_in_try',
];
const ADDED_TO = ['book_entry', 'revision', 'chain_link', 'audit', 'setting', 'practice_attempt'];

/** Lets a role work on the database of which `db` is the owner's connection; whatever else it might do before is taken back. */
export async function letIn(db: Database, role: string): Promise<void> {
  const to = sql.identifier(role);
  const list = (names: readonly string[]) =>
    sql.join(
      names.map((name) => sql.identifier(name)),
      sql`, `,
    );
  await db.transaction(async (tx) => {
    await tx.execute(sql`revoke all on all tables in schema public from ${to}`);
    await tx.execute(sql`grant usage on schema public to ${to}`);
    await tx.execute(sql`grant select, insert, update, delete on ${list(WORKED_ON)} to ${to}`);
    await tx.execute(sql`grant select, insert on ${list(ADDED_TO)} to ${to}`);
    await tx.execute(sql`grant usage, select on all sequences in schema public to ${to}`);
  });
}
