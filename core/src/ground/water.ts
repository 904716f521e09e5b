import { permeability as typical } from '../catalogue';
import { joined, wallOffset, type Range } from '../geometry';
import type { Reach, Run } from '../job';
import { isOpen } from '../alignment/bores';
import type { ProfileColumns } from '../alignment';
import { waterAt } from '../trench/checks/along';
import { weights } from '../trench/checks/loads';

/** How far a trench draws the water down on each side, metres. Source: Sichardt, R = 3000·s·√k, no less than 3 m. */
export const drawdownReach = (drop: number, k: number): number => Math.max(3, 3000 * drop * Math.sqrt(k));

/**
 * Water into a long trench from both sides, m³/s a metre of it. Source: Dupuit, q = k·(H² − h²)/R for two sides; here down to the bottom, h = 0,
 * from water standing `head` metres over it.
 */
export const inflow = (head: number, k: number): number => (head <= 0 ? 0 : (k * head ** 2) / drawdownReach(head, k));

/** A suction pump lifts water this high at most, metres. Source: usual limit of what the air pushes up. */
export const SUCTION_MOST = 7;

/** What water asks of a run. SI. */
export interface WaterPlan {
  /** Where it stands over the bottom. */
  wet: Range[];
  /** Most it stands over the bottom, and where. */
  head: number;
  station: number;
  /** Into the part that is open at once, and rain on it, m³/s. */
  seepage: number;
  rain: number;
  /** From the sump to where the water goes. */
  lift: number;
  /** Power in the water, watts: flow × head. */
  power: number;
  suction: boolean;
  advice: 'none' | 'sump' | 'wellpoints' | 'tight';
  wellpoints: Wellpoints | undefined;
  permeability: number;
}

/** A row of wellpoints beside what is open at once. Metres, m³/s. */
export interface Wellpoints {
  spacing: number;
  /** Sides of the trench they stand on. */
  rows: 1 | 2;
  count: number;
  /** Each gives. */
  flow: number;
  /** Days they run before anybody digs. */
  ahead: number;
  /** One stage of them draws the water down no further than this; more stages, or a deeper well, past it. */
  most: number;
}
/** Furthest apart, most one gives (m³/s), how far one stage draws down, days ahead, and how wide a top one row serves. Source: usual practice in sand. */
export const WELLPOINT = { apart: 1.5, near: 0.75, gives: 0.5e-3, draws: 5, ahead: 3, oneRow: 4 } as const;
export const WELLPOINT_BASIS =
  'Usual in sand: 0.75 to 1.5 m apart, half a litre a second each, 5 m of drawdown a stage, two or three days ahead; both sides over 4 m of width or 3 m of water';

/** Wellpoints for a length open at once. @param flow that comes in there, m³/s. @param head of water over the floor. @param top width of the hole. */
export function wellpointsFor(length: number, flow: number, head: number, top: number): Wellpoints {
  const rows = top > WELLPOINT.oneRow || head > 3 ? 2 : 1;
  // Past both ends of what is open by their own spacing, so that water from there is drawn too.
  const least = rows * (Math.ceil(length / WELLPOINT.apart - 1e-9) + 1);
  const count = Math.max(least, Math.ceil(flow / WELLPOINT.gives - 1e-9));
  return {
    spacing: Math.max(WELLPOINT.near, length / Math.max(1, count / rows - 1)),
    rows,
    count,
    flow: flow / count,
    ahead: WELLPOINT.ahead,
    most: WELLPOINT.draws,
  };
}

/**
 * Water along a run: where it stands in the trench, what comes in over the length open at once, what the pump must do, and what helps.
 * Sand below the water wants wellpoints: pumped from a sump it runs in with the water.
 */
export function waterPlan(run: Run, profile: ProfileColumns): WaterPlan {
  const k = run.conditions.permeability ?? typical[run.spoil.ground];
  const heads = profile.station.map((station, i) => {
    const level = waterAt(run, station);
    return level === undefined || !isOpen(run.reaches[profile.reach[i] as number] as Reach)
      ? -Infinity
      : level - (profile.bottom[i] as number);
  });
  const worst = heads.reduce((most, head, i) => (head > (heads[most] as number) ? i : most), 0);
  const head = Math.max(0, heads[worst] as number);
  const wet = heads.slice(1).flatMap((there, i): Range[] => {
    const [from, to] = [profile.station[i] as number, profile.station[i + 1] as number];
    return Math.max(there, heads[i] as number) > 0 && to > from ? [{ from, to }] : [];
  });
  const reach = run.reaches[profile.reach[worst] as number] as Reach;
  const depth = profile.depth[worst] as number;
  const top = reach.bottomWidth + wallOffset(reach.left, depth) + wallOffset(reach.right, depth);
  const seepage = inflow(head, k) * run.conditions.open;
  const rain = run.conditions.rain * top * run.conditions.open;
  const lift = depth + run.conditions.outlet;
  const flow = seepage + rain;
  const advice = head <= 0 ? ('none' as const) : k >= 1e-5 ? ('wellpoints' as const) : k >= 1e-7 ? ('sump' as const) : ('tight' as const);
  return {
    wet: joined(wet),
    head,
    station: profile.station[worst] as number,
    seepage,
    rain,
    lift,
    power: flow * weights.water * lift,
    suction: depth <= SUCTION_MOST,
    advice,
    wellpoints: advice === 'wellpoints' ? wellpointsFor(run.conditions.open, seepage, head, top) : undefined,
    permeability: k,
  };
}
