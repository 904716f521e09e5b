import { doubtOf, inOrder, knows, latest, ofKind, withdrawn, type Doubt, type Kept, type KeptOf } from '../book';
import { EPSILON } from '../geometry';
import type { Rules } from '../rules';
import { planeOf, type Plane } from './plane';

/** A benchmark as the book has it. `disputed`: two people said different things of it who did not know of each other. */
export interface Benchmark {
  id: string;
  name: string;
  level: number;
  where: string;
  lost: boolean;
  disputed: boolean;
  kept: KeptOf<'benchmark'>;
}

/** The benchmarks of a job, in the order they were first entered. @param book entries of the job. */
export function benchmarksOf(book: readonly Kept[]): Benchmark[] {
  const gone = withdrawn(book);
  const about = new Map<string, KeptOf<'benchmark'>[]>();
  for (const one of inOrder(ofKind(book, 'benchmark'))) {
    const { id } = one.entry.fact;
    if (!one.refused && !gone.has(one.entry.id)) about.set(id, [...(about.get(id) ?? []), one]);
  }
  return [...about.values()].map((said) => {
    const last = latest(said);
    const kept = last.at(-1) as KeptOf<'benchmark'>;
    const { id, name, level, where } = kept.entry.fact;
    const lost = last.some(({ entry }) => entry.fact.lost);
    const disputed = last.some(({ entry }) => Math.abs(entry.fact.level - level) > EPSILON);
    return { id, name, level, where, lost, disputed, kept };
  });
}

/** A sight back: how far it came out from the first, metres, positive when the instrument stood higher. */
export interface Closing {
  kept: KeptOf<'sightBack'>;
  off: number;
  closes: boolean;
}

/** An instrument as it was set up, and what its sights back say of it. */
export interface Instrument {
  /** Of its entry; checks name it. */
  id: string;
  kept: KeptOf<'setUp'>;
  plane: Plane;
  closings: Closing[];
  /** Why it is not to be worked from: withdrawn, refused, of a wrong clock. */
  doubt: Doubt | undefined;
}

/** Every set-up of an instrument on a run, in the order they were made. */
export function instrumentsOf(book: readonly Kept[], now: number, rules: Rules): Instrument[] {
  const gone = withdrawn(book);
  const standing = inOrder(ofKind(book, 'sightBack')).filter(({ entry, refused }) => !refused && !gone.has(entry.id));
  return inOrder(ofKind(book, 'setUp')).map((kept) => {
    const { id, fact } = kept.entry;
    const plane = planeOf(fact);
    const closings = standing
      .filter(({ entry }) => entry.fact.setUp === id)
      .map((sight): Closing => {
        const { benchmark, reading } = sight.entry.fact;
        const off = reading - (plane.height - benchmark.level);
        return { kept: sight, off, closes: Math.abs(off) <= (rules.sightBack.value ?? Infinity) + EPSILON };
      });
    return { id, kept, plane, closings, doubt: doubtOf(kept, gone, now, rules) };
  });
}

/**
 * The set-up an entry names: where that was put right since, the one that put it right.
 * @returns undefined where the book does not have it, or it was said to be wrong and nothing stands in its place.
 */
export function instrumentNamed(instruments: readonly Instrument[], id: string): Instrument | undefined {
  let found = instruments.find((one) => one.id === id);
  const seen = new Set<string>();
  while (found?.doubt === 'withdrawn' && !seen.has(found.id)) {
    const before: string = found.id;
    seen.add(before);
    found = instruments.find(({ kept }) => kept.entry.corrects === before);
  }
  return found?.doubt === 'withdrawn' ? undefined : found;
}

/** The set-up work goes on from: the last one made that nothing speaks against. */
export const instrumentInForce = (instruments: readonly Instrument[]): Instrument | undefined =>
  instruments.filter(({ doubt }) => doubt === undefined).at(-1);

/**
 * The sight back that makes what was read from a set-up doubtful: one that did not close, unless another had closed between the reading and it.
 */
export const unclosed = ({ closings }: Instrument, read: Kept): Closing | undefined =>
  closings.find((bad) => !bad.closes && !closings.some((good) => good.closes && knows(good.kept, read) && knows(bad.kept, good.kept)));
