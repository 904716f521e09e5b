import { deviceClock } from '../data/deviceClock';
import { tell } from './bus';
import { keep, lookUp } from './database';
import { pack, unpack } from './packed';

/** What the server last said there; undefined: it was never asked. */
export async function readAnswer(path: string): Promise<{ body: unknown } | undefined> {
  const row = await lookUp(['answers'], (tx) => tx.get('answers', path));
  return row && { body: unpack(row.body) };
}

export async function keepAnswer(path: string, jobId: string | undefined, body: unknown): Promise<void> {
  await keep(['answers'], (tx) => {
    tx.put('answers', { path, jobId, at: deviceClock().now(), body: pack(body) });
    return Promise.resolve();
  });
  tell({ kind: 'answer', path });
}
