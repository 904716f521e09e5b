import { samePlace, samePlaces, type Line } from '../alignment/elsewhere';
import type { ShiftWork } from '../book';
import { alike, type Range } from '../geometry';
import { sameJson, type Job, type Run } from '../job';
import type { Place } from '../trench';
import { designsOf, type Designs } from './design';

/** A plan, as far as a hole is dug to it. */
export interface HolePlan {
  job: Pick<Job, 'products' | 'owners'>;
  run: Run;
  plan: { places: readonly Place[] };
}

/** Levels and widths are the same to a tenth of a millimetre. */
const SAME = 1e-4;
/** Are two figures of two plans the same, or missing in both? */
export const sameFigure = (a: number | undefined, b: number | undefined): boolean =>
  a === undefined || b === undefined ? a === b : Math.abs(a - b) <= SAME;

/** Stations at which a hole of a plan may begin to run otherwise: its floor is even between them. */
export const holeNodes = ({ run, plan }: Pick<HolePlan, 'run' | 'plan'>): number[] => [
  ...plan.places.flatMap(({ from, to, station }) => [from, to, ...station]),
  ...run.reaches.map(({ from }) => from),
  ...run.inverts.map(({ station }) => station),
];

/** **Do two plans have the same hole at a station?** In the same place, as deep, as wide, and its walls alike; where they are to be held, held alike. */
export function sameHole(a: DugPlan, b: DugPlan, work: ShiftWork, station: number): boolean {
  if (a === b) return true;
  if (!samePlace(a.of.run, b.of.run, station)) return false;
  const [one, two] = [a.designs(station, null), b.designs(station, null)];
  if (!one || !two) return one === two;
  const [sidesA, sidesB] = [a.of.plan.places.find(({ id }) => id === one.place), b.of.plan.places.find(({ id }) => id === two.place)].map(
    (place) => place?.sides,
  );
  return (
    sameFigure(one.bottom, two.bottom) &&
    sameFigure(one.width, two.width) &&
    sameJson(sidesA?.left, sidesB?.left) &&
    sameJson(sidesA?.right, sidesB?.right) &&
    (work !== 'protected' || sidesA?.protection === sidesB?.protection)
  );
}

/** Does an entry of a plan, by its id, speak of another place than a station of the plan in force? */
export type Elsewhere = (revision: string, station: number) => boolean;
/** By plans that are known; of one that is not nobody says so. @param line of the plan in force. */
export const elsewhereBy =
  (plans: readonly { id: string; run: Line }[], line: Line): Elsewhere =>
  (revision, station) => {
    const by = plans.find(({ id }) => id === revision);
    return by !== undefined && !samePlace(by.run, line, station);
  };

/** A plan with its levels by station. */
export interface DugPlan {
  of: HolePlan;
  designs: Designs;
}
const known = new WeakMap<HolePlan, DugPlan>();
/** A plan never changes: its levels are worked out once. */
export function dugPlan(of: HolePlan): DugPlan {
  const made = known.get(of) ?? { of, designs: designsOf(of.job, of.run, of.plan.places) };
  known.set(of, made);
  return made;
}

/** How far before a station its lower side is asked, metres. */
const BEFORE = 1e-6;
/** Stations in order, each and just before it: a floor may step there. */
export const eitherSide = (nodes: readonly number[]): number[] =>
  [...new Set(nodes.flatMap((at) => [at - BEFORE, at]))].sort((a, b) => a - b);

/** Stations at which two lines begin to lie elsewhere, or no more. */
export const placeNodes = (a: Run, b: Run): number[] => samePlaces(a, b).flatMap(({ from, to }) => [from, to].filter(Number.isFinite));

/** Where two plans have the same hole, ascending: exactly where {@link sameHole} says so. */
export function sameHoles(a: DugPlan, b: DugPlan, work: ShiftWork): Range[] {
  // Floors that are as deep as one another at a single station between two nodes are so to nobody who digs.
  const nodes = [...[a, b].flatMap(({ of }) => holeNodes(of)), ...placeNodes(a.of.run, b.of.run)];
  return alike(eitherSide(nodes), (at) => sameHole(a, b, work, at), Object.is).flatMap(({ from, to, is }) => (is ? [{ from, to }] : []));
}
