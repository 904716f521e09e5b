import type { Job, Run } from '../job';
import { sectionAt } from '../plan/section';
import type { Passes } from '../trench';
import { formatLength, type UnitSystem } from '../units';
import type { Designs } from './design';

/** What is pegged out across the run at a station: offsets from the centre line, metres, positive to the right looking up the run. */
export interface PegRow {
  station: number;
  edge: { left: number; right: number };
  lip: { left: number; right: number };
  /** Where the foot of each heap begins. */
  toes: number[];
}

/** The pegs of a station; undefined where nothing is dug open. */
export function pegsAt(job: Job, run: Run, designs: Designs, station: number): PegRow | undefined {
  const design = designs(station, null);
  if (!design) return undefined;
  const { width, lip } = design;
  const { heaps } = sectionAt(job, run, station);
  return {
    station,
    edge: { left: -width / 2, right: width / 2 },
    lip: { left: -lip.left, right: lip.right },
    toes: heaps.map(({ side, inner }) => (side === 'left' ? -inner : inner)).sort((a, b) => a - b),
  };
}

/**
 * Where each pass of the bucket runs: its left and right edge tooth, offsets from the centre line, metres. The first keeps its edge tooth on the left edge of
 * the dig, each further one overlaps the one before; together they are as wide as the passes dig.
 */
export const passLines = ({ buckets, overlap, width }: Passes): { left: number; right: number }[] => {
  let left = -width / 2;
  return buckets.map((bucket) => {
    const line = { left, right: left + bucket };
    left += bucket - overlap;
    return line;
  });
};

/** An offset as it is taped: so far left or right of the centre line. */
export const offsetWords = (offset: number, units: UnitSystem): string =>
  Math.abs(offset) < 0.0005 ? 'on the line' : `${formatLength(Math.abs(offset), units)} ${offset < 0 ? 'left' : 'right'}`;

/** Where the edge teeth run, pass by pass, in a line. */
export const passLineWords = (passes: Passes, units: UnitSystem): string =>
  passLines(passes)
    .map(({ left, right }, i) => `Pass ${i + 1}: edge teeth ${offsetWords(left, units)} and ${offsetWords(right, units)}`)
    .join('. ');
