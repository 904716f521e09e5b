import { EPSILON, type Range } from '../geometry';
import type { Bored, Reach, Run } from '../job';
import { bowLength, bowShape, type BowShape } from './bow';
import { reachEnd } from './ground';

/** Is the ground opened along this reach, or does the line go through it? */
export const isOpen = (reach: Pick<Reach, 'method'>): boolean => reach.method.kind === 'open';

/** A stretch that is bored, not dug. Lengths in metres. */
export interface Bore {
  /** Id of its reach. */
  reach: string;
  from: number;
  to: number;
  /** Between the two pits. */
  length: number;
  rods: number;
  bore: number;
  /** How it dips; undefined where it is straight. */
  bow: BowShape | undefined;
  /** Along the hole itself. */
  way: number;
  /** Id of the duct drawn into it for the lines; null where the lines themselves are drawn in. */
  duct: string | null;
}

/** Where the hole of a bored reach lies: between its pits. Stations; `to` before `from` where the pits overlap. */
export const betweenPits = (start: number, { launch, receiving }: Bored, end: number): Range => ({
  from: start + launch.length,
  to: end - receiving.length,
});

/** The bored stretches with the rods they take. Negative length: the pits overlap, and there is no way to bore. */
export const boresOf = (run: Run): Bore[] =>
  run.reaches.flatMap((reach, index): Bore[] => {
    const { method } = reach;
    if (method.kind !== 'bored') return [];
    const { from, to } = betweenPits(reach.from, method, reachEnd(run, index));
    const length = to - from;
    const bow = method.bow && length > EPSILON ? bowShape(method.bow, length) : undefined;
    const way = bow ? bowLength(bow) : Math.max(0, length);
    return [
      { reach: reach.id, from, to, length, rods: Math.ceil(way / method.rod - EPSILON), bore: method.bore, bow, way, duct: method.duct },
    ];
  });
