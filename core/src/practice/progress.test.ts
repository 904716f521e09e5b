import fc from 'fast-check';
import Papa from 'papaparse';
import { practiceCsv } from '../formats/practice';
import { times } from '../generators.testing';
import { machines } from '../catalogue';
import { demoFile } from '../demo';
import { valueAt } from '../geometry';
import type { Run } from '../job';
import { planRun } from '../plan/plan';
import { levelRun } from '../testing';
import { plannedExercise } from './planned';
import {
  DRILL_VERSION,
  deepestIn,
  isDue,
  levels,
  practised,
  resultOf,
  pitOf,
  beginning,
  runExercise,
  skillName,
  standingOf,
  teethOf,
  type Attempt,
} from '.';

const attempt = (day: number, right: boolean, change: Partial<Attempt> = {}): Attempt => ({
  id: `a${day}`,
  at: new Date(Date.UTC(2026, 10, day, 8)).toISOString(),
  what: 'staff',
  level: 1,
  seed: day,
  right,
  said: '1.250 m',
  by: 'UK',
  version: DRILL_VERSION,
  ...change,
});

describe('progress', () => {
  test('what was never done is due; a right answer is asked again later and later, a wrong one soon', () => {
    expect(standingOf([], 'staff')).toEqual({ what: 'staff', level: 1, tries: 0, right: 0, last: undefined, due: undefined });
    expect(isDue(standingOf([], 'staff'), 0)).toBe(true);
    const until = (...attempts: Attempt[]) => standingOf(attempts, 'staff').due!.getTime() - new Date(attempts.at(-1)!.at).getTime();
    const once = until(attempt(1, true));
    const twice = until(attempt(1, true), attempt(2, true));
    const thrice = until(attempt(1, true), attempt(2, true), attempt(6, true));
    expect(twice).toBeGreaterThan(once);
    expect(thrice).toBeGreaterThan(twice);
    expect(until(attempt(1, true), attempt(2, true), attempt(6, false))).toBeLessThan(once + 1);
    const { due } = standingOf([attempt(1, true), attempt(2, true)], 'staff');
    expect(isDue({ due }, due!.getTime() - 1)).toBe(false);
    expect(isDue({ due }, due!.getTime())).toBe(true);
  });
  test('three right in a row lead to the next level, two wrong ones back; answers at other levels do not count', () => {
    const level = (...answers: [boolean, Attempt['level']][]) =>
      standingOf(
        answers.map(([right, at], i) => attempt(i + 1, right, { level: at })),
        'staff',
      ).level;
    expect(level([true, 1], [true, 1])).toBe(1);
    expect(level([true, 1], [true, 1], [true, 1])).toBe(2);
    expect(level([true, 1], [false, 1], [true, 1], [true, 1])).toBe(1);
    expect(level([true, 1], [true, 1], [true, 1], [false, 2], [false, 2])).toBe(1);
    expect(level([true, 3], [true, 3], [true, 3])).toBe(1);
  });
  test('the same attempts in any order stand the same, and a level is one there is', () =>
    fc.assert(
      fc.property(
        fc.array(fc.record({ day: fc.integer({ min: 1, max: 28 }), right: fc.boolean(), level: fc.constantFrom(...levels) }), {
          maxLength: 12,
        }),
        fc.infiniteStream(fc.nat()),
        (days, salt) => {
          const attempts = days.map(({ day, right, level }, i) => attempt(day, right, { id: `${i}`, level }));
          const mixed = attempts
            .map((one) => ({ one, at: salt.next().value as number }))
            .sort((a, b) => a.at - b.at)
            .map(({ one }) => one);
          expect(standingOf(mixed, 'staff')).toEqual(standingOf(attempts, 'staff'));
          expect(levels).toContain(standingOf(mixed, 'staff').level);
        },
      ),
      { numRuns: times(60) },
    ));
  test('the record opens as a table, and nothing in it is a formula', () => {
    const { data } = Papa.parse<string[]>(
      practiceCsv('=cmd', [attempt(2, false), attempt(1, true, { what: 'flat', seed: 0, said: '96 % within' })]),
    );
    expect(data[0]).toContain('answer or result');
    expect(data[1]?.slice(1, 6)).toEqual(["'=cmd", 'A flat floor', '1', 'yes', '96 % within']);
    expect(data).toHaveLength(3);
  });
  test('every skill has a name', () => {
    for (const what of practised) expect(skillName(what).about.length).toBeGreaterThan(10);
  });
});

