import { fullReach, machines, type GroundId, type Machine, type MachineId } from '../../catalogue';
import { keepOut } from '../../existing/windows';
import { without, type Range } from '../../geometry';
import { payload } from '../../machine/cycle';
import { SLING_MASS } from '../../machine/figures';
import { hanging, liftAt } from '../../machine/lift';
import { windowOf } from '../../machine/setUps';
import type { Rules } from '../../rules';
import { stepAtMove } from '../../dig/plane';
import type { ExerciseId } from '../names';
import { bestHand, deepestIn, type Floor } from './driver';
import { lying } from './lifting';
import { lowerPipe, poseOfEye } from './lower';
import { pressIn } from './pressIn';
import { columnAt, columnMiddle, cutTo, type Strip } from './soil';
import { begin } from './step';
import type { ArmState, BoxIn, Hidden, Levers, PipeLift, Pit } from './state';

/** What is to be dug on the simulator. Metres; stations along the slit, the machine backing towards 0 and past it. */
export interface Exercise {
  id: string;
  ground: GroundId;
  floor: Floor;
  /** How far off the floor may be. */
  tolerance: number;
  hidden: readonly Hidden[];
  /** Stretches that machines keep out of: hands dig there. */
  strips: readonly Range[];
  /** Asked for on the heap, m³ in the bank, where that is what it is about and not the floor. */
  heap?: number;
  /** What is lifted, where nothing is dug. */
  lift?: PipeLift;
  /** The box that is dug in, and how deep the slit is it stands in at the beginning. */
  box?: { in: BoxIn; predug: number };
  /** Of the plane the arm's sensors dig to: what the floor falls, and what is set in the machine. Undefined: dug by eye and staff. */
  sensors: { fall: number; set: number } | undefined;
}

/** Size over all of the line in the way, metres. */
const MAIN = 0.09;
/** How long each is, in floors shaved from one place. */
const PLACES = { flat: 0.9, next: 1.8, fall: 2.4, line: 1.6, heap: 0.9, pipe: 0.9, box: 0.6 } as const;

/** An exercise for a machine: as long as its arm makes it. Undefined where it does not get down. */
export function exerciseFor(id: ExerciseId, machine: Machine, rules: Rules, depth = 0.8): Exercise | undefined {
  // A box stands in a slit that is dug already, and goes on from there.
  const deep = id === 'box' ? depth + GOES_ON : depth;
  const window = windowOf(machine, deep * 1.1);
  if (!window) return undefined;
  const length = (window.to - window.from) * PLACES[id];
  const flat: Floor = { from: 0, to: length, depthAt: () => deep };
  const base = { ground: 'loam' as const, floor: flat, tolerance: 0.03, hidden: [], strips: [], sensors: undefined };
  switch (id) {
    case 'flat':
    case 'next':
      return { ...base, id };
    case 'fall': {
      const fall = 1 / 40;
      const floor = { from: 0, to: length, depthAt: (x: number) => depth + fall * x - (fall * length) / 2 };
      return { ...base, id, floor, tolerance: 0.015, sensors: { fall, set: 0 } };
    }
    case 'heap':
      return { ...base, id, ground: 'clay', heap: BUCKETS * payload(machine, usualBucket(machine), 'clay') };
    case 'box': {
      const [ahead, below] = [rules.cornerAhead.value ?? 0, rules.belowShield.value ?? 0];
      const box = { from: -AROUND_BOX, to: length + AROUND_BOX, height: deep + (rules.supportUpstand.value ?? 0), ahead, below };
      return { ...base, id, box: { in: box, predug: depth } };
    }
    case 'pipe': {
      const lift = liftFor(machine, depth, length, window.to);
      return lift && { ...base, id, lift };
    }
    case 'line': {
      const x = length * 0.45;
      const half = keepOut({ size: MAIN, evidence: 'detected' }, rules);
      return {
        ...base,
        id,
        hidden: [{ id: 'water', name: 'Water main', x, z: -depth * 0.6, size: MAIN }],
        strips: [{ from: x - half, to: x + half }],
      };
    }
  }
}

