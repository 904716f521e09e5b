import { deviceClock } from '../data/deviceClock';
import { tell } from './bus';
import { keep, lookUp } from './database';
import type { AnswerRow } from './tables';

export const readAnswer = (path: string): Promise<AnswerRow | undefined> => lookUp(['answers'], (tx) => tx.get('answers', path));

export async function keepAnswer(path: string, jobId: string | undefined, body: unknown): Promise<void> {
  await keep(['answers'], (tx) => {
    tx.put('answers', { path, jobId, at: deviceClock().now(), body });
    return Promise.resolve();
  });
  tell({ kind: 'answer', path });
}
