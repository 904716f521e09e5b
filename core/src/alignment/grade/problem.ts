import { structureTypes } from '../../catalogue';
import { keepOff, knownParts } from '../../existing';
import { areaBesideWall, common, EPSILON, wallOffset } from '../../geometry';
import { LEAST_APART, panelOf, type PlacedLine, type Reach, type Run, type Wall } from '../../job';
import type { Rules } from '../../rules';
import type { GradeTargets } from './targets';
import { coveredStretch } from '../cover';
import { extent, groundsAt, reachEnd } from '../ground';
import { dropIn, flowDirection, levelsOn } from '../levels';
import { isOpen } from '../bores';

/** A level at a station, metres; straight to the next of its list. */
export interface Bound {
  station: number;
  value: number;
}

/** A laid line to pass over or under an existing one, which is where it is expected and as high, or low, as it may be. */
export interface Crossing {
  /** Id of the existing line. */
  line: string;
  name: string;
  /** Which of several laid lines it is; undefined where there is only one. */
  laid: string | undefined;
  /** Least invert of the leading line to pass over, and greatest to pass under; how much both give when the clearance shrinks by one. */
  at: { station: number; over: number; under: number; perClearance: number }[];
}

/** The grade finder's task, in numbers. */
export interface GradeProblem {
  /** Stations where the gradient may change: both ends and the structures that allow it; ascending. */
  breaks: number[];
  /** 1: falls towards the end of the run; −1: towards the start. */
  direction: 1 | -1;
  /** For each laid line in each reach: the invert at which it would have no cover, and the cover it asks for, frost included. */
  covers: { bare: Bound[]; frost: number; asked: number }[];
  /** Lowest invert that the greatest depth allows, reach by reach. */
  depths: Bound[][];
  /** Pieces of trench whose digging counts: invert + `toBottom` is the trench bottom. */
  digs: { station: number; length: number; ground: number; toBottom: number; width: number; left: Wall; right: Wall }[];
  keeps: { station: number; invert: number; id: string }[];
  crossings: Crossing[];
  targets: GradeTargets;
  /** The greatest cover any line asks for, and how much of it may give way, metres: frost is no choice of ours. */
  cover: { asked: number; soft: number };
}

/** More pieces than this make the sum no better, only slower. */
const MOST_DIGS = 400;

/** Puts a run and its targets into numbers. @param placed its lines, the leading one first. */
export function gradeProblem(run: Run, placed: readonly PlacedLine[], targets: GradeTargets, rules: Rules): GradeProblem {
  const { start, end } = extent(run);
  const inside = run.structures.filter(
    ({ kind, station }) => structureTypes[kind].turns && station > start + LEAST_APART && station < end - LEAST_APART,
  );
  const breaks = [...new Set([start, ...inside.map(({ station }) => station), end])].sort((a, b) => a - b);
  const covers = coversOf(run, placed, targets);
  return {
    breaks,
    direction: directionOf(run, leading(placed)),
    covers,
    depths: depthsOf(run, leading(placed), targets),
    digs: digsOf(run, leading(placed), breaks),
    keeps: run.inverts.flatMap(({ id, station, invert, keep }) => (keep ? [{ id, station, invert }] : [])),
    crossings: crossingsOf(run, placed, breaks, targets, rules),
    targets,
    cover: softCover(covers, placed, targets),
  };
}

const leading = (placed: readonly PlacedLine[]): PlacedLine['product'] => (placed[0] as PlacedLine).product;

/** Less cover than a hand is none, metres. */
const LEAST_COVER = 0.1;

function softCover(covers: GradeProblem['covers'], placed: readonly PlacedLine[], targets: GradeTargets): GradeProblem['cover'] {
  const asked = Math.max(...placed.map(targets.cover));
  return { asked, soft: Math.max(0, asked - Math.max(LEAST_COVER, ...covers.map(({ frost }) => frost))) };
}

/** By the fixed levels; by the ground where the line has none yet. */
function directionOf(run: Run, product: PlacedLine['product']): 1 | -1 {
  if (run.inverts.length > 1) return flowDirection(run);
  const { start, end } = extent(run);
  return levelsOn(run, product, end).invert > levelsOn(run, product, start).invert + EPSILON ? -1 : 1;
}

/** The stations of a stretch at which the ground may bend, its ends included. */
const groundStations = (run: Run, from: number, to: number): number[] => [
  from,
  ...run.stations.map(({ station }) => station).filter((station) => station > from && station < to),
  to,
];

