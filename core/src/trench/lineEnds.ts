import { extent, levelsOn } from '../alignment';
import type { PlacedLine, Run } from '../job';

/** Where a line begins or ends: station, level of its underside, and what lies over it, metres. */
export interface LineEnd {
  station: number;
  under: number;
  cover: number;
}

/** Both ends of every line of a run, the leading one first: what is set out where each is brought up or joined. */
export function lineEnds(run: Run, placed: readonly PlacedLine[]): { line: PlacedLine; ends: readonly [LineEnd, LineEnd] }[] {
  const { start, end } = extent(run);
  const lead = placed.find(({ leads }) => leads)?.product;
  if (!lead) return [];
  const at = ({ up, product }: PlacedLine, station: number): LineEnd => {
    const { invert, ground, finished } = levelsOn(run, lead, station);
    const under = invert - lead.wall + up;
    return { station, under, cover: Math.min(ground, finished) - under - product.od };
  };
  return placed.map((line) => ({ line, ends: [at(line, Math.max(start, line.from)), at(line, Math.min(end, line.to))] }));
}
