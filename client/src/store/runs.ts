import type { Stored } from '../data/api';
import { tell } from './bus';
import { keep, lookUp } from './database';
import { packed } from './documents';
import { pack, unpack } from './packed';
import type { DocumentRow, DraftRow } from './tables';

/** Where a list of the runs of a job is kept: their order at the server. */
export const runsPath = (jobId: string): string => `/jobs/${jobId}/runs/all`;
const RUN = '/runs/';
const idOf = ({ path }: { path: string }) => path.slice(RUN.length);

/** A run as this device has it: with what is worked on, where something is. Most of them are not looked into. */
export interface KnownRun {
  id: string;
  row: DocumentRow | undefined;
  draft: DraftRow | undefined;
}

/** The runs of a job in their order, those that were only made here last; undefined where nobody has ever said which there are. */
export const readRuns = (jobId: string): Promise<KnownRun[] | undefined> =>
  lookUp(['answers', 'documents', 'drafts'], async (tx) => {
    const [answer, rows, drafts] = await Promise.all([
      tx.get('answers', runsPath(jobId)),
      tx.of('documents', jobId),
      tx.of('drafts', jobId),
    ]);
    const here = drafts.some(({ path, version }) => path === `/jobs/${jobId}` && version === 0);
    if (!answer && !here) return undefined;
    const byId = new Map<string, KnownRun>();
    for (const row of rows.filter(({ path }) => path.startsWith(RUN))) byId.set(idOf(row), { id: idOf(row), row, draft: undefined });
    for (const draft of drafts.filter(({ path }) => path.startsWith(RUN)).sort((a, b) => a.since - b.since))
      byId.set(idOf(draft), { id: idOf(draft), row: byId.get(idOf(draft))?.row, draft });
    const order = new Map(((answer ? unpack(answer.body) : []) as string[]).map((id, i) => [id, i]));
    const place = ({ id }: KnownRun) => order.get(id) ?? Infinity;
    return [...byId.values()].sort((a, b) => (place(a) === place(b) ? 0 : place(a) - place(b)));
  });

/** The server has these runs of a job and no others. What is worked on here stays. */
export async function hearRuns(jobId: string, runs: readonly Stored<unknown>[], at: number): Promise<void> {
  const { value: news } = await keep(['answers', 'documents', 'drafts'], async (tx) => {
    const [rows, drafts] = await Promise.all([tx.of('documents', jobId), tx.of('drafts', jobId)]);
    const before = new Map(rows.map((row) => [row.path, row]));
    const [there, worked] = [new Set(runs.map(({ id }) => RUN + id)), new Set(drafts.map(({ path }) => path))];
    const newer = runs.filter(({ id, version }) => (before.get(RUN + id)?.stored.version ?? 0) < version);
    for (const stored of newer)
      tx.put('documents', { ...before.get(RUN + stored.id), path: RUN + stored.id, jobId, stored: packed(stored) });
    const gone = rows.map(({ path }) => path).filter((path) => path.startsWith(RUN) && !there.has(path) && !worked.has(path));
    for (const path of gone) tx.drop('documents', path);
    tx.put('answers', { path: runsPath(jobId), jobId, at, body: pack(runs.map(({ id }) => id)) });
    return [...newer.map(({ id }) => RUN + id), ...gone];
  });
  for (const path of news) tell({ kind: 'heard', path });
  tell({ kind: 'answer', path: runsPath(jobId) });
}
