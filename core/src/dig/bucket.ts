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

/** The bucket put on last held when it was tried. */
export function bucketLack(last: readonly KeptOf<'bucketOn'>[], believed: (one: Kept) => boolean): BucketLack | undefined {
  const [first] = last;
  if (!first) return 'never';
  if (last.some(({ entry }) => !entry.fact.held)) return 'fell';
  if (last.some(({ entry }) => !sameBucket(entry.fact, first.entry.fact))) return 'disputed';
  return last.every(believed) ? undefined : 'doubted';
}
export const sameBucket = (a: { bucket: number }, b: { bucket: number }): boolean => Math.abs(a.bucket - b.bucket) <= EPSILON;

/** Width of the bucket a machine has on, metres; undefined while nobody knows, or it did not hold. */
export function bucketNow(book: readonly Kept[], machine: string, now: number, rules: Rules): number | undefined {
  const gone = withdrawn(book);
  const last = latest(ofMachine(book, 'bucketOn', machine));
  return bucketLack(last, (one) => doubtOf(one, gone, now, rules) === undefined) ? undefined : last[0]?.entry.fact.bucket;
}
