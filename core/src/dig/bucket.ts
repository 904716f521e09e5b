import { doubtOf, latest, ofKind, withdrawn, type Kept, type KeptOf } from '../book';
import { EPSILON } from '../geometry';
import type { Rules } from '../rules';

/** Entries that say how a machine is. */
export type Tried = 'machineDay' | 'bucketOn' | 'calibration' | 'knock';
/** Those of one kind about one machine. */
export const ofMachine = <K extends Tried>(book: readonly Kept[], kind: K, machine: string): KeptOf<K>[] =>
  ofKind(book, kind).filter(({ entry }) => (entry.fact as { machine: string }).machine === machine);

/** Why nobody relies on the bucket that is on. */
export type BucketLack = 'never' | 'fell' | 'disputed' | 'doubted';

export const sameBucket = (a: { bucket: number }, b: { bucket: number }): boolean => Math.abs(a.bucket - b.bucket) <= EPSILON;

/** Width of the bucket a machine has on, metres; or why nobody knows that it holds. */
export function bucketNow(
  book: readonly Kept[],
  machine: string,
  now: number,
  rules: Rules,
): { width: number; lack?: undefined } | { width?: undefined; lack: BucketLack } {
  const gone = withdrawn(book);
  const last = latest(ofMachine(book, 'bucketOn', machine));
  const [first] = last;
  if (!first) return { lack: 'never' };
  if (last.some(({ entry }) => !entry.fact.held)) return { lack: 'fell' };
  if (last.some(({ entry }) => !sameBucket(entry.fact, first.entry.fact))) return { lack: 'disputed' };
  return last.every((one) => doubtOf(one, gone, now, rules) === undefined) ? { width: first.entry.fact.bucket } : { lack: 'doubted' };
}