/** Every line where it goes, reach by reach. Between stations the lower ground lies no lower than straight: the stations decide. */
function coversOf(run: Run, placed: readonly PlacedLine[], targets: GradeTargets): GradeProblem['covers'] {
  const { wall } = leading(placed);
  return run.reaches.flatMap((reach, index) =>
    placed.flatMap((line) => {
      const part = common({ from: reach.from, to: reachEnd(run, index) }, coveredStretch(run, line));
      if (!part || part.from === part.to) return [];
      const bare = groundStations(run, part.from, part.to).map((station) => {
        const { ground, finished } = groundsAt(run.stations, station);
        return { station, value: Math.min(ground, finished) - line.up - line.product.od + wall };
      });
      return [{ bare, frost: reach.frost, asked: Math.max(targets.cover(line), reach.frost) }];
    }),
  );
}

function depthsOf(run: Run, { wall }: PlacedLine['product'], { maxDepth }: GradeTargets): GradeProblem['depths'] {
  if (maxDepth === undefined) return [];
  return run.reaches.map((reach, index) =>
    groundStations(run, reach.from, reachEnd(run, index)).map((station) => ({
      station,
      value: groundsAt(run.stations, station).ground - maxDepth + toBottom(run, reach, wall),
    })),
  );
}

/** From the trench bottom up to the leading line's invert, metres. */
const toBottom = (run: Run, reach: Reach, wall: number): number => wall + dropIn(run, reach) + reach.bedding;

/** Every leg has a piece of its own: what no piece lies on costs nothing, and might go anywhere. */
function digsOf(run: Run, { wall }: PlacedLine['product'], breaks: readonly number[]): GradeProblem['digs'] {
  const { length: whole } = extent(run);
  const legs = breaks.slice(1).map((to, i) => ({ from: breaks[i] as number, to }));
  return run.reaches.flatMap((reach, index) => {
    if (!isOpen(reach)) return [];
    return legs.flatMap((leg) => {
      const part = common({ from: reach.from, to: reachEnd(run, index) }, leg);
      if (!part || part.from === part.to) return [];
      const length = part.to - part.from;
      const typed = run.stations.filter(({ station }) => station > part.from && station < part.to).length;
      const count = Math.max(1, Math.min(typed + 1, Math.ceil((MOST_DIGS * length) / whole)));
      const piece = length / count;
      return Array.from({ length: count }, (_, i) => {
        const station = part.from + (i + 0.5) * piece;
        return {
          station,
          length: piece,
          ground: groundsAt(run.stations, station).ground,
          toBottom: -toBottom(run, reach, wall),
          width: reach.bottomWidth + 2 * panelOf(reach),
          left: reach.left,
          right: reach.right,
        };
      });
    });
  });
}

/** Area of a piece at a depth and how fast it grows, m² and m: what the cuts of the sum are made from. */
export function digArea(piece: GradeProblem['digs'][number], depth: number): { area: number; growth: number } {
  return {
    area: piece.width * depth + areaBesideWall(piece.left, depth) + areaBesideWall(piece.right, depth),
    growth: piece.width + wallOffset(piece.left, depth) + wallOffset(piece.right, depth),
  };
}

/** Each laid line passes each existing one on a side of its own: a cable may cross between a sewer and the main laid over it. */
function crossingsOf(
  run: Run,
  placed: readonly PlacedLine[],
  breaks: readonly number[],
  { clearance }: GradeTargets,
  rules: Rules,
): Crossing[] {
  const { wall } = leading(placed);
  // Between these the ground and every line are straight.
  const nodes = [...run.stations.map(({ station }) => station), ...breaks];
  return run.existing.flatMap((existing): Crossing[] => {
    // A line to be joined is meant to be met.
    if (existing.join) return [];
    const parts = knownParts(existing, rules);
    return placed.flatMap((line): Crossing[] => {
      const at = run.reaches.flatMap((reach, index) => {
        const own = { from: Math.max(reach.from, line.from), to: Math.min(reachEnd(run, index), line.to) };
        if (own.from >= own.to) return [];
        const across = reach.method.kind === 'bored' ? Math.max(reach.method.bore, line.product.od) : line.product.od;
        return parts.flatMap((part) => {
          const { size, coverMin, coverMax } = part.line;
          return keepOff(part, line.x, own, clearance + (across + size) / 2, nodes).map(({ station, height, perLimit }) => {
            // Invert at which the two centres are level when the other lies at the very ground.
            const level = groundsAt(run.stations, station).ground - size / 2 + wall - line.up - line.product.od / 2;
            return { station, over: level - coverMin + height, under: level - coverMax - height, perClearance: perLimit };
          });
        });
      });
      const laid = placed.length > 1 ? line.name : undefined;
      return at.length > 0 ? [{ line: existing.id, name: existing.name, laid, at }] : [];
    });
  });
}
