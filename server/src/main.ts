import { DEMO_JOB_ID } from '@tamper/core/demoId';
import { demoFor } from '@tamper/core/demo';
import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import { pino } from 'pino';
import { connect, migrateUp } from './db/connect';
import { bringOver, linkOld } from './db/bringOver';
import { createApp } from './http/app';
import { faultOf } from './http/errors';
import { openServices } from './http/services';
import { openLive } from './live/live';

/**
 * Runs the server from the environment: DATABASE_URL, PORT, CLIENT_DIR; HOST where it listens, HOSTS it answers to, TLS_CERT and TLS_KEY. Says `ready`
 * to a parent process when it serves.
 */
async function main(): Promise<void> {
  // Who started it may be gone before it serves: nobody would end it then.
  const orphan = () => process.exit(0);
  process.once('disconnect', orphan);
  if (process.send && !process.connected) return orphan();
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('DATABASE_URL is not set; use `npm start`.');
  const log = pino({ level: process.env.LOG_LEVEL ?? 'warn' });
  const { db, close } = connect(url, (error) => log.warn({ fault: faultOf(error) }, 'lost an idle database connection'));
  // Where the owner did it already the server's own role could not.
  if (!process.env.MIGRATED) await migrateUp(db);
  const live = openLive(url, (error) => log.warn({ fault: faultOf(error) }, 'lost the line to what changes'));
  const kept = openServices(db, live);
  await kept.store.addDemo(DEMO_JOB_ID, demoFor(new Date().toISOString().slice(0, 10)));
  await bringOver(db);
  await linkOld(db);
  const sweeping = daily(
    () => Promise.all([kept.photos.sweep(), kept.store.emptyBin()]),
    (error) => log.warn({ fault: faultOf(error) }, 'what nobody needs any more was not swept'),
  );
  const { PORT = '4600', HOST = '127.0.0.1', HOSTS = '', TLS_CERT, TLS_KEY } = process.env;
  const door = { hosts: HOSTS.split(',').filter(Boolean) };
  if ((!isLoopback(HOST) || door.hosts.length > 0) && !(await kept.people.any())) {
    console.error(NO_ACCOUNTS);
    process.exit(WILL_NOT_PASS);
  }
  const { app, end } = createApp({ ...kept, door }, log, process.env.CLIENT_DIR);
  const server =
    TLS_CERT && TLS_KEY ? createSecureServer({ cert: readFileSync(TLS_CERT), key: readFileSync(TLS_KEY) }, app) : createServer(app);
  // Longer than whoever keeps a line ready believes in it: none is cut as it is used again.
  server.keepAliveTimeout = 75_000;
  server.listen(Number(PORT), HOST || '127.0.0.1', () => {
    become(process.env.RUN_AS);
    if (process.connected) process.send?.('ready');
  });
  server.on('error', (error) => {
    log.fatal({ err: error }, 'cannot listen');
    process.exit(1);
  });

  let stopping = false;
  const stop = () => {
    if (stopping) return;
    stopping = true;
    clearInterval(sweeping);
    end();
    server.close(() => {
      // Nobody is left to be answered: what is still at work finds its connections gone, and that is no news.
      log.level = 'silent';
      void Promise.all([live.close(), close()]).then(() => process.exit(0));
    });
    server.closeIdleConnections();
    setTimeout(() => server.closeAllConnections(), 2000).unref();
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
  process.off('disconnect', orphan);
  process.on('disconnect', stop);
}

/** Starting again would be of no use. */
const WILL_NOT_PASS = 78;
const isLoopback = (host: string): boolean => /^(|localhost|127\..*|::1)$/.test(host);
const NO_ACCOUNTS =
  'Others may reach Tamper only once there are accounts: start it without HOST and HOSTS, make the first account in it, and start it again.';

/** Becomes a user without rights once the port and the certificate are taken. @param user undefined or empty: as it is. */
function become(user: string | undefined): void {
  if (!user || process.getuid?.() !== 0) return;
  process.setgroups?.([]);
  process.setgid?.(user === 'nobody' ? 'nogroup' : user);
  process.setuid?.(user);
}

/** Does something now and every day. */
function daily(work: () => Promise<unknown>, onFault: (error: unknown) => void): NodeJS.Timeout {
  const once = () => void work().catch(onFault);
  once();
  return setInterval(once, 86_400_000);
}

await main();
