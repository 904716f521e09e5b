import type { Product } from '../catalogue';
import type { Culvert, EntranceId, Run } from '../job';
import { GRAVITY } from '../units';
import { boreOf, designFlow, roundSection } from './gravity';
import type { ProfileColumns } from './profile';

/**
 * How water gets in: loss at the entrance, the constants of the standard's inlet control, and how much the fall helps. Source: FHWA HDS-5, round pipes.
 */
export const entrances = {
  headwall: { name: 'Headwall, square edge', ke: 0.5, k: 0.0098, m: 2, c: 0.0398, y: 0.67, slope: -0.5 },
  groove: { name: 'Headwall, socket end', ke: 0.2, k: 0.0018, m: 2, c: 0.0292, y: 0.74, slope: -0.5 },
  steelHeadwall: { name: 'Headwall, steel pipe', ke: 0.5, k: 0.0078, m: 2, c: 0.0379, y: 0.69, slope: -0.5 },
  mitred: { name: 'Cut to the slope', ke: 0.7, k: 0.021, m: 1.33, c: 0.0463, y: 0.75, slope: 0.7 },
  projecting: { name: 'Standing out', ke: 0.9, k: 0.034, m: 1.5, c: 0.0553, y: 0.54, slope: -0.5 },
} as const satisfies Record<EntranceId, unknown>;

/** Length of a pipe through a bank: the top, both slopes down to the inverts, and what stands out at the ends, metres. @example culvertLength(…) // 10.0 */
export const culvertLength = (
  { crown, side, beyond }: Pick<Culvert, 'crown' | 'side' | 'beyond'>,
  over: { inlet: number; outlet: number },
): number => crown + side * (Math.max(0, over.inlet) + Math.max(0, over.outlet)) + 2 * beyond;

/** Whole lengths it is made from. */
export interface CulvertSticks {
  sticks: number;
  couplers: number;
  /** Left over, metres. */
  over: number;
}
/** @param stick length of one, metres. @example culvertSticks(10, 6) // { sticks: 2, couplers: 1, over: 2 } */
export function culvertSticks(length: number, stick: number): CulvertSticks {
  const sticks = Math.max(1, Math.ceil((length - 1e-6) / stick));
  return { sticks, couplers: sticks - 1, over: sticks * stick - length };
}

/** Depth at which a flow passes a round pipe with the least energy, metres: Q²·T = g·A³. A flow too great for the pipe runs at its crown. */
export function criticalDepth(bore: number, flow: number): number {
  let [low, high] = [0, bore];
  for (let i = 0; i < 60; i++) {
    const depth = (low + high) / 2;
    const { area, top } = roundSection(bore, depth / bore);
    if (flow * flow * top > GRAVITY * area ** 3) low = depth;
    else high = depth;
  }
  return (low + high) / 2;
}

/** What a culvert is given to carry. Metres, m³/s. */
export interface Through {
  bore: number;
  roughness: number;
  length: number;
  /** Fall, ratio. */
  fall: number;
  flow: number;
  entrance: Culvert['entrance'];
  /** Water over the outlet's invert below it; 0: it falls free. */
  tail: number;
}
export interface Headwater {
  /** Over the inlet’s invert, metres. */
  inlet: number;
  outlet: number;
  /** The greater of both. */
  depth: number;
  rules: 'inlet' | 'outlet';
  /** Of the pipe full, metres a second. */
  velocity: number;
  /** Critical depth, metres. */
  critical: number;
}

/**
 * How high water stands at the inlet. Outlet control: (1 + k_e + 19.63·n²·L/R^(4/3))·V²/2g + h_o − L·S, h_o the greater of the tail water and (d_c + D)/2.
 * Inlet control by the standard’s form with its constants K, M, c, Y of each entrance. The greater rules. Source: FHWA HDS-5.
 */
export function headwater(through: Through): Headwater {
  const { bore, roughness, length, fall, flow, entrance, tail } = through;
  const velocity = flow / ((Math.PI / 4) * bore * bore);
  const dc = criticalDepth(bore, flow);
  const losses = 1 + entrances[entrance].ke + (19.63 * roughness ** 2 * length) / (bore / 4) ** (4 / 3);
  const outlet = (losses * velocity ** 2) / (2 * GRAVITY) + Math.max(tail, (dc + bore) / 2) - length * fall;
  const inlet = inletControl(through, dc);
  const depth = Math.max(inlet, outlet, 0);
  return { inlet, outlet, depth, rules: inlet >= outlet ? 'inlet' : 'outlet', velocity, critical: dc };
}

