import pg from 'pg';
import { freePort } from '../scripts/lib/postgres.mjs';
import { startServer } from '../scripts/lib/server.mjs';

/** A database beside the others that has nothing in it. */
async function freshDatabase(beside: string): Promise<string> {
  const name = `fresh_${process.pid}_${Date.now()}`;
  const admin = new pg.Client({ connectionString: beside });
  await admin.connect();
  await admin.query(`create database ${name}`);
  await admin.end();
  const url = new URL(beside);
  url.pathname = `/${name}`;
  return url.href;
}

/** A server of its own that can be ended and started again at the same address. @param fresh on a database of its own. */
export async function ownServer({ fresh = false } = {}) {
  const shared = process.env.TAMPER_DATABASE_URL;
  if (!shared) throw new Error('TAMPER_DATABASE_URL is not set; run the tests with `npm test`.');
  const databaseUrl = fresh ? await freshDatabase(shared) : shared;
  const port = await freePort();
  const clientDir = new URL('../client/dist', import.meta.url).pathname;
  const start = () => startServer({ databaseUrl, port, clientDir });
  let server = await start();
  return {
    url: server.url,
    databaseUrl,
    kill: async () => {
      server.child.kill('SIGKILL');
      await server.gone;
    },
    start: async () => void (server = await start()),
    stop: () => server.stop(),
  };
}
