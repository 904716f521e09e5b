import { structureTypes, type Product } from '../../catalogue';
import { knownLine } from '../../existing';
import { areaBesideWall, EPSILON, wallOffset } from '../../geometry';
import { LEAST_APART, panelOf, type Reach, type Run, type Wall } from '../../job';
import { extent, groundsAt, reachEnd } from '../ground';
import { flowDirection, levelsOn } from '../levels';
import { isOpen } from '../bores';

/** What the line must hold, all of it given: metres and ratios. */
export interface GradeTargets {
  minFall: number;
  maxFall: number | undefined;
  /** Least cover at a station. */
  cover: (reach: Reach) => number;
  receiving: number | undefined;
  incoming: number | undefined;
  maxDepth: number | undefined;
  clearance: number;
}

/** A line to pass over or under. Levels are the worst expected, metres. */
export interface Crossing {
  /** Id of the existing line. */
  line: string;
  name: string;
  /** Stations at which the clearance is checked. */
  at: { station: number; top: number; underside: number }[];
}

/** The grade finder's task, in numbers. */
export interface GradeProblem {
  /** Stations where the gradient may change: both ends and the structures that allow it; ascending. */
  breaks: number[];
  /** 1: falls towards the end of the run; −1: towards the start. */
  direction: 1 | -1;
  /** Highest invert that cover allows, and lowest that the greatest depth allows, at every station that matters. */
  limits: { station: number; highest: number; lowest: number }[];
  /** Pieces of trench whose digging counts: invert + `toBottom` is the trench bottom. */
  digs: { station: number; length: number; ground: number; toBottom: number; width: number; left: Wall; right: Wall }[];
  keeps: { station: number; invert: number; id: string }[];
  crossings: Crossing[];
  targets: GradeTargets;
  /** The cover asked for and how much of it may give way, metres: frost is no choice of ours. */
  cover: { asked: number; soft: number };
  wall: number;
  od: number;
}

/** More pieces than this make the sum no better, only slower. */
const MOST_DIGS = 400;
/** Past this the search for a place to pass a parallel line looks no closer, metres. */
const ALONG_STEP = 5;

/** Puts a run and its targets into numbers. */
export function gradeProblem(run: Run, product: Product, targets: GradeTargets): GradeProblem {
  const { start, end } = extent(run);
  const inside = run.structures.filter(
    ({ kind, station }) => structureTypes[kind].turns && station > start + LEAST_APART && station < end - LEAST_APART,
  );
  const breaks = [...new Set([start, ...inside.map(({ station }) => station), end])].sort((a, b) => a - b);
  return {
    breaks,
    direction: directionOf(run, product),
    limits: limitsOf(run, product, targets),
    digs: digsOf(run, product),
    keeps: run.inverts.flatMap(({ id, station, invert, keep }) => (keep ? [{ id, station, invert }] : [])),
    crossings: crossingsOf(run, product, targets),
    targets,
    cover: softCover(run, targets),
    wall: product.wall,
    od: product.od,
  };
}

/** Less cover than a hand is none, metres. */
const LEAST_COVER = 0.1;

function softCover(run: Run, targets: GradeTargets): GradeProblem['cover'] {
  const asked = targets.cover({ ...(run.reaches[0] as Reach), frost: 0 });
  return { asked, soft: Math.max(0, asked - Math.max(LEAST_COVER, ...run.reaches.map(({ frost }) => frost))) };
}

/** By the fixed levels; by the ground where the line has none yet. */
function directionOf(run: Run, product: Product): 1 | -1 {
  if (run.inverts.length > 1) return flowDirection(run);
  const { start, end } = extent(run);
  return levelsOn(run, product, end).invert > levelsOn(run, product, start).invert + EPSILON ? -1 : 1;
}

function limitsOf(run: Run, product: Product, { cover, maxDepth }: GradeTargets): GradeProblem['limits'] {
  return run.reaches.flatMap((reach, index) => {
    const to = reachEnd(run, index);
    const stations = [
      reach.from,
      ...run.stations.map(({ station }) => station).filter((station) => station > reach.from && station < to),
      to,
    ];
    return stations.map((station) => {
      const { ground, finished } = groundsAt(run.stations, station);
      return {
        station,
        highest: Math.min(ground, finished) - cover(reach) - product.od + product.wall,
        lowest: maxDepth === undefined ? -Infinity : ground - maxDepth + reach.bedding + product.wall,
      };
    });
  });
}

function digsOf(run: Run, product: Product): GradeProblem['digs'] {
  const { length: whole } = extent(run);
  return run.reaches.flatMap((reach, index) => {
    if (!isOpen(reach)) return [];
    const to = reachEnd(run, index);
    const length = to - reach.from;
    const typed = run.stations.filter(({ station }) => station > reach.from && station < to).length;
    const count = Math.max(1, Math.min(typed + 1, Math.ceil((MOST_DIGS * length) / whole)));
    const piece = length / count;
    return Array.from({ length: count }, (_, i) => {
      const station = reach.from + (i + 0.5) * piece;
      return {
        station,
        length: piece,
        ground: groundsAt(run.stations, station).ground,
        toBottom: -product.wall - reach.bedding,
        width: reach.bottomWidth + 2 * panelOf(reach),
        left: reach.left,
        right: reach.right,
      };
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

function crossingsOf(run: Run, product: Product, { clearance }: GradeTargets): Crossing[] {
  return run.existing.flatMap((raw): Crossing[] => {
    const line = knownLine(raw);
    if (line.join) return [];
    const { where } = line;
    const at = (station: number) => {
      const { ground } = groundsAt(run.stations, station);
      return { station, top: ground - line.coverMin, underside: ground - line.coverMax - line.size };
    };
    const { start, end } = extent(run);
    const clamp = (station: number) => Math.min(end, Math.max(start, station));
    if (where.kind === 'crossing') {
      // Both edges of where the two lie over each other.
      const half = (line.size + product.od) / 2 / Math.sin(where.angle);
      const { top, underside } = at(where.station);
      return [
        {
          line: line.id,
          name: line.name,
          at: [clamp(where.station - half), clamp(where.station + half)].map((station) => ({ station, top, underside })),
        },
      ];
    }
    if (Math.abs(where.offset) - (line.size + product.od) / 2 >= clearance) return [];
    const steps = Math.max(1, Math.ceil((where.to - where.from) / ALONG_STEP));
    return [
      {
        line: line.id,
        name: line.name,
        at: Array.from({ length: steps + 1 }, (_, i) => at(where.from + ((where.to - where.from) * i) / steps)),
      },
    ];
  });
}
