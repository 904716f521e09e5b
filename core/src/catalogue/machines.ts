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
  /** Heaped capacity of a bucket, m³ a metre of its width. */
  bucketArea: number;
  /** One cycle in loam, shallow, swung a quarter turn, seconds. */
  cycle: number;
  /** Its centre of gravity behind the swing axis with the arm out and empty; negative: ahead of it. */
  cog: number;
  /** From the swing axis to where it tips: ahead or behind on its tracks, and over the blade when that is down. */
  front: number;
  blade: number;
  /** Its tail swings this far round the axis; its arm swings this far out of the middle. */
  tail: number;
  offset: number;
  /** What the arm's ram holds: load times distance from the boom's foot, kilogram-metres. */
  lift: number;
  /** Force at the teeth, newtons: curling the bucket, and drawing the stick. */
  breakout: { bucket: number; stick: number };
  /** An hour of it without driver and fuel, in the job's money: a placeholder. */
  hour: number;
  /** Litres an hour at work. */
  fuel: number;
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
const machine = (name: string, cab: number, rest: Omit<Machine, 'name' | 'outline' | 'basis'>): Machine => ({
  name,
  ...rest,
  outline: outline(rest.width, rest.height, cab),
  basis: BASIS,
});

export const machines = {
  t1: machine('1 t class', 0.7, {
    mass: 1000,
    width: 0.7,
    widthOut: 0.86,
    height: 2.2,
    track: 0.18,
    reachUp: 2.9,
    arm: arm(0.3, 0.5, 1.45, 0.8, 0.55),
    buckets: [0.23, 0.3, 0.4, 0.7],
    bucketArea: 0.06,
    cycle: 15,
    cog: -0.2,
    front: 0.55,
    blade: 0.85,
    tail: 0.75,
    offset: 0.3,
    lift: 420,
    breakout: { bucket: 9000, stick: 5500 },
    hour: 22,
    fuel: 2,
  }),
  t17: machine('1.7 t class', 0.9, {
    mass: 1700,
    width: 0.99,
    widthOut: 1.25,
    height: 2.3,
    track: 0.23,
    reachUp: 3.6,
    arm: arm(0.35, 0.6, 1.85, 1.0, 0.7),
    buckets: [0.23, 0.3, 0.45, 0.9],
    bucketArea: 0.1,
    cycle: 15,
    cog: -0.3,
    front: 0.75,
    blade: 1.15,
    tail: 0.95,
    offset: 0.4,
    lift: 900,
    breakout: { bucket: 15_000, stick: 9000 },
    hour: 30,
    fuel: 3,
  }),
  t27: machine('2.7 t class', 1.0, {
    mass: 2700,
    width: 1.45,
    widthOut: 1.45,
    height: 2.45,
    track: 0.3,
    reachUp: 4.3,
    arm: arm(0.45, 0.7, 2.3, 1.2, 0.85),
    buckets: [0.23, 0.3, 0.45, 0.6, 1.2],
    bucketArea: 0.15,
    cycle: 16,
    cog: -0.35,
    front: 0.9,
    blade: 1.4,
    tail: 1.15,
    offset: 0.5,
    lift: 1700,
    breakout: { bucket: 24_000, stick: 15_000 },
    hour: 38,
    fuel: 4.5,
  }),
  t35: machine('3.5 t class', 1.0, {
    mass: 3500,
    width: 1.7,
    widthOut: 1.7,
    height: 2.5,
    track: 0.3,
    reachUp: 4.9,
    arm: arm(0.5, 0.75, 2.6, 1.4, 0.95),
    buckets: [0.3, 0.45, 0.6, 1.2],
    bucketArea: 0.19,
    cycle: 16,
    cog: -0.42,
    front: 1.0,
    blade: 1.6,
    tail: 1.2,
    offset: 0.6,
    lift: 2500,
    breakout: { bucket: 32_000, stick: 19_000 },
    hour: 46,
    fuel: 6,
  }),
  t5: machine('5 t class', 1.05, {
    mass: 5000,
    width: 1.96,
    widthOut: 1.96,
    height: 2.6,
    track: 0.4,
    reachUp: 5.6,
    arm: arm(0.6, 0.85, 2.95, 1.6, 1.05),
    buckets: [0.3, 0.45, 0.6, 0.75, 1.5],
    bucketArea: 0.26,
    cycle: 17,
    cog: -0.5,
    front: 1.15,
    blade: 1.85,
    tail: 1.4,
    offset: 0.7,
    lift: 4200,
    breakout: { bucket: 42_000, stick: 25_000 },
    hour: 58,
    fuel: 8.5,
  }),
  t8: machine('8 t class', 1.1, {
    mass: 8000,
    width: 2.2,
    widthOut: 2.2,
    height: 2.7,
    track: 0.45,
    reachUp: 7.0,
    arm: arm(0.7, 1.0, 3.5, 1.9, 1.25),
    buckets: [0.45, 0.6, 0.9, 1.5],
    bucketArea: 0.34,
    cycle: 17,
    cog: -0.5,
    front: 1.35,
    blade: 2.15,
    tail: 1.6,
    offset: 0.8,
    lift: 7500,
    breakout: { bucket: 60_000, stick: 37_000 },
    hour: 75,
    fuel: 13,
  }),
} as const satisfies Record<string, Machine>;
export type MachineId = keyof typeof machines;
export const machineIds = Object.keys(machines) as [MachineId, ...MachineId[]];

/** The machine of that id: the job's own first, then the catalogue's; undefined when neither has it. */
export const machineWith = <T extends Machine & { id: string }>(id: string, own: readonly T[] = []): Machine | undefined =>
  own.find((machine) => machine.id === id) ?? (machines as Record<string, Machine>)[id];

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
