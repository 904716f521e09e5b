import { DEMO_JOB_ID } from '@tamper/core/demoId';
import { demoFor } from '@tamper/core/demo';
import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import { pino } from 'pino';
import { connect, migrateUp } from './db/connect';
import { openBook } from './book/book';
import { bringOver } from './db/bringOver';
import { openStore } from './db/store';
import { createApp } from './http/app';
import { faultOf } from './http/errors';
import { openLive } from './live/live';
import { practiceOffice } from './office/practice';
import { openPhotos, type Photos } from './photos/photos';
import { openRevisions } from './revisions/revisions';

/**
 * Runs the server from the environment: DATABASE_URL, PORT, CLIENT_DIR; HOST where it listens, HOSTS it answers to, TLS_CERT and TLS_KEY, SITE_KEY. Says `ready`
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
  await migrateUp(db);
  const store = openStore(db);
  await store.addDemo(DEMO_JOB_ID, demoFor(new Date().toISOString().slice(0, 10)));

  await bringOver(db);
  const book = openBook(db);
  const photos = openPhotos(db);
  const sweeping = sweepDaily(photos, (error) => log.warn({ fault: faultOf(error) }, 'photos were not swept'));
  const live = openLive(url, (error) => log.warn({ fault: faultOf(error) }, 'lost the line to what changes'));
  const { PORT = '4600', HOST = '127.0.0.1', HOSTS = '', SITE_KEY, TLS_CERT, TLS_KEY } = process.env;
  const door = { hosts: HOSTS.split(',').filter(Boolean), siteKey: SITE_KEY || undefined };
  const services = { store, book, revisions: openRevisions(db, store, book), office: practiceOffice(db), photos, live, door };
  const { app, end } = createApp(services, log, process.env.CLIENT_DIR);
  const server =
    TLS_CERT && TLS_KEY ? createSecureServer({ cert: readFileSync(TLS_CERT), key: readFileSync(TLS_KEY) }, app) : createServer(app);
  server.listen(Number(PORT), HOST || '127.0.0.1', () => {
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
    server.close(() => void Promise.all([live.close(), close()]).then(() => process.exit(0)));
    server.closeIdleConnections();
    setTimeout(() => server.closeAllConnections(), 2000).unref();
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
  process.off('disconnect', orphan);
  process.on('disconnect', stop);
}

/** Lets go of photos nobody refers to, now and every day. */
function sweepDaily(photos: Photos, onFault: (error: unknown) => void): NodeJS.Timeout {
  const sweep = () => void photos.sweep().catch(onFault);
  sweep();
  return setInterval(sweep, 86_400_000);
}

await main();
