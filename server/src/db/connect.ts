import { sql } from 'drizzle-orm';
import { readMigrationFiles } from 'drizzle-orm/migrator';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import * as schema from './schema';

export type Database = NodePgDatabase<typeof schema> & { $client: pg.Pool };
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];

/** How long one statement may take, and wait for another, ms: what hangs is let go, and says so. Bringing a database up takes as long as it takes. */
const PATIENCE = { statement_timeout: 30_000, lock_timeout: 15_000 };
export const ENDLESS = { statement_timeout: 0, lock_timeout: 0 };

/**
 * Opens a pool on a PostgreSQL URL. `onLost` hears of idle connections that break (a killed database);
 * the pool opens new ones by itself when the database is back.
 */
export function connect(url: string, onLost: (error: Error) => void, patience = PATIENCE): { db: Database; close: () => Promise<void> } {
  const pool = new pg.Pool({ connectionString: url, max: 10, connectionTimeoutMillis: 10_000, ...patience });
  pool.on('error', onLost);
  return { db: drizzle(pool, { schema }), close: () => pool.end() };
}

const MIGRATIONS = { migrationsFolder: fileURLToPath(new URL('../../drizzle', import.meta.url)) };

/**
 * Brings the database to the newest migration; safe to run at every start. What was applied is told by its text, not by the moment that was written down with it:
 * two were once dated after those that follow them, and a database that had them would have been taken for newer than it is.
 */
export async function migrateUp(db: Database): Promise<void> {
  const { rows } = await db.execute(sql`select to_regclass('drizzle.__drizzle_migrations') as there`);
  if (rows[0]?.there)
    for (const { hash, folderMillis } of readMigrationFiles(MIGRATIONS))
      await db.execute(sql`update drizzle.__drizzle_migrations set created_at = ${folderMillis} where hash = ${hash}`);
  await migrate(db, MIGRATIONS);
}
