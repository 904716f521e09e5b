import { sql } from 'drizzle-orm';
import { readMigrationFiles } from 'drizzle-orm/migrator';
import { fileURLToPath } from 'node:url';
import { connect, migrateUp, type Database } from './connect';

const migrations = readMigrationFiles({ migrationsFolder: fileURLToPath(new URL('../../drizzle', import.meta.url)) });
/** When the sixth and the seventh were said to have been made, once: after those that follow them. */
const ONCE: Record<number, number> = { 5: 1795984142804, 6: 1795984202804 };

const url = process.env.TEST_DATABASE_URL;
if (!url) throw new Error('TEST_DATABASE_URL is not set; run the tests with `npm test`.');
const admin = connect(url, () => undefined);
afterAll(() => admin.close());

/** A database as a program left it that knew the first `count` migrations. */
async function databaseOf(count: number, work: (db: Database) => Promise<void>): Promise<void> {
  const name = `migrations_${count}_${process.pid}`;
  await admin.db.execute(sql.raw(`create database ${name}`));
  const at = new URL(url as string);
  at.pathname = `/${name}`;
  const { db, close } = connect(at.href, () => undefined);
  try {
    await db.execute(sql`create schema drizzle`);
    await db.execute(sql`create table drizzle.__drizzle_migrations (id serial primary key, hash text not null, created_at bigint)`);
    for (const [i, { sql: statements, hash, folderMillis }] of migrations.slice(0, count).entries()) {
      for (const statement of statements) await db.execute(sql.raw(statement));
      await db.execute(sql`insert into drizzle.__drizzle_migrations (hash, created_at) values (${hash}, ${ONCE[i] ?? folderMillis})`);
    }
    await work(db);
  } finally {
    await close();
    await admin.db.execute(sql.raw(`drop database ${name}`));
  }
}

test('migrations are dated in their order', () => {
  const dates = migrations.map(({ folderMillis }) => folderMillis);
  expect(dates).toEqual([...dates].sort((a, b) => a - b));
  expect(new Set(dates).size).toBe(dates.length);
});

test.each(migrations.map((_, i) => i + 1))('a database of the first %d is brought to the newest, each once', (count) =>
  databaseOf(count, async (db) => {
    await migrateUp(db);
    await migrateUp(db);
    const applied = await db.execute(sql`select hash from drizzle.__drizzle_migrations order by created_at`);
    expect(applied.rows.map(({ hash }) => hash)).toEqual(migrations.map(({ hash }) => hash));
    expect((await db.execute(sql`select to_regclass('photo_part') as there`)).rows[0]?.there).not.toBeNull();
    expect((await db.execute(sql`select archived from job`)).rows).toEqual([]);
  }),
);
