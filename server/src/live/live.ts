import pg from 'pg';
import { z } from 'zod';

/** What changed, as the database tells it. `version` 0: it was deleted. */
const newsSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('job'), id: z.string(), jobId: z.string(), version: z.number() }),
  z.object({ kind: z.literal('run'), id: z.string(), jobId: z.string(), version: z.number() }),
  z.object({ kind: z.literal('book'), jobId: z.string(), seq: z.number() }),
  z.object({ kind: z.literal('photo'), hash: z.string() }),
  z.object({ kind: z.literal('issued'), jobId: z.string(), runId: z.string(), number: z.number() }),
  // Who may see what has changed, and a device that was signed out: for the server's own lines, told to nobody.
  z.object({ kind: z.literal('people'), account: z.string() }),
  z.object({ kind: z.literal('session'), sid: z.string() }),
]);
export type News = z.infer<typeof newsSchema>;

/** Hears what changes in the database, whichever process changed it. */
export interface Live {
  /** @param listener hears news; `missed`: some may have been missed since the last. @returns what ends it. */
  listen: (listener: (news: News | 'missed') => void) => () => void;
  close: () => Promise<void>;
}

const CHANNEL = 'tamper';
const [FIRST, MOST] = [250, 5000];

/** Listens on a connection of its own, and opens another when that is lost. @param onLost hears why. */
export function openLive(url: string, onLost: (error: Error) => void): Live {
  const listeners = new Set<(news: News | 'missed') => void>();
  let closed = false;
  let client: pg.Client | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let wait = FIRST;
  const tell = (news: News | 'missed') => {
    for (const listener of listeners) listener(news);
  };

  async function connect(): Promise<void> {
    const next = new pg.Client({ connectionString: url, connectionTimeoutMillis: 10_000, keepAlive: true });
    let lost = false;
    const again = (error?: Error) => {
      if (lost) return;
      lost = true;
      if (closed) return;
      if (error) onLost(error);
      timer = setTimeout(() => void connect(), wait);
      wait = Math.min(MOST, wait * 2);
    };
    next.on('error', again);
    next.on('end', () => again());
    next.on('notification', ({ payload }) => {
      const read = newsSchema.safeParse(JSON.parse(payload ?? 'null'));
      // Of a newer program: what it means is not known here, but that there is something.
      tell(read.success ? read.data : 'missed');
    });
    try {
      await next.connect();
      await next.query(`LISTEN ${CHANNEL}`);
      if (closed) return await next.end();
      client = next;
      wait = FIRST;
      tell('missed');
    } catch (error) {
      again(error as Error);
    }
  }
  void connect();

  return {
    listen(listener) {
      listeners.add(listener);
      return () => void listeners.delete(listener);
    },
    async close() {
      closed = true;
      clearTimeout(timer);
      await client?.end();
    },
  };
}
