import type { DrumInFact } from '../book';
import { cablesOf, endLength, spansOf, type Job, type PlacedLine, type Run } from '../job';
import type { Product } from '../catalogue';
import { bendsOf } from '../alignment/route';
import type { Range } from '../geometry';
import { pullAlong, pullParts, reversed, weightOf, FRICTION } from '../trench/checks/pull';
import type { Pull } from '../trench/checks';

/** What a way takes of a cable, metres. */
export interface CableWay {
  way: number;
  tails: readonly number[];
  loops: number;
}
/** Cable needed from end to end, metres. @example cableNeeded({ way: 41.2, tails: [2.5, 3], loops: 1.5 }) // 48.2 */
export const cableNeeded = ({ way, tails, loops }: CableWay): number => way + tails.reduce((sum, tail) => sum + tail, 0) + loops;

/** The ways of a line by the plan, span by span: what is measured on site is filled in before anything is cut. */
export const cableWays = (run: Run, line: PlacedLine): CableWay[] =>
  spansOf(run, line).map(({ from, to, ends }) => ({
    way: to - from,
    tails: ends.map((end) => endLength(end?.tail ?? 0)),
    loops: 0,
  }));

/** What is wrong with a drum as it came. Metres. */
export type DrumFault =
  | { code: 'product' }
  | { code: 'cores'; asked: number; was: number }
  | { code: 'short'; needed: number; length: number }
  | { code: 'sheath' | 'caps' };

/** A drum held against what is to be cut from it. @param needed of the longest piece, metres. */
export function drumFaults(
  fact: Pick<DrumInFact, 'product' | 'cores' | 'length' | 'sheath' | 'caps'>,
  product: Product,
  needed: number,
): DrumFault[] {
  const cores = product.conductor?.cores;
  return [
    ...(fact.product === product.id ? [] : [{ code: 'product' as const }]),
    ...(cores === undefined || fact.cores === null || fact.cores === cores
      ? []
      : [{ code: 'cores' as const, asked: cores, was: fact.cores }]),
    ...(fact.length < needed - 1e-9 ? [{ code: 'short' as const, needed, length: fact.length }] : []),
    ...(fact.sheath ? [] : [{ code: 'sheath' as const }]),
    ...(fact.caps ? [] : [{ code: 'caps' as const }]),
  ];
}

/** Rollers along a way, metres. Source: ⌈L/spacing⌉ + 1. */
export const rollersFor = (length: number, spacing: number): number => Math.ceil(length / spacing - 1e-9) + 1;
/** What presses on the roller of a corner, newtons. Source: 2·T·sin(φ/2). */
export const cornerLoad = (tension: number, angle: number): number => 2 * tension * Math.sin(angle / 2);

/** A corner the cable is drawn round. Radians, newtons. */
export interface Corner {
  station: number;
  angle: number;
  load: number;
}

/** One cable drawn in the open trench: tension along the way, and the corners. From the end that takes less of it. */
export interface Laying {
  from: 'start' | 'end';
  pull: Pull;
  corners: Corner[];
}

/** On rollers a cable runs this easily. Source: usual 0.15 to 0.2 for rollers, 0.35 on sand. */
export const ON_ROLLERS = 0.2;

/** A product drawn along a stretch from one end of it; it turns on no less than it bends to. */
function drawn(run: Run, product: Product, { from: start, to }: Range, from: 'start' | 'end', friction: number): Pull {
  const parts = pullParts(run, product, Math.max(product.minBend, 0.1), start, to);
  return from === 'start'
    ? pullAlong(parts, start, weightOf(product), friction)
    : pullAlong(reversed(parts, start), to, weightOf(product), friction);
}

/** The tension of a cable drawn along its way on rollers, from either end. @param friction on what it runs. */
export function layingOf(run: Run, line: PlacedLine, from: 'start' | 'end', friction = ON_ROLLERS): Laying {
  const pull = drawn(run, line.product, line, from, friction);
  const corners = bendsOf(run)
    .filter(({ station }) => station > line.from && station < line.to)
    .map(({ station, turn }): Corner => {
      const after = pull.along.filter((one) => Math.abs(one.station - station) < 1e-9).at(-1);
      return { station, angle: Math.abs(turn), load: cornerLoad(after?.tension ?? 0, Math.abs(turn)) };
    });
  return { from, pull, corners };
}
/** The end to draw from that takes less. */
export function easierEnd(run: Run, line: PlacedLine, friction = ON_ROLLERS): Laying {
  const [a, b] = [layingOf(run, line, 'start', friction), layingOf(run, line, 'end', friction)];
  return b.pull.tension < a.pull.tension - 1e-6 ? b : a;
}

/** Ways to get a cable into its duct, with what each takes. Hours of the crew, money of the job. */
export interface Threading {
  id: 'through' | 'over' | 'halves' | 'direct';
  hours: number;
  cost: number;
  /** Most it is drawn with, newtons; 0 where it is not drawn. */
  tension: number;
  /** Does the cable take that? */
  works: boolean;
  why: 'tension' | 'noDuct' | undefined;
}

/** Usual paces: metres an hour drawn through, laid by hand, and minutes a length of duct threaded over. Placeholders until the crew has its own. */
const PACE = { through: 120, direct: 60, stick: 6, setUp: 1 };

/** The ways of one cable of a duct, the cheapest that works first. @param crew people at it. */
export function threadings(job: Job, run: Run, line: PlacedLine, crew: number): Threading[] {
  const [cable] = cablesOf(job, run, line);
  if (!cable) return [];
  const length = line.to - line.from;
  const tension = (range: Range, from: 'start' | 'end') => drawn(run, cable.product, range, from, FRICTION).tension;
  const least = Math.min(tension(line, 'start'), tension(line, 'end'));
  const middle = (line.from + line.to) / 2;
  const half = Math.max(tension({ from: line.from, to: middle }, 'end'), tension({ from: middle, to: line.to }, 'start'));
  const most = cable.product.pull?.tension ?? Infinity;
  const sticks = line.product.kind === 'duct' ? Math.ceil(length / line.product.stock.length) : 0;
  const way = (id: Threading['id'], hours: number, pulled: number, ducted = true): Threading => ({
    id,
    hours,
    cost: hours * crew * job.rates.crew,
    tension: pulled,
    works: pulled <= most && (ducted || line.product.kind !== 'duct'),
    why: pulled > most ? 'tension' : ducted || line.product.kind !== 'duct' ? undefined : 'noDuct',
  });
  return [
    way('through', PACE.setUp + length / PACE.through, least),
    way('halves', 2 * PACE.setUp + length / PACE.through, half),
    way('over', PACE.setUp + length / PACE.direct + (sticks * PACE.stick) / 60, 0),
    way('direct', PACE.setUp / 2 + length / PACE.direct, 0, false),
  ].sort((a, b) => Number(b.works) - Number(a.works) || a.cost - b.cost);
}
