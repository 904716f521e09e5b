import express, { type Express, type NextFunction, type Response } from 'express';
import expressStaticGzip from 'express-static-gzip';
import helmet from 'helmet';
import { join } from 'node:path';
import type { Logger } from 'pino';
import type { Book } from '../book/book';
import type { Store } from '../db/store';
import type { Database } from '../db/connect';
import { onlyHosts, ownPages, type DoorRules } from '../door/door';
import type { Live } from '../live/live';
import type { LocateOffice } from '../office/office';
import { onlyAllowed } from '../people/guard';
import type { People } from '../people/people';
import type { Sessions } from '../people/sessions';
import type { Tries } from '../people/tries';
import type { Photos } from '../photos/photos';
import type { Attempts } from '../practice/attempts';
import type { Proof } from '../proof/proof';
import type { Revisions } from '../revisions/revisions';
import { liveRoutes } from '../live/routes';
import { api } from './api';
import { errorHandler } from './errors';
import { watch } from './watch';

const IMMUTABLE = /\/_expo\/|\/assets\//;

/** What a browser fetches for a page that is there already; `empty` is what the page itself asks for. None of it is ever shown as a page. */
const PARTS: ReadonlySet<string> = new Set(['script', 'font', 'style', 'empty']);
function plain(response: Response, next: NextFunction): void {
  response.removeHeader('X-Powered-By');
  response.setHeader('X-Content-Type-Options', 'nosniff');
  next();
}

const THIS_MACHINE: DoorRules = { hosts: [] };

/** What the server keeps, and whom it asks. */
export interface Services {
  store: Store;
  book: Book;
  revisions: Revisions;
  office: LocateOffice;
  photos: Photos;
  live: Live;
  proof: Proof;
  people: People;
  sessions: Sessions;
  tries: Tries;
  attempts: Attempts;
  db: Database;
  /** Names it answers to; those of this machine alone, where it is not said. */
  door?: DoorRules;
}

/** One Express for the API and, when `clientDir` is given, the built client. `end` lets go of the lines that stay open. */
export function createApp(
  { live, door = THIS_MACHINE, ...kept }: Services,
  log: Logger,
  clientDir?: string,
): { app: Express; end: () => void } {
  const app = express();
  // Answers of the API name versions themselves; files are told apart by their names.
  app.set('etag', false);
  const guard = helmet({
    contentSecurityPolicy: {
      directives: {
        scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        workerSrc: ["'self'", 'blob:'],
        upgradeInsecureRequests: null,
      },
    },
    // Served over plain HTTP on loopback.
    strictTransportSecurity: false,
  });
  // What a page may do is told with the page and with its workers: what a page asks for needs no words of it.
  app.use((request, response, next) =>
    PARTS.has(request.headers['sec-fetch-dest'] as string) ? plain(response, next) : guard(request, response, next),
  );
  const { db, people, sessions } = kept;
  const told = liveRoutes(live, people, sessions);
  const watched = watch(log);
  app.use(watched.each);
  app.use(onlyHosts(door));
  app.use(['/api', '/live'], ownPages);
  app.use(['/api', '/live', '/metrics'], sessions.each, onlyAllowed(db, people, sessions, log));
  app.use('/metrics', watched.routes);
  app.use('/live', told.routes);
  app.use('/api', api(kept));
  if (clientDir) serveClient(app, clientDir);
  app.use(errorHandler(log));
  return { app, end: told.end };
}

/** Files hashed by the build are cached for good; every other path is a screen of the single-page client. */
function serveClient(app: Express, dir: string): void {
  const from = (fixed: boolean) =>
    expressStaticGzip(dir, {
      enableBrotli: true,
      orderPreference: ['br'],
      serveStatic: {
        // What goes by its content is never asked for again, nor in parts.
        lastModified: !fixed,
        acceptRanges: !fixed,
        setHeaders: (response) => void response.setHeader('Cache-Control', fixed ? 'public, max-age=31536000, immutable' : 'no-cache'),
      },
    });
  const [fixed, fresh] = [from(true), from(false)];
  app.use((request, response, next) => (IMMUTABLE.test(request.path) ? fixed : fresh)(request, response, next));
  app.get('/{*screen}', (request, response, next) => {
    if (IMMUTABLE.test(request.path)) return next();
    response.setHeader('Cache-Control', 'no-cache');
    response.sendFile(join(dir, 'index.html'));
  });
  app.use(
    (_request, response) => void response.status(404).json({ error: { code: 'not-found', message: 'This is not here (any more).' } }),
  );
}
