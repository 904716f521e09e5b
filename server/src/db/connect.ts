import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import * as schema from './schema';

export type Database = NodePgDatabase<typeof schema>;
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];

/**
 * Opens a pool on a PostgreSQL URL. `onLost` hears of idle connections that break (a killed database);
 * the pool opens new ones by itself when the database is back.
 */
export function connect(url: string, onLost: (error: Error) => void): { db: Database; close: () => Promise<void> } {
  const pool = new pg.Pool({ connectionString: url, max: 10, connectionTimeoutMillis: 10_000 });
  pool.on('error', onLost);
  return { db: drizzle(pool, { schema }), close: () => pool.end() };
}

/** Brings the database to the newest migration; safe to run at every start. */
export const migrateUp = (db: Database): Promise<void> =>
  migrate(db, { migrationsFolder: fileURLToPath(new URL('../../drizzle', import.meta.url)) });
