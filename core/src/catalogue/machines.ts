/** Corner of a machine's cross-section: metres out from its centre line and up from the ground. */
export interface OutlinePoint {
  y: number;
  z: number;
}

/**
 * A digging arm in its own plane: `foot` of the boom from the swing axis, `x` forward and `z` up from the ground; lengths of boom, stick and from
 * the bucket's pin to its teeth, metres. Angles in radians: the boom from level, the stick from the boom, the teeth from the stick.
 */
export interface Arm {
  foot: { x: number; z: number };
  boom: number;
  stick: number;
  tip: number;
  boomTurn: readonly [lowest: number, highest: number];
  stickTurn: readonly [lowest: number, highest: number];
  tipTurn: readonly [lowest: number, highest: number];
}

/** A generic class of mini excavator. Lengths in metres, mass in kilograms. */
export interface Machine {
  name: string;
  mass: number;
  /** Over the tracks, drawn in for the way to the dig, and out for digging. */
  width: number;
  widthOut: number;
  /** On the move, boom folded. */
  height: number;
  /** One track. */
  track: number;
  /** The highest the bucket reaches. */
  reachUp: number;
  arm: Arm;
  /** Widths of the buckets that usually come with it, narrowest first. */
  buckets: readonly number[];
  /** Dug in an hour in loam, m³ in the bank, waiting and moving included. */
  digRate: number;
  /** Right half of its cross-section, bottom up. */
  outline: readonly OutlinePoint[];
  basis: string;
}

/** Tracks and body as wide as the machine up to 1 m, then a cab half as wide as `cab` at the roof. */
const outline = (width: number, height: number, cab: number): OutlinePoint[] => [
  { y: width / 2, z: 0 },
  { y: width / 2, z: 1 },
  { y: Math.min(cab, width) / 2, z: height },
];
const BASIS = 'Typical of its class; measure yours';
const degrees = (angle: number) => (angle * Math.PI) / 180;
const arm = (x: number, z: number, boom: number, stick: number, tip: number): Arm => ({
  foot: { x, z },
  boom,
  stick,
  tip,
  boomTurn: [degrees(-35), degrees(65)],
  stickTurn: [degrees(-150), degrees(-25)],
  tipTurn: [degrees(-140), degrees(30)],
});
const machine = (
  name: string,
  mass: number,
  width: number,
  widthOut: number,
  height: number,
  track: number,
  reachUp: number,
  cab: number,
  digRate: number,
  arm: Arm,
  buckets: readonly number[],
): Machine => ({
  name,
  mass,
  width,
  widthOut,
  height,
  track,
  reachUp,
  digRate,
  arm,
  buckets,
  outline: outline(width, height, cab),
  basis: BASIS,
});

export const machines = {
  t1: machine('1 t class', 1000, 0.7, 0.86, 2.2, 0.18, 2.9, 0.7, 4, arm(0.3, 0.5, 1.45, 0.8, 0.55), [0.23, 0.3, 0.4, 0.7]),
  t17: machine('1.7 t class', 1700, 0.99, 1.25, 2.3, 0.23, 3.6, 0.9, 7, arm(0.35, 0.6, 1.85, 1.0, 0.7), [0.23, 0.3, 0.45, 0.9]),
  t27: machine('2.7 t class', 2700, 1.45, 1.45, 2.45, 0.3, 4.3, 1.0, 10, arm(0.45, 0.7, 2.3, 1.2, 0.85), [0.23, 0.3, 0.45, 0.6, 1.2]),
  t35: machine('3.5 t class', 3500, 1.7, 1.7, 2.5, 0.3, 4.9, 1.0, 14, arm(0.5, 0.75, 2.6, 1.4, 0.95), [0.3, 0.45, 0.6, 1.2]),
  t5: machine('5 t class', 5000, 1.96, 1.96, 2.6, 0.4, 5.6, 1.05, 22, arm(0.6, 0.85, 2.95, 1.6, 1.05), [0.3, 0.45, 0.6, 0.75, 1.5]),
  t8: machine('8 t class', 8000, 2.2, 2.2, 2.7, 0.45, 7.0, 1.1, 35, arm(0.7, 1.0, 3.5, 1.9, 1.25), [0.45, 0.6, 0.9, 1.5]),
} as const satisfies Record<string, Machine>;
export type MachineId = keyof typeof machines;
export const machineIds = Object.keys(machines) as [MachineId, ...MachineId[]];

/** What the machine crosses on its way in. `loose` ground and a tight turn together throw a track. */
export const wayinNames = {
  hard: 'Hard',
  grass: 'Grass',
  loose: 'Loose gravel',
  soft: 'Soft or wet',
  deck: 'Deck or bridge',
} as const;
export type WayinSurface = keyof typeof wayinNames;
export const wayinSurfaces = Object.keys(wayinNames) as [WayinSurface, ...WayinSurface[]];