/** Flow below which the inlet is not drowned and above which it is, as K_u·Q/(A·√D): between them a straight line. */
const [FREE, DROWNED] = [3.5, 4];
/** Of metres. */
const KU = 1.811;
function inletControl({ bore, flow, fall, entrance }: Through, dc: number): number {
  const { k, m, c, y, slope } = entrances[entrance];
  const x = (KU * flow) / ((Math.PI / 4) * bore * bore * Math.sqrt(bore));
  const { area } = roundSection(bore, dc / bore);
  const head = area > 0 ? dc + (flow / area) ** 2 / (2 * GRAVITY) : 0;
  const free = (at: number) => head / bore + k * at ** m + slope * fall;
  const drowned = (at: number) => c * at * at + y + slope * fall;
  if (x <= FREE) return bore * free(x);
  if (x >= DROWNED) return bore * drowned(x);
  const share = (x - FREE) / (DROWNED - FREE);
  return bore * (free(FREE) * (1 - share) + drowned(DROWNED) * share);
}

/** A culvert by its ends: how much water comes, how long it must be, how high it stands. */
export interface CulvertReport {
  culvert: Culvert;
  /** Which end of the run water runs in at. */
  inlet: 'start' | 'end';
  invert: { inlet: number; outlet: number };
  length: number;
  needed: number;
  sticks: CulvertSticks;
  /** Undefined until somebody has said what it must carry. */
  water: CulvertWater | undefined;
}
/** What comes and how high it stands for it. */
export interface CulvertWater {
  /** m³/s. */
  flow: number;
  head: Headwater;
  /** Level of the water at the inlet and at the outlet. */
  level: { inlet: number; outlet: number };
  /** From that water up to the road, metres; below 0: it runs over it. */
  clear: number;
  /** Nearer the road than it may come. */
  floods: boolean;
}

/** @param ends station and invert at the run's two ends. @param flow m³/s; 0: nobody knows. */
export function culvertReport(
  culvert: Culvert,
  product: Product,
  ends: readonly [{ station: number; invert: number }, { station: number; invert: number }],
  flow: number,
): CulvertReport {
  const [a, b] = ends;
  const inlet = a.invert >= b.invert ? 'start' : 'end';
  const [up, down] = inlet === 'start' ? [a, b] : [b, a];
  const length = b.station - a.station;
  const invert = { inlet: up.invert, outlet: down.invert };
  const needed = culvertLength(culvert, { inlet: culvert.road - up.invert, outlet: culvert.road - down.invert });
  return {
    ...{ culvert, inlet, invert, length, needed },
    sticks: culvertSticks(Math.max(length, needed), product.stock.length),
    water: flow > 0 ? waterOf(culvert, product, invert, length, flow) : undefined,
  };
}

function waterOf(culvert: Culvert, product: Product, invert: CulvertReport['invert'], length: number, flow: number): CulvertWater {
  const tail = Math.max(0, (culvert.tail ?? -Infinity) - invert.outlet);
  const head = headwater({
    bore: boreOf(product),
    ...{ roughness: product.roughness, length, fall: (invert.inlet - invert.outlet) / length, flow, tail },
    entrance: culvert.entrance,
  });
  const level = { inlet: invert.inlet + head.depth, outlet: invert.outlet + Math.max(tail, head.critical) };
  const clear = culvert.road - level.inlet;
  return { flow, head, level, clear, floods: clear < culvert.freeboard - 1e-9 };
}

/** The culvert a run is, by where its leading line lies; undefined where it is none, or nothing flows in the line. */
export function culvertOf(
  run: Pick<Run, 'culvert' | 'flow'>,
  product: Product,
  profile: Pick<ProfileColumns, 'station' | 'invert'>,
): CulvertReport | undefined {
  const end = (i: number) => ({ station: profile.station.at(i) as number, invert: profile.invert.at(i) as number });
  return run.culvert && product.roughness > 0
    ? culvertReport(run.culvert, product, [end(0), end(-1)], run.flow ? designFlow(run.flow) : 0)
    : undefined;
}
