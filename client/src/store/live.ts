import { deviceClock } from '../data/deviceClock';
import { onNews, tell } from './bus';
import { heardVersion } from './documents';
import { lineIs } from './line';
import { runsPath } from './runs';

/** What the server tells of a change. */
type Told =
  | { kind: 'job' | 'run'; id: string; jobId: string; version: number }
  | { kind: 'book'; jobId: string; seq: number }
  | { kind: 'issued'; jobId: string; runId: string; number: number }
  | { kind: 'photo'; hash: string };

/** A browser gives up a line that was refused; it is opened again after this long, ms. */
const AGAIN = 5_000;

/** Keeps a line open on which the server tells what changes, and tells every page of this device. @returns what ends it. */
export function listenLive(address = '/live'): () => void {
  let source: EventSource | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const open = () => {
    source = new EventSource(address);
    source.addEventListener('open', () => (lineIs(undefined), tell({ kind: 'again' })));
    source.addEventListener('missed', () => tell({ kind: 'again' }));
    source.addEventListener('now', ({ data }: MessageEvent<string>) => deviceClock().heard(Number(data), Infinity));
    source.addEventListener('news', ({ data }: MessageEvent<string>) => hear(JSON.parse(data) as Told));
    source.addEventListener('error', () => {
      if (source?.readyState !== EventSource.CLOSED) return;
      clearTimeout(timer);
      timer = setTimeout(open, AGAIN);
    });
  };
  open();
  return () => {
    clearTimeout(timer);
    source?.close();
  };
}

/** Our own write is told before its answer is here: it is looked at this much later, ms, whether it is news. */
const SETTLED = 300;

/** Versions that this device has sent itself, by document. */
const own = new Map<string, number>();
onNews((news) => {
  if (news.kind === 'sent') own.set(news.path, news.version);
});

function hear(told: Told): void {
  if (told.kind === 'book' || told.kind === 'issued') return tell({ kind: 'book', jobId: told.jobId });
  if (told.kind === 'photo') return tell(told);
  const { id, jobId, version } = told;
  const path = `/${told.kind}s/${id}`;
  setTimeout(() => {
    if (version > 0 && (own.get(path) ?? 0) >= version) return;
    void heardVersion(path).then((heard) => {
      if (version > 0 && heard !== undefined && heard >= version) return;
      tell({ kind: 'there', path, list: told.kind === 'run' ? runsPath(jobId) : '/jobs', version });
    });
  }, SETTLED);
}
