import { EPSILON } from '../geometry';
import type { Reach, Run } from '../job';
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
}

/** The bored stretches with the rods they take. Negative length: the pits overlap. */
export const boresOf = (run: Run): Bore[] =>
  run.reaches.flatMap((reach, index): Bore[] => {
    const { method } = reach;
    if (method.kind !== 'bored') return [];
    const [from, to] = [reach.from + method.launch.length, reachEnd(run, index) - method.receiving.length];
    const length = to - from;
    return [{ reach: reach.id, from, to, length, rods: Math.max(0, Math.ceil(length / method.rod - EPSILON)), bore: method.bore }];
  });
