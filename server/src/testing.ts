import { sql } from 'drizzle-orm';
import { connect } from './db/connect';

/** Where the tests find PostgreSQL. */
export function testDatabase(): string {
  const url = process.env.TEST_DATABASE_URL;
  if (!url) throw new Error('TEST_DATABASE_URL is not set; run the tests with `npm test`.');
  return url;
}

/** A database of a test’s own beside the one tests share: nobody else writes in it, starts a server on it or cuts its connections. */
export function ownDatabase(what: string): { url: string; make: () => Promise<void>; drop: () => Promise<void> } {
  const name = `${what}_${process.pid}`;
  const admin = connect(testDatabase(), () => undefined);
  return {
    url: Object.assign(new URL(testDatabase()), { pathname: `/${name}` }).href,
    make: async () => void (await admin.db.execute(sql`create database ${sql.identifier(name)}`)),
    drop: async () => {
      await admin.db.execute(sql`drop database ${sql.identifier(name)} with (force)`);
      await admin.close();
    },
  };
}
