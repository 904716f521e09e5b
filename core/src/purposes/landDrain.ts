import { designFlow, extent, outletOf } from '../alignment';
import { common, union, without, type Range } from '../geometry';
import { beddingIds, beddings, type BeddingId } from '../catalogue';
import type { Job, LandDrain, Run, Structure } from '../job';
import { barrowTrips } from '../spoil/loads';
import { pipeOf } from './solid';
import { halfEmpty, heldIn, lengthThatHolds, mustHold, READY, type StoneHole } from './soakaway';

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
