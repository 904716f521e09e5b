import { countedIn, type Kept, type KeptOf } from '../book';
import { besideLine, type PlanPoint } from '../alignment/route';
import { extent } from '../alignment/ground';
import type { Job, Run } from '../job';
import { sectionAt } from '../plan/section';
import type { Passes } from '../trench';
import { formatLength, formatStation, type UnitSystem } from '../units';
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

/** A point tapes can be held at, on the plan. */
export interface TapePoint {
  id: string;
  name: string;
  x: number;
  y: number;
}

/**
 * What a crew tapes from: pins so far beside the line at the ends of the run and at its structures, each once.
 * @param aside from the centre line, metres, positive to the right looking up the run.
 */
export function tapePoints(run: Run, aside: number, units: UnitSystem): TapePoint[] {
  const { start, end } = extent(run);
  const structures = run.structures.map(({ id, name, station }) => ({ id, name, station }));
  const ends = [start, end].filter((station) => structures.every((one) => Math.abs(one.station - station) > 0.05));
  return [...structures, ...ends.map((station) => ({ id: `at-${station}`, name: formatStation(station, units), station }))].map(
    ({ id, name, station }) => ({ id, name, ...besideLine(run, station, aside) }),
  );
}

/** Lengths of two tapes to a peg, metres, and whether they cross well enough to set it by: between 30° and 150°. */
export interface Tapes {
  lengths: [number, number];
  good: boolean;
}
/** Two tapes that meet flatter than this say little of where, radians. Source: usual practice for ties. */
const FLAT = Math.PI / 6;
/** Do two tapes meet too flat to say where, or nearly in one line? */
export const meetFlat = (angle: number): boolean => angle < FLAT || angle > Math.PI - FLAT;

/** Do tapes from two points to a spot say where that is? A tape of nothing has no direction. */
export function tapesMeet(at: PlanPoint, a: PlanPoint, b: PlanPoint): boolean {
  const [ta, tb] = [Math.hypot(at.x - a.x, at.y - a.y), Math.hypot(at.x - b.x, at.y - b.y)];
  const between = ((at.x - a.x) * (at.x - b.x) + (at.y - a.y) * (at.y - b.y)) / (ta * tb);
  return ta > 0 && tb > 0 && !meetFlat(Math.acos(Math.min(1, Math.max(-1, between))));
}

/** The tapes from two points to a peg; undefined where they are the same point. */
export function tapesTo(run: Run, [a, b]: readonly [TapePoint, TapePoint], station: number, offset: number): Tapes | undefined {
  if (Math.hypot(b.x - a.x, b.y - a.y) < 0.05) return undefined;
  const peg = besideLine(run, station, offset);
  const [ta, tb] = [Math.hypot(peg.x - a.x, peg.y - a.y), Math.hypot(peg.x - b.x, peg.y - b.y)];
  return { lengths: [ta, tb], good: tapesMeet(peg, a, b) };
}

/** The edges as somebody marked them at a station, held against the plan. Metres; `off`: how much wider than planned. */
export interface AsSetOut {
  kept: KeptOf<'setOut'>;
  station: number;
  width: number;
  planned: number;
  off: number;
  /** How far its middle lies right of the centre line. */
  aside: number;
  good: boolean;
}
/** A line of paint is good to so much, metres. */
const PAINT = 0.05;

/** What was set out and stands, by station, held against the lips of the plan. */
export function asSetOut(book: readonly Kept[], designs: Designs): AsSetOut[] {
  return countedIn(book, 'setOut')
    .flatMap((kept): AsSetOut[] => {
      const { station, left, right } = kept.entry.fact;
      const design = designs(station, null);
      if (!design) return [];
      const planned = design.lip.left + design.lip.right;
      const off = left + right - planned;
      const aside = (right - left - (design.lip.right - design.lip.left)) / 2;
      return [{ kept, station, width: left + right, planned, off, aside, good: Math.abs(off) <= PAINT && Math.abs(aside) <= PAINT }];
    })
    .sort((a, b) => a.station - b.station);
}

/** An offset as it is taped: so far left or right of the centre line. */
export const offsetWords = (offset: number, units: UnitSystem): string =>
  Math.abs(offset) < 0.0005 ? 'on the line' : `${formatLength(Math.abs(offset), units)} ${offset < 0 ? 'left' : 'right'}`;

/** Where the edge teeth run, pass by pass, in a line. */
export const passLineWords = (passes: Passes, units: UnitSystem): string =>
  passLines(passes)
    .map(({ left, right }, i) => `Pass ${i + 1}: edge teeth ${offsetWords(left, units)} and ${offsetWords(right, units)}`)
    .join('. ');

/** What was marked, against the plan, in a line. */
export function setOutWords({ station, width, off, aside, good }: AsSetOut, units: UnitSystem): string {
  const says = `${formatStation(station, units)}: ${formatLength(width, units)} from lip to lip`;
  if (good) return `${says}, as planned`;
  const apart = [
    ...(Math.abs(off) > PAINT ? [`${formatLength(Math.abs(off), units)} ${off > 0 ? 'wider' : 'narrower'} than planned`] : []),
    ...(Math.abs(aside) > PAINT ? [`its middle ${offsetWords(aside, units)}`] : []),
  ];
  return `${says}: ${apart.join(', ')}`;
}