/** Past what is dug for it a box goes down so far, and past the floor it stands so far at either end, metres. */
const [GOES_ON, AROUND_BOX] = [0.3, 0.35];
/** Full buckets asked for on the heap. */
const BUCKETS = 5;
/** Of what may be lifted at its place the pipe and its sling weigh this share; of the slit's length it has this share, metres at most. */
const [SHARE, LONG, LONGEST] = [0.7, 0.75, 2];
/** The sling, the pipe's size, how far nearer to the machine it lies, and the gap of its joint, metres. */
const [SLING, SIZE, NEARER, GAP] = [0.8, 0.2, 0.4, 0.01];
/** The slit stands open so far towards the machine past what is asked for, metres. */
const BEFORE = 0.1;
/** The pipe to be lowered where the machine stands. @param reach of its window, metres. Undefined where it lifts none. */
function liftFor(machine: Machine, depth: number, slit: number, reach: number): PipeLift | undefined {
  const length = Math.min(LONGEST, slit * LONG);
  const to = slit - GAP - length / 2;
  const mass = Math.floor((liftAt(machine, reach - slit + to, 0).rated * SHARE) / hanging(1, 0) - SLING_MASS);
  if (mass < 10) return undefined;
  return { mass, sling: SLING, length, size: SIZE, from: to - NEARER, to, slit: { from: -BEFORE, to: slit }, bed: -depth };
}

/** The bucket exercises are dug with: not the narrowest that comes with a machine, where there is another. */
export const usualBucket = ({ buckets }: Machine): number => buckets[1] ?? buckets[0] ?? 0.3;
/** How far the strip of ground goes past both ends of a floor, metres. */
const AROUND = 3;
/** What is dug with. @param bucket its width, metres. */
export const pitOf = (
  machine: Machine,
  bucket: number,
  { hidden, lift, heap, box }: Pick<Exercise, 'hidden' | 'lift' | 'heap' | 'box'>,
): Pit => ({
  machine,
  bucket,
  bladeBehind: false,
  heapAt: Math.PI / 2,
  // Where it is about the heap, it lies further off.
  setback: heap === undefined ? 0.6 : 1,
  hidden,
  ...(lift && { lift }),
  ...(box && { box: box.in }),
});
/** The machine where a hand that knows it would stand first: with the slit dug where there is one, the box in it, the sling on the pipe. */
export function beginning(pit: Pit, { ground, floor, box }: Pick<Exercise, 'ground' | 'floor' | 'box'>): ArmState {
  const window = windowOf(pit.machine, deepestIn(floor));
  const most = fullReach(pit.machine.arm);
  const state = begin(pit, ground, [floor.from - most - AROUND, floor.to + most + AROUND], floor.to - (window?.to ?? most));
  const { lift } = pit;
  if (box) {
    open(state.strip, box.in, -box.predug);
    return { ...state, box: { near: -box.predug, far: -box.predug, ahead: 0 } };
  }
  if (!lift) return state;
  open(state.strip, lift.slit, lift.bed);
  const pose = poseOfEye(pit, { x: lift.from - state.at, z: lift.size / 2 + lift.sling * 0.9 }) ?? state.pose;
  const ready = { ...state, pose };
  return { ...ready, hung: lying(pit, lift, ready) };
}
/** A slit that stands open before anybody begins. */
function open(strip: Strip, { from, to }: Range, level: number): void {
  for (let column = columnAt(strip, from); columnMiddle(strip, column) < to; column++) cutTo(strip, column, level);
}

/** A hand's width more than is asked is kept off a line, metres. */
const SPARE = 0.03;
/** The exercise as somebody does it who knows it: what lies in a strip that machines keep out of is left to hands. */
export function* knowingHand(pit: Pit, { floor, strips, box }: Exercise, now: () => ArmState): Generator<Levers, void> {
  if (box) return yield* pressIn(pit, box.in, floor, now);
  if (pit.lift) return yield* lowerPipe(pit, pit.lift, now);
  const off = strips.map(({ from, to }) => ({ from: from - SPARE, to: to + SPARE }));
  for (const part of without(floor, off).toReversed()) yield* bestHand(pit, { ...floor, ...part }, now);
}

/**
 * What the sensors read over the floor with the teeth at a point, metres, positive too high: off by what the slope set in the machine lacks over the way since they were
 * struck. @param struckAt where the machine stood then.
 */
export function sensed(
  { floor, sensors }: Pick<Exercise, 'floor' | 'sensors'>,
  teeth: { x: number; z: number },
  at: number,
  struckAt: number,
): number {
  const over = teeth.z + floor.depthAt(teeth.x);
  return sensors ? over + stepAtMove({ fall: sensors.fall }, sensors.set, struckAt - at) : over;
}

/** Machines of the catalogue that can do an exercise, lightest first: they get so deep, and lift what hangs. */
export const machinesFor = (id: ExerciseId, rules: Rules, depth?: number): MachineId[] =>
  (Object.keys(machines) as MachineId[]).filter((machine) => exerciseFor(id, machines[machine], rules, depth) !== undefined);
