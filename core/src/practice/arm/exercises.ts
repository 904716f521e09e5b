import { fullReach, machines, type GroundId, type Machine, type MachineId } from '../../catalogue';
import { keepOut } from '../../existing/windows';
import { without, type Range } from '../../geometry';
import { windowOf } from '../../machine/setUps';
import type { Rules } from '../../rules';
import { stepAtMove } from '../../dig/plane';
import type { ExerciseId } from '../names';
import { bestHand, deepestIn, type Floor } from './driver';
import { begin } from './step';
import type { ArmState, Hidden, Levers, Pit } from './state';

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
  /** Of the plane the arm's sensors dig to: what the floor falls, and what is set in the machine. Undefined: dug by eye and staff. */
  sensors: { fall: number; set: number } | undefined;
}

/** Size over all of the line in the way, metres. */
const MAIN = 0.09;
/** How long each is, in floors shaved from one place. */
const PLACES = { flat: 0.9, next: 1.8, fall: 2.4, line: 1.6 } as const;

/** An exercise for a machine: as long as its arm makes it. Undefined where it does not get down. */
export function exerciseFor(id: ExerciseId, machine: Machine, rules: Rules, depth = 0.8): Exercise | undefined {
  const window = windowOf(machine, depth * 1.1);
  if (!window) return undefined;
  const length = (window.to - window.from) * PLACES[id];
  const flat: Floor = { from: 0, to: length, depthAt: () => depth };
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

/** How far the strip of ground goes past both ends of a floor, metres. */
const AROUND = 3;
/** What is dug with. @param bucket its width, metres. */
export const pitOf = (machine: Machine, bucket: number, { hidden }: Pick<Exercise, 'hidden'>): Pit => ({
  machine,
  bucket,
  bladeBehind: false,
  heapAt: Math.PI / 2,
  setback: 0.6,
  hidden,
});
/** The machine where a hand that knows it would stand first. */
export function beginning(pit: Pit, { ground, floor }: Pick<Exercise, 'ground' | 'floor'>): ArmState {
  const window = windowOf(pit.machine, deepestIn(floor));
  const most = fullReach(pit.machine.arm);
  return begin(pit, ground, [floor.from - most - AROUND, floor.to + most + AROUND], floor.to - (window?.to ?? most));
}

/** A hand's width more than is asked is kept off a line, metres. */
const SPARE = 0.03;
/** The exercise as somebody does it who knows it: what lies in a strip that machines keep out of is left to hands. */
export function* knowingHand(pit: Pit, { floor, strips }: Exercise, now: () => ArmState): Generator<Levers, void> {
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

/** Machines of the catalogue that get down to a depth, lightest first. */
export const machinesFor = (depth: number): MachineId[] =>
  (Object.keys(machines) as MachineId[]).filter((id) => windowOf(machines[id], depth) !== undefined);
