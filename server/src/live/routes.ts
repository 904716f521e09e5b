import { Router, type Response } from 'express';
import { actorOf, keeps } from '../people/guard';
import type { People } from '../people/people';
import type { Sessions } from '../people/sessions';
import type { Live, News } from './live';

/** A line that says nothing for this long may be dead, ms: it says what time it is. */
const BEAT = 10_000;

/** Whoever has a line open: what they may hear of. */
interface Line {
  response: Response;
  /** The session of its device; undefined: there are no accounts. */
  sid: string | undefined;
  accounts: readonly string[];
  /** Jobs of which it hears; undefined: of all. */
  jobs: ReadonlySet<string> | undefined;
}

/**
 * What changes, told to every page as server-sent events below /live: `news` is one change of a job that somebody on the device sees, `missed` says that there may
 * have been more, `now` is the server's clock. @returns the routes, and what ends every line when the server stops.
 */
export function liveRoutes(live: Live, people: People, sessions: Sessions): { routes: Router; end: () => void } {
  const open = new Set<Line>();
  const say = ({ response }: Pick<Line, 'response'>, event: string, data: unknown) =>
    void response.write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
  const jobsOf = async (accounts: readonly string[]): Promise<Pick<Line, 'accounts' | 'jobs'>> => {
    const here = await people.rolesIn(accounts, null);
    const jobs = keeps(here) ? undefined : new Set((await people.jobsOf(accounts)).map(({ jobId }) => jobId));
    return { accounts: here.map(({ id }) => id), jobs };
  };
  /** Looks again what a line may hear; one nobody is signed in on any more ends. */
  async function lookAgain(line: Line, sid: string): Promise<void> {
    Object.assign(line, await jobsOf(await sessions.accountsOf(sid)));
    if (line.accounts.length === 0) return void line.response.end();
    say(line, 'missed', null);
  }

  function hear(news: News | 'missed'): void {
    for (const line of open) {
      if (news === 'missed') say(line, 'missed', null);
      else if (news.kind === 'session') {
        if (line.sid !== undefined && sessions.nameOf(line.sid) === news.sid) line.response.end();
      } else if (news.kind === 'people') {
        // Where nobody was signed in there are accounts now: everybody asks anew.
        if (line.sid === undefined) line.response.end();
        else if (line.accounts.includes(news.account)) lookAgain(line, line.sid).catch(() => line.response.end());
      } else if (!('jobId' in news) || line.jobs === undefined || line.jobs.has(news.jobId)) say(line, 'news', news);
    }
  }
  live.listen(hear);
  const beat = setInterval(() => {
    for (const line of open) say(line, 'now', Date.now());
  }, BEAT) as unknown as NodeJS.Timeout;
  beat.unref();
  const routes = Router();
  routes.get('/', async (request, response) => {
    const { crew, here } = actorOf(response);
    const may = crew ? await jobsOf(here.map(({ id }) => id)) : { accounts: [], jobs: undefined };
    response.writeHead(200, { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', 'X-Accel-Buffering': 'no' });
    response.write('retry: 1000\n\n');
    const line: Line = { response, sid: crew ? request.sessionID : undefined, ...may };
    say(line, 'now', Date.now());
    open.add(line);
    request.on('close', () => open.delete(line));
  });
  const end = () => {
    clearInterval(beat);
    for (const { response } of open) response.end();
  };
  return { routes, end };
}
