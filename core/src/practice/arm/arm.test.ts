import fc from 'fast-check';
import { machines, type Machine, type MachineId } from '../../catalogue';
import { times } from '../../generators.testing';
import { windowOf } from '../../machine';
import { resolveRules } from '../../rules';
import { exerciseIds, type ExerciseId } from '../names';
import {
  ARM_VERSION,
  beginning,
  bestHand,
  exerciseFor,
  knowingHand,
  leversOf,
  machinesFor,
  NO_LEVERS,
  newRecording,
  pitOf,
  record,
  replayed,
  resultOf,
  rounded,
  sayResult,
  sensed,
  soilIn,
  step,
  teethOf,
  type ArmEvent,
  type ArmState,
  type BoxIn,
  type BoxState,
  type Exercise,
  type FloorResult,
  type Hung,
  type Levers,
  type Pit,
  type PipeLift,
  type Recording,
} from '.';
import { cornerOf } from './boxing';
import { glide, poseNear } from './driver';

/** What came of a floor. */
function floorOf(...of: Parameters<typeof resultOf>): FloorResult {
  const result = resultOf(...of);
  if (result.of !== 'floor') throw new Error(`A floor was dug, not a ${result.of}.`);
  return result;
}
const rules = resolveRules('UK');
const LOWEST = -10;
const exercise = (id: ExerciseId, machine: Machine = machines.t17): Exercise => exerciseFor(id, machine, rules) as Exercise;
const pit = (of: Exercise, machine: Machine = machines.t17, bucket = 0.3): Pit => pitOf(machine, bucket, of);

/** Plays until the hand has done; 40 minutes at most. */
function play(of: Pit, start: ArmState, hand: (now: () => ArmState) => Iterable<Levers>): ArmState {
  let state = start;
  let ticks = 0;
  for (const levers of hand(() => state)) {
    state = step(of, state, levers);
    if (state.over || ++ticks > 40 * 3600) break;
  }
  return state;
}
/** The same levers for so many seconds. */
const hold = (levers: Partial<Levers>, seconds: number): Levers[] =>
  new Array<Levers>(Math.round(seconds * 60)).fill({ ...NO_LEVERS, ...levers });
const seen = (state: ArmState): ArmEvent[] => [...new Set(state.events.map(({ event }) => event))];

const lever = fc.double({ min: -1, max: 1, noNaN: true });
const anyLevers: fc.Arbitrary<Levers> = fc.record({
  boom: lever,
  stick: lever,
  tip: lever,
  swing: fc.oneof(fc.constant(0), lever),
  travel: fc.oneof(fc.constant(0), lever),
});
const anyHeld = fc.array(fc.tuple(fc.integer({ min: 1, max: 120 }), anyLevers), { minLength: 1, maxLength: 25 });
const anyMachine = fc.constantFrom(...(Object.keys(machines) as MachineId[]));

