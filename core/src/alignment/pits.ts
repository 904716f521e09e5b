import type { Protection } from '../catalogue';
import { EPSILON } from '../geometry';
import type { Reach, Run } from '../job';
import { reachEnd } from './ground';

/** A hole dug wider than the trench: for a structure, or to bore from and to. Stations and sizes in metres. */
export interface Pit {
  name: string;
  kind: 'structure' | 'launch' | 'receiving';
  /** Index of the structure, or of the bored reach. */
  index: number;
  /** Centre, and where it begins and ends along the run; may reach past the run's ends. */
  station: number;
  from: number;
  to: number;
  width: number;
  /** Dug this much deeper than the trench bottom. */
  below: number;
  protection: Protection;
  /** What stands in it afterwards, across. */
  diameter: number;
}

/** Every pit of a run. Boring pits lie at the two ends of their reach, inside it. */
export function pitsOf(run: Run): Pit[] {
  const structures = run.structures.flatMap(({ name, station, pit, diameter }, index): Pit[] =>
    pit
      ? [
          {
            name,
            kind: 'structure',
            index,
            station,
            from: station - pit.length / 2,
            to: station + pit.length / 2,
            width: pit.width,
            below: pit.below,
            protection: pit.protection,
            diameter,
          },
        ]
      : [],
  );
  const bores = run.reaches.flatMap((reach, index): Pit[] => {
    const { method } = reach;
    if (method.kind !== 'bored') return [];
    const [from, to] = [reach.from, reachEnd(run, index)];
    const shared = { index, below: 0, protection: reach.protection, diameter: 0 };
    const { launch, receiving } = method;
    return [
      {
        ...shared,
        kind: 'launch',
        name: 'Launch pit',
        station: from + launch.length / 2,
        from,
        to: from + launch.length,
        width: launch.width,
      },
      {
        ...shared,
        kind: 'receiving',
        name: 'Receiving pit',
        station: to - receiving.length / 2,
        from: to - receiving.length,
        to,
        width: receiving.width,
      },
    ];
  });
  return [...structures, ...bores];
}

/** Is the ground opened along this reach, or does the line go through it? */
export const isOpen = (reach: Pick<Reach, 'method'>): boolean => reach.method.kind === 'open';

/** A stretch that is bored, not dug. Lengths in metres. */
export interface Bore {
  reach: number;
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
    return [{ reach: index, from, to, length, rods: Math.max(0, Math.ceil(length / method.rod - EPSILON)), bore: method.bore }];
  });
