import { freePort } from '../scripts/lib/postgres.mjs';
import { startServer } from '../scripts/lib/server.mjs';

/** A server of its own that can be ended and started again at the same address. */
export async function ownServer() {
  const databaseUrl = process.env.TAMPER_DATABASE_URL;
  if (!databaseUrl) throw new Error('TAMPER_DATABASE_URL is not set; run the tests with `npm test`.');
  const port = await freePort();
  const clientDir = new URL('../client/dist', import.meta.url).pathname;
  const start = () => startServer({ databaseUrl, port, clientDir });
  let server = await start();
  return {
    url: server.url,
    kill: async () => {
      server.child.kill('SIGKILL');
      await server.gone;
    },
    start: async () => void (server = await start()),
    stop: () => server.stop(),
  };
}