describe('arm simulator', () => {
  test('whatever the levers do: soil is only moved, no joint goes past its turn, the same levers end the same, and what is recorded plays back', () =>
    fc.assert(
      fc.property(anyMachine, fc.constantFrom(...exerciseIds), anyHeld, (id, which, held) => {
        const machine = machines[id];
        const what = exerciseFor(which, machine, rules);
        fc.pre(what !== undefined);
        const of = pit(what, machine, machine.buckets[0]);
        const start = beginning(of, what);
        const before = soilIn(of, start, LOWEST);
        let state = start;
        const recording = newRecording();
        for (const [ticks, asked] of held) {
          const levers = rounded(asked);
          for (let i = 0; i < ticks; i++) {
            state = step(of, state, levers);
            record(recording, levers);
          }
          for (const joint of ['boom', 'stick', 'tip'] as const) {
            const [low, high] = machine.arm[`${joint}Turn`];
            expect(state.pose[joint]).toBeGreaterThanOrEqual(low);
            expect(state.pose[joint]).toBeLessThanOrEqual(high);
          }
          expect(Math.abs(soilIn(of, state, LOWEST) - before)).toBeLessThan(1e-6);
          expect(state.load).toBeGreaterThanOrEqual(0);
        }
        expect(replayed(of, start, JSON.parse(JSON.stringify(recording)) as Recording)).toEqual(state);
      }),
      { numRuns: times(40) },
    ));

  test.each([
    ['t17', ['flat', 'fall']],
    ['t35', ['next']],
    ['t8', ['flat']],
  ] as const)('%s: a hand that knows it digs the floor to 5 mm, in the fewest moves: %s', (id, exercises) => {
    const machine = machines[id];
    for (const which of exercises) {
      const what = exercise(which, machine);
      const of = pit(what, machine, machine.buckets[0]);
      const end = play(of, beginning(of, what), (now) => bestHand(of, what.floor, now));
      const result = floorOf(of, { ...what, tolerance: 0.005 }, end);
      expect({
        which,
        passed: result.passed,
        moves: result.moves - result.least,
        faults: result.faults.filter(({ event }) => event !== 'tracksLift'),
      }).toEqual({
        which,
        passed: true,
        moves: 0,
        faults: [],
      });
      expect(result.within).toBeGreaterThan(0.97);
      expect(end.heap).toBeGreaterThan(0.2);
    }
  });

  test('from one place it digs as much floor as the core says its arm shaves, no more', () => {
    const { from, to } = windowOf(machines.t17, 0.8)!;
    const what = { ...exercise('flat'), floor: { from: 0, to: to - from + 0.5, depthAt: () => 0.8 } };
    const of = pit(what);
    const end = play(of, beginning(of, what), function* (now) {
      for (const levers of bestHand(of, what.floor, now)) {
        if (now().moves === 0 && levers.travel !== 0 && now().dugHere) return;
        yield levers;
      }
    });
    const { left } = floorOf(of, { ...what, tolerance: 0.005 }, end);
    const dug = what.floor.to - Math.max(...left.map((range) => range.to));
    expect(dug).toBeGreaterThan(to - from - 0.12);
    expect(dug).toBeLessThanOrEqual(to - from + 0.01);
  });

  test('sensors not struck after a move: the floor comes out in steps, and it is not passed', () => {
    const what = exercise('fall');
    const of = pit(what);
    const start = beginning(of, what);
    const blind = (now: () => ArmState): Exercise['floor'] => ({
      ...what.floor,
      // Digs until the sensors say it is right: struck once, where it first stood.
      depthAt: (x) => what.floor.depthAt(x) + sensed(what, { x, z: -what.floor.depthAt(x) }, now().at, start.at),
    });
    const end = play(of, start, (now) => bestHand(of, blind(now), now));
    const result = floorOf(of, what, end);
    expect(result.moves).toBeGreaterThan(0);
    expect(result.passed).toBe(false);
    expect(Math.max(result.high, result.deep)).toBeGreaterThan(0.02);
    expect(sayResult(result, 'metric').join('\n')).toMatch(/too deep; |Too deep/);
  });

  test('a machine driven through the strip strikes the line and is told whose it was; one that keeps off it is not', () => {
    const what = exercise('line');
    const of = pit(what);
    const through = play(of, beginning(of, what), (now) => bestHand(of, what.floor, now));
    expect(through.over).toBe(true);
    const struck = floorOf(of, what, through);
    expect(struck.passed).toBe(false);
    expect(sayResult(struck, 'metric').join('\n')).toContain('Line struck (Water main)');
    const keeps = play(of, beginning(of, what), (now) => knowingHand(of, what, now));
    expect(seen(keeps)).not.toContain('struck');
    const kept = floorOf(of, what, keeps);
    expect(kept.intoStrip).toBe(0);
    expect(kept.passed).toBe(true);
  });

  test('each wrong way makes its own fault, and is told what it does', () => {
    const what = exercise('flat');
    const of = pit(what);
    const start = beginning(of, what);
    const down = play(of, start, () => hold({ boom: -0.4 }, 4));
    expect(teethOf(of, down).z).toBeLessThan(-0.05);
    expect(seen(play(of, down, () => hold({ swing: 1 }, 1)))).toContain('wall');
    expect(seen(play(of, down, () => hold({ travel: -1 }, 1)))).toContain('dragged');
    const full = play(of, start, function* (now) {
      for (const levers of bestHand(of, what.floor, now)) {
        if (now().load > 0.01 && now().swing > 0.15) return;
        yield levers;
      }
    });
    const spilt = play(of, full, () => hold({ tip: 1 }, 2.5));
    expect(seen(spilt)).toContain('edge');
    expect(spilt.spilt).toBeGreaterThan(0.01);
    for (const line of sayResult(floorOf(of, what, spilt), 'us')) expect(line).not.toMatch(/undefined|NaN|\d mm/);
  });

  test('a full bucket of clay on a light machine, far out over the side, tips it', () => {
    const machine = machines.t1;
    const what = exercise('flat', machine);
    const of = { ...pit(what, machine, 0.7), machine: { ...machine, bucketArea: 0.6 } };
    const start = beginning(of, what);
    const full = { ...start, load: 0.25 };
    expect(seen(play(of, full, () => [...hold({ boom: -0.2, stick: 1, swing: 1 }, 4)]))).toContain('tipped');
  });

  test('ground stronger than the stick stalls it; the bucket curls it out', () => {
    const what = { ...exercise('flat'), ground: 'rock' as const };
    const of = pit(what, machines.t17, 0.45);
    const down = play(of, beginning(of, what), () => [...hold({ boom: -0.5 }, 5), ...hold({ stick: -1 }, 2)]);
    expect(seen(down)).toContain('stallStick');
  });

  test.each(['t17', 't35', 't8'] as const)(
    '%s: a hand that knows it fills the heap over its setback, lowers a pipe without a knock, and digs a box in',
    (id) => {
      const machine = machines[id];
      for (const which of ['heap', 'pipe', 'box'] as const) {
        const what = exercise(which, machine);
        const of = pit(what, machine, machine.buckets[1]);
        const result = resultOf(
          of,
          what,
          play(of, beginning(of, what), (now) => knowingHand(of, what, now)),
        );
        expect({ which, of: result.of, passed: result.passed, said: sayResult(result, 'metric') }).toMatchObject({
          which,
          of: which,
          passed: true,
        });
        if (result.of === 'pipe')
          expect([Math.abs(result.off) < 0.02, result.knock < 0.15, result.swung < 0.1]).toEqual([true, true, true]);
        if (result.of === 'box') expect([result.within > 0.97, result.over < 0.02, result.ahead < 0.11]).toEqual([true, true, true]);
        if (result.of === 'heap') expect(result.heap).toBeGreaterThanOrEqual(result.asked);
      }
    },
  );

  describe('a pipe on the hook', () => {
    const what = exercise('pipe');
    const of = pit(what);
    const lift = what.lift as PipeLift;
    const up = () => play(of, beginning(of, what), () => hold({ boom: 0.25 }, 3));

    test('hangs under its eye, swings as a pendulum of its length does, and comes to rest', () => {
      const start = up();
      expect(start.hung?.hanging).toBe(true);
      const pushed: ArmState = {
        ...play(of, start, () => hold({}, 4)),
        hung: { ...(start.hung as Hung), angle: 0.1, turn: 0, clear: true },
      };
      let [state, last] = [pushed, 0.1];
      const crossings: number[] = [];
      for (let i = 0; i < 60 * 12; i++) {
        state = step(of, state, NO_LEVERS);
        const { angle } = state.hung as Hung;
        if (Math.sign(angle) !== Math.sign(last) && angle !== 0) crossings.push(i / 60);
        last = angle;
      }
      const half = ((crossings.at(-1) ?? 0) - (crossings[0] ?? 0)) / (crossings.length - 1);
      expect(half).toBeCloseTo(Math.PI * Math.sqrt(lift.sling / 9.81), 1);
      expect(Math.abs(last)).toBeLessThan(0.01);
    });
    test('is refused what is wrong, each told: let down fast, carried on the tracks, jerked, reached too far out', () => {
      const fast = play(of, up(), () => hold({ boom: -1 }, 3));
      expect(seen(fast)).toContain('knock');
      expect(resultOf(of, what, fast).passed).toBe(false);
      expect(seen(play(of, up(), () => hold({ travel: -1 }, 1)))).toContain('carried');
      expect(seen(play(of, up(), () => [...hold({ stick: 1 }, 0.7), ...hold({ stick: -1 }, 0.7), ...hold({ stick: 1 }, 0.7)]))).toContain(
        'swings',
      );
      const heavy = { ...of, lift: { ...lift, mass: lift.mass * 2 } };
      const far = play(heavy, beginning(heavy, what), () => [...hold({ boom: 0.25 }, 3), ...hold({ stick: 0.3 }, 8)]);
      expect(seen(far)).toContain('heavy');
      expect(sayResult(resultOf(heavy, what, far), 'us').join(' ')).toContain('Too heavy out there');
    });
    test('goes no further than the ends of the slit, nor through its bed, whatever the levers do', () =>
      fc.assert(
        fc.property(anyHeld, (held) => {
          let state = beginning(of, what);
          for (const [ticks, asked] of held)
            for (let i = 0; i < ticks; i++) {
              state = step(of, state, asked);
              const { x, z, clear } = state.hung as Hung;
              const low = z - lift.size / 2;
              expect(low).toBeGreaterThanOrEqual((clear ? lift.bed : 0) - 1e-9);
              if (low < -0.02) expect(x + lift.length / 2).toBeLessThanOrEqual(lift.slit.to + 1e-6);
            }
        }),
        { numRuns: times(40) },
      ));
  });

  test('a box pressed on one corner only jams; dug too far below it, the side comes in; both are told', () => {
    const what = exercise('box');
    const of = pit(what);
    const start = beginning(of, what);
    const box = what.box?.in as BoxIn;
    expect(start.box).toEqual({ near: -0.8, far: -0.8, ahead: 0 });
    // Dug inside first, then pressed at the far end alone.
    const dug = play(of, start, (now) => bestHand(of, { ...what.floor, depthAt: () => 1 }, now));
    const oneOnly = play(of, dug, function* (now) {
      for (const levers of knowingHand(of, what, now)) {
        const { near, far } = now().box as BoxState;
        yield levers;
        if (Math.abs(near - far) > 0.02) break;
      }
      yield* hold({ boom: -0.6 }, 6);
    });
    expect(Math.abs((oneOnly.box as BoxState).near - (oneOnly.box as BoxState).far)).toBeLessThanOrEqual(box.ahead + 1e-9);
    // Pressed on both corners in turn before anything is dug it goes in a little, and stands.
    const early = play(of, start, function* (now) {
      const to = (x: number, z: number) =>
        glide(of, now, [teethOf(of, now()), { x, z }], 0.3, (point) => poseNear(of.machine.arm, point, -Math.PI / 2));
      for (let i = 0; i < 3; i++)
        for (const end of ['near', 'far'] as const) {
          const { x, z } = cornerOf(box, now().box as BoxState, end);
          yield* to(x, z + 0.15);
          yield* to(x, z - 0.08);
          yield* to(x, z + 0.15);
        }
    });
    expect(seen(early)).toEqual(['stands']);
    expect(early.box?.near).toBeLessThan(-0.9);
    expect(early.box?.near).toBeGreaterThanOrEqual(-0.8 - 0.15 - 1e-9);
    const below = play(of, start, (now) => bestHand(of, { ...what.floor, depthAt: () => 0.8 + box.below + 0.1 }, now));
    expect(seen(below)).toContain('below');
    const result = resultOf(of, what, below);
    expect(result.passed).toBe(false);
    expect(sayResult(result, 'us').join('\n')).toContain('Too far below the box');
  });
  test('no corner is ever further ahead of the other than the rules allow, and none goes up', () => {
    const what = exercise('box');
    const of = pit(what);
    fc.assert(
      fc.property(anyHeld, fc.double({ min: 0, max: 1.2, noNaN: true }), (held, dig) => {
        let state = beginning(of, what);
        state = play(of, state, function* (now) {
          let ticks = 0;
          for (const levers of knowingHand(of, what, now))
            if (++ticks > dig * 3000) break;
            else yield levers;
        });
        for (const [ticks, asked] of held)
          for (let i = 0; i < ticks; i++) {
            const before = state.box as BoxState;
            state = step(of, state, asked);
            const { near, far } = state.box as BoxState;
            expect(Math.abs(near - far)).toBeLessThanOrEqual((what.box?.in.ahead ?? 0) + 1e-9);
            expect([near <= before.near, far <= before.far]).toEqual([true, true]);
          }
      }),
      { numRuns: times(15) },
    );
  });

  test('levers in hundredths, both patterns, and a recording of another version is refused', () => {
    expect(leversOf('a', { x: -1, y: 0.5 }, { x: 0.2, y: -1 }, 0)).toEqual({ boom: 1, stick: 0.5, tip: 0.2, swing: 1, travel: 0 });
    expect(leversOf('b', { x: -1, y: -1 }, { x: 0.2, y: 0.5 }, 0)).toEqual({ boom: 1, stick: 0.5, tip: 0.2, swing: 1, travel: 0 });
    const what = exercise('flat');
    const of = pit(what);
    expect(() => replayed(of, beginning(of, what), { version: ARM_VERSION + 1, held: [] })).toThrow('is not played');
  });

  test('a depth a machine does not get to has no exercise, and the ones that do are named', () => {
    expect(exerciseFor('flat', machines.t1, rules, 2.5)).toBeUndefined();
    expect(machinesFor('flat', rules, 2.5)).not.toContain('t1');
    expect(machinesFor('flat', rules, 2.5)).toContain('t8');
    // A box goes deeper than what is dug for it.
    const flat = machinesFor('flat', rules, 1.7);
    expect(flat).toEqual(expect.arrayContaining(machinesFor('box', rules, 1.7)));
    expect(flat.length).toBeGreaterThan(machinesFor('box', rules, 1.7).length);
  });
});
