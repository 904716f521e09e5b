// Keeps a server and its database up: either is brought back when it goes, whatever it went of.
import { healthOf, startServer } from './server.mjs';
import { Failure, step } from './say.mjs';

const sleep = (ms) => new Promise((done) => setTimeout(done, ms));

/** How often both are looked at, ms. */
const LOOK = 1000;
/** A server that does not answer this many times in a row is ended and started again. */
const DEAF = 15;
/** Waits between starts that fail, ms: doubled up to the most. One that kept up for a while begins anew. */
const [FIRST, MOST, LONG] = [500, 15_000, 60_000];
/** The first start has to succeed within so many tries: what keeps it from it is not going to pass by itself. */
const FIRST_TRIES = 3;

/**
 * @param cluster the private database, or undefined where another is used by `databaseUrl()`.
 * @returns `url` of the server, and `stop()`, which ends both.
 */
export async function supervise({ cluster, databaseUrl, migrated = false, port, clientDir, door, onDown = () => undefined }) {
  const where = { at: ['0.0.0.0', '::'].includes(door.host) ? '127.0.0.1' : door.host, secure: door.secure };
  let server;
  let stopping = false;
  let wait = FIRST;
  let since = 0;
  let deaf = 0;

  async function bringUp() {
    await cluster?.ensure();
    server = await startServer({ databaseUrl: databaseUrl(), migrated, port, clientDir, door: door.env });
    since = Date.now();
    deaf = 0;
    const own = server;
    void server.gone.then(() => {
      if (server === own) server = undefined;
    });
  }

  async function begin() {
    for (let tries = 1; ; tries++)
      try {
        return await bringUp();
      } catch (error) {
        if (tries === FIRST_TRIES || error.final) throw error;
        await sleep(wait);
      }
  }

  /** Ends a server that is no use any more: kindly first. */
  async function end(own) {
    const timer = setTimeout(() => own.child.kill('SIGKILL'), 5000);
    await own.stop();
    clearTimeout(timer);
  }

  async function look() {
    if (!server) {
      onDown('server');
      step('The server is gone: starting it again');
      await bringUp();
      return;
    }
    if (cluster && !cluster.runs()) {
      onDown('database');
      step('The database is gone: starting it again');
      const before = databaseUrl();
      await cluster.ensure();
      // On another port it is not found any more.
      if (databaseUrl() !== before) {
        await end(server);
        await bringUp();
      }
      return;
    }
    const health = await healthOf(port, where);
    deaf = health === 'away' ? deaf + 1 : 0;
    if (deaf < DEAF || !server) return;
    onDown('deaf');
    step('The server does not answer: starting it again');
    await end(server);
    await bringUp();
  }

  async function watch() {
    while (!stopping) {
      try {
        await look();
        if (Date.now() - since > LONG) wait = FIRST;
        await sleep(LOOK);
      } catch (error) {
        console.error(error instanceof Failure ? `✗ ${error.message}` : error);
        await sleep(wait);
        wait = Math.min(MOST, wait * 2);
      }
    }
  }

  await begin();
  const url = server.url;
  const watching = watch();
  return {
    url,
    /** The processes as they are now. */
    pids: () => ({ server: server?.pid }),
    async stop() {
      stopping = true;
      await watching;
      if (server) await end(server);
      cluster?.stop();
    },
  };
}
