import { samePlace } from '../alignment/elsewhere';
import { reachIndexAt } from '../alignment/levels';
import { dugOpen } from '../dig/progress';
import { dugPlan, holeNodes, sameFigure } from '../dig/sameHole';
import type { Designs } from '../dig';
import type { Range } from '../geometry';
import { placedLines, type Job, type PlacedLine, type Reach, type Run } from '../job';
import type { Place } from '../trench';
import { holds } from './along';

/** An issued plan, as far as what was laid is held against it. */
export interface LaidPlan {
  id: string;
  job: Job;
  run: Run;
  plan: { places: readonly Place[] };
}

/** What is worked out of a plan once. */
export interface KnownPlan {
  of: LaidPlan;
  designs: Designs;
  laid: readonly PlacedLine[];
  /** Pieces of open trench, ascending: a bore parts two. */
  open: readonly Range[];
}
/** The piece of open trench a station lies in. */
export const pieceAt = ({ open }: Pick<KnownPlan, 'open'>, at: number): Range | undefined => open.find((one) => holds(one, at));

const known = new WeakMap<LaidPlan, KnownPlan>();
export function knownPlan(of: LaidPlan): KnownPlan {
  const before = known.get(of);
  if (before) return before;
  const made = { of, designs: dugPlan(of).designs, laid: placedLines(of.job, of.run), open: dugOpen(of.plan.places) };
  known.set(of, made);
  return made;
}

/**
 * Do two plans say the same of a line at a station: in the same place, the same product, wanted by the same owner, at the same level on the same bed? What was
 * seen by the one then says something of the other. @param line its id; null: of the bed and what covers it alone.
 */
export function sameThere(a: KnownPlan, b: KnownPlan, line: string | null, station: number): boolean {
  if (a === b) return true;
  if (!samePlace(a.of.run, b.of.run, station)) return false;
  const [one, two] = [a.designs(station, null), b.designs(station, null)];
  if (!one || !two) return one === two;
  if (!sameFigure(one.bottom, two.bottom) || !sameFigure(one.bed, two.bed) || !sameFigure(one.width, two.width)) return false;
  const [reachA, reachB] = [a, b].map(({ of: { run } }) => run.reaches[reachIndexAt(run, station)]) as [Reach, Reach];
  if (reachA.beddingMaterial !== reachB.beddingMaterial) return false;
  if (line === null)
    return (
      reachA.tracer === reachB.tracer &&
      (reachA.plates === null) === (reachB.plates === null) &&
      reachA.tapes.length === reachB.tapes.length &&
      sameLines(one.lines, two.lines)
    );
  const [lineA, lineB] = [a, b].map(({ laid }) => laid.find(({ id }) => id === line));
  return (
    lineA !== undefined &&
    lineB !== undefined &&
    lineA.product.id === lineB.product.id &&
    sameFigure(lineA.product.od, lineB.product.od) &&
    lineA.owner?.id === lineB.owner?.id &&
    sameFigure(lineA.x, lineB.x) &&
    sameFigure(one.lines[line]?.invert, two.lines[line]?.invert)
  );
}
const sameLines = (a: Readonly<Record<string, unknown>>, b: Readonly<Record<string, unknown>>): boolean =>
  Object.keys(a).sort().join() === Object.keys(b).sort().join();

/** Stations at which a plan begins to ask something else: reaches, and where lines begin and end. */
export const bordersOf = ({ of: { run, plan }, laid }: KnownPlan): number[] => [
  ...plan.places.flatMap(({ from, to }) => [from, to]),
  ...run.reaches.map(({ from }) => from),
  ...laid.flatMap(({ from, to }) => [from, to]),
];

/** Stations at which what a plan says of its lines may begin to change otherwise: levels are even between them. */
export const nodesOf = (known: KnownPlan): number[] => [...bordersOf(known), ...holeNodes(known.of)];
