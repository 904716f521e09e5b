import type { ArmPoint, Machine } from '../catalogue';
import { EPSILON, valueAt, type Point, type Range } from '../geometry';
import type { Job, Run } from '../job';
import { extent, groundAt } from '../alignment';
import { OPENS, tipReach, type SetUp } from '../machine';
import { farTop } from '../spoil';
import type { Plan } from './plan';
import { sectionAt } from './section';

/** Real ground in the plane of a machine's arm: metres forward of its swing axis and up from the ground under it. */
export interface Scene {
  ground: Point[];
  voids: Point[][];
  heaps: Point[][];
  /** The stretch of floor it shaves from here, and its level. */
  measured?: Range & { level: number };
}

/** The place the machine digs a station from; undefined where none does. */
export const setUpAt = ({ setUps: { list: stands } }: Pick<Plan, 'setUps'>, station: number): SetUp | undefined =>
  stands.find(({ from, to }) => station >= from - EPSILON && station <= to + EPSILON);

/** How far round the axis the ground is drawn, metres. */
const AHEAD = 9;
const BEHIND = 4;

/** Ground and trench along the run before a machine at one of its places, what it has dug so far laid open. */
export function alongScene(run: Run, plan: Plan, stand: SetUp): Scene & { points: Record<'near' | 'middle' | 'far', ArmPoint> } {
  const forward = run.access.digFrom === 'start';
  const { start, end } = extent(run);
  const { station, ground, bottom } = plan.profile;
  const ahead = (at: number) => (forward ? stand.axis - at : at - stand.axis);
  const level = groundAt(run.stations, Math.min(end, Math.max(start, stand.axis)));
  const near = station.map((at, i) => ({ at, i, x: ahead(at) })).filter(({ x }) => x > -BEHIND && x < AHEAD);
  const dug = near.filter(({ at }) => (forward ? at <= stand.to + EPSILON : at >= stand.from - EPSILON));
  const cut = forward ? stand.to : stand.from;
  // The face it leaves stands at the end of the bite, at the depths either side of it.
  const edge = { x: ahead(cut), top: valueAt(station, ground, cut) - level, floor: valueAt(station, bottom, cut) - level };
  const along = [...dug.map(({ i, x }) => ({ x, top: (ground[i] as number) - level, floor: (bottom[i] as number) - level })), edge].sort(
    (one, other) => one.x - other.x,
  );
  const floor = -stand.depth;
  const [from, to] = [Math.min(ahead(stand.from), ahead(stand.to)), Math.max(ahead(stand.from), ahead(stand.to))];
  const point = (x: number): ArmPoint => ({ x, z: floor });
  return {
    ground: near.map(({ i, x }) => ({ x, y: (ground[i] as number) - level })).sort((one, other) => one.x - other.x),
    voids: [[...along.map(({ x, top }) => ({ x, y: top })), ...along.toReversed().map(({ x, floor: y }) => ({ x, y }))]],
    heaps: [],
    measured: { from, to, level: floor },
    points: { near: point(from + 0.01), middle: point((from + to) / 2), far: point(to - 0.01) },
  };
}

/** The cross-section before a machine that stands astride of the line and has swung to its heap; the side it tips to. */
export function acrossScene(
  job: Job,
  run: Run,
  station: number,
  machine: Machine,
): Scene & { dump: ArmPoint; tips: boolean; side: 'left' | 'right' } {
  const section = sectionAt(job, run, station);
  const [heap] = [...section.heaps].sort((a, b) => b.height - a.height);
  const side = heap?.side ?? (run.spoil.side === 'left' ? 'left' : 'right');
  const sign = side === 'left' ? -1 : 1;
  const turned = (points: readonly Point[]) => points.map(({ x, y }) => ({ x: sign * x, y: y - section.ground }));
  const away = heap ? farTop(heap) : run.spoil.setback;
  const height = heap?.height ?? 0;
  return {
    ground: [
      { x: -6, y: 0 },
      { x: 9, y: 0 },
    ],
    voids: section.trench.length > 0 ? [turned(section.trench)] : [],
    heaps: section.heaps.filter((one) => one.side === side).map(({ outline }) => turned(outline)),
    dump: { x: away, z: height + OPENS },
    tips: away <= tipReach(machine.arm, height) + EPSILON,
    side,
  };
}
