import { designFlow, extent, flowDirection } from '../alignment';
import { common, lengthOf, union, without, type Range } from '../geometry';
import { beddingIds, beddings, type BeddingId } from '../catalogue';
import type { Job, LandDrain, Run, Structure } from '../job';
import { barrowTrips } from '../spoil';
import { halfEmpty, heldIn, lengthThatHolds, mustHold, READY, type StoneHole } from './soakaway';

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

/** Station of the end water runs out at. */
export const outletOf = (run: Pick<Run, 'stations' | 'inverts'>): number =>
  flowDirection(run) === 1 ? extent(run).end : extent(run).start;

/**
 * Stone along a land drain: m³ in the trench, what of it water can fill where the pipe lets it out, and barrows of it, loose.
 * @param beds bed and fine fill by material, as planned, m³.
 */
export function stoneAlong(
  { pace }: Pick<Job, 'pace'>,
  run: Pick<Run, 'stations'>,
  beds: Readonly<Record<BeddingId, number>>,
  drain: LandDrain,
): { volume: number; holds: number; barrows: number } {
  const volume = beddingIds.reduce((sum, id) => sum + beds[id], 0);
  const loose = beddingIds.reduce((sum, id) => sum + beds[id] * beddings[id].bulking, 0);
  const { solid, perforated } = pipeOf(run, drain);
  return { volume, holds: (volume * drain.pores * perforated) / (solid + perforated), barrows: barrowTrips(loose, pace) };
}

/** The soakaway of a run, as a hole full of stone; undefined where none has been placed. */
export function soakawayOf(run: Pick<Run, 'structures'>, { pores }: Pick<LandDrain, 'pores'>): (StoneHole & { id: string }) | undefined {
  const placed = run.structures.find(({ kind, pit }) => kind === 'soakaway' && pit);
  return placed?.pit ? { id: placed.id, length: placed.pit.length, width: placed.pit.width, depth: placed.pit.below, pores } : undefined;
}
/** Stone in a structure, m³: a soakaway is full of it below the trench. */
export const stoneIn = ({ kind, pit }: Pick<Structure, 'kind' | 'pit'>): number =>
  kind === 'soakaway' && pit ? pit.length * pit.width * pit.below : 0;

/** A soakaway against the rain it must take. m³, m³/s, seconds. */
export interface SoakawayReport {
  hole: StoneHole & { id: string };
  holds: number;
  /** Undefined while nobody has tested the ground. */
  rate: number | undefined;
  flow: number;
  /** What the storm brings, and what of it must be held. */
  comes: number;
  must: number;
  half: number;
  /** Length at which it would hold the storm, metres. */
  needed: number;
  verdict: 'untested' | 'never' | 'small' | 'slow' | 'holds';
}

/** The soakaway a land drain ends in; undefined where it ends otherwise or nobody has placed it. */
export function soakawayReport(run: Pick<Run, 'structures' | 'flow'>, drain: LandDrain): SoakawayReport | undefined {
  const hole = drain.outlet === 'soakaway' ? soakawayOf(run, drain) : undefined;
  if (!hole) return undefined;
  const { storm, infiltration } = drain;
  const rate = infiltration ?? 0;
  const flow = run.flow ? designFlow(run.flow) : 0;
  const [holds, must, half] = [heldIn(hole), mustHold(hole, flow, storm, rate), halfEmpty(hole, rate)];
  const verdict =
    infiltration === null ? 'untested' : rate === 0 ? 'never' : must > holds + 1e-9 ? 'small' : half > READY ? 'slow' : 'holds';
  return {
    ...{ hole, holds, flow, must, half, verdict },
    ...{ rate: infiltration ?? undefined, comes: flow * storm, needed: lengthThatHolds(hole, flow, storm, rate) },
  };
}

/** From one rodding point, chamber or gully to the next at most, metres: usual for rods pushed by hand. */
export const RODS_REACH = 45;
const RODDED: readonly Structure['kind'][] = ['rodding', 'chamber', 'gully'];
/** Stretches that no rod reaches from a point it can be pushed in at. Rods reach both ways; an outlet in the open is a way in. */
export function outOfRods(run: Pick<Run, 'stations' | 'structures' | 'inverts'>, { outlet }: LandDrain): Range[] {
  const { start, end } = extent(run);
  const ways = [
    ...run.structures.filter(({ kind }) => RODDED.includes(kind)).map(({ station }) => station),
    ...(outlet === 'daylight' ? [outletOf(run)] : []),
  ];
  const reached = union(ways.flatMap((at) => common({ from: at - RODS_REACH, to: at + RODS_REACH }, { from: start, to: end }) ?? []));
  return without({ from: start, to: end }, reached).filter(({ from, to }) => to - from > 1e-6);
}

/** A land drain nobody has said more of. Source: clean stone of one size is 38 % empty; an hour's rain. */
export const blankLandDrain = (): LandDrain => ({ solid: [], outlet: 'daylight', pores: 0.38, infiltration: null, storm: 3600 });