describe('own run', () => {
  const run = { from: 5, to: 40, depthAt: (station: number) => 1 + station / 100, ground: 'clay' as const, lines: [], strips: [] };
  test('its depth, ground and the lines that cross the stretch; as long as the arm makes it', () => {
    const line = { id: 'w', name: 'Water', station: 6.5, depth: 0.7, size: 0.1 };
    const exercise = runExercise(
      { ...run, lines: [line, { ...line, id: 'far', station: 30 }], strips: [{ from: 6.1, to: 6.9 }] },
      machines.t17,
    )!;
    expect(exercise.floor.depthAt(2)).toBeCloseTo(1.07, 6);
    expect(exercise.ground).toBe('clay');
    expect(exercise.hidden).toEqual([{ id: 'w', name: 'Water', x: 1.5, z: -0.7, size: 0.1 }]);
    expect(exercise.strips.map(({ from, to }) => [from, to].map((end) => Number(end.toFixed(6))))).toEqual([[1.1, 1.9]]);
    expect(exercise.floor.to).toBeGreaterThan(1.5);
    expect(exercise.floor.to).toBeLessThan(6);
    const pit = pitOf(machines.t17, 0.3, exercise);
    expect(resultOf(pit, exercise, beginning(pit, exercise))).toMatchObject({ of: 'floor', within: 0 });
  });
  test('of the demonstration: the wash-down drain by its plan, and what is too deep for the machine says how deep', () => {
    const [doc] = demoFile.runs.filter(({ name }) => name === 'Wash-down drain') as [Run];
    const planned = plannedExercise(demoFile.job, doc)!;
    if (planned.too) throw new Error('It does not get so deep.');
    const { profile } = planRun(demoFile.job, doc);
    for (const x of [0, 0.7, 1.3, planned.exercise.floor.to])
      expect(planned.exercise.floor.depthAt(x)).toBeCloseTo(valueAt(profile.station, profile.depth, planned.from + x), 9);
    const start = beginning(planned.pit, planned.exercise);
    expect(teethOf(planned.pit, start).z).toBeGreaterThan(0);
    const deep = plannedExercise({ ...demoFile.job, machine: 't1' }, levelRun({ depth: 3 }));
    expect(deep?.too?.deepest).toBeCloseTo(3, 6);
    expect(deep?.too?.reaches).toBeLessThan(3);
  });
  test('what hands dig by the plan is kept out of, each line by its own strip; where that is all of it there is nothing to practise', () => {
    const [doc] = demoFile.runs.filter(({ name }) => name === 'Pontoon supply') as [Run];
    const { handWindows } = planRun(demoFile.job, doc);
    const planned = plannedExercise(demoFile.job, doc)!;
    if (planned.too) throw new Error('It does not get so deep.');
    const { floor, strips } = planned.exercise;
    expect(handWindows.length).toBeGreaterThan(0);
    for (const { from, to } of handWindows)
      expect(
        strips.some((strip) => Math.abs(strip.from + planned.from - from) < 1e-9 && Math.abs(strip.to + planned.from - to) < 1e-9),
      ).toBe(true);
    const all = { id: 'all', from: 0, to: 85, why: 'no machine gets there' };
    expect(plannedExercise(demoFile.job, { ...doc, logistics: { ...doc.logistics, byHand: [all] } })).toBeUndefined();
    expect(floor.to).toBeGreaterThan(0);
  });
  test('the deepest of a floor need not be at its ends', () => {
    const { floor } = runExercise({ ...run, depthAt: (station) => (station > 6 && station < 7 ? 1.4 : 1) }, machines.t17)!;
    expect(deepestIn(floor)).toBe(1.4);
  });
  test('too deep for the machine: none', () => expect(runExercise({ ...run, depthAt: () => 3 }, machines.t1)).toBeUndefined());
});
