import { Router, type Response } from 'express';
import type { Live } from './live';

/** A line that says nothing for this long may be dead, ms: it says what time it is. */
const BEAT = 10_000;

/**
 * What changes, told to every page as server-sent events below /live: `news` is one change, `missed` says that there may have been more, `now` is the server's
 * clock. @returns the routes, and what ends every line when the server stops.
 */
export function liveRoutes(live: Live): { routes: Router; end: () => void } {
  const open = new Set<Response>();
  const say = (response: Response, event: string, data: unknown) =>
    void response.write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
  live.listen((news) => {
    for (const response of open) say(response, news === 'missed' ? 'missed' : 'news', news === 'missed' ? null : news);
  });
  // Both a page's timers and Node's are known where all of this is checked at once.
  const beat = setInterval(() => {
    for (const response of open) say(response, 'now', Date.now());
  }, BEAT) as unknown as NodeJS.Timeout;
  // It keeps no process alive that has nothing else to do.
  beat.unref();
  const routes = Router();
  routes.get('/', (request, response) => {
    response.writeHead(200, { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', 'X-Accel-Buffering': 'no' });
    // Asked again soon after a line is lost, ms.
    response.write('retry: 1000\n\n');
    say(response, 'now', Date.now());
    open.add(response);
    request.on('close', () => open.delete(response));
  });
  const end = () => {
    clearInterval(beat);
    for (const response of open) response.end();
  };
  return { routes, end };
}
