import { extent } from '../alignment';
import { common, lengthOf, union, type Range } from '../geometry';
import type { LandDrain, Run } from '../job';

/** Where the pipe is solid, ascending and once. */
export const solidOf = (run: Pick<Run, 'stations'>, { solid }: LandDrain): Range[] => {
  const { start, end } = extent(run);
  return union(solid.flatMap((one) => common(one, { from: start, to: end }) ?? []));
};

/** Solid and perforated pipe of the leading line, metres. */
export function pipeOf(run: Pick<Run, 'stations'>, drain: LandDrain): { solid: number; perforated: number } {
  const solid = lengthOf(solidOf(run, drain));
  return { solid, perforated: extent(run).length - solid };
}
