import fc from 'fast-check';
import { seeded } from '../../chance';
import { demoFile } from '../../demo';
import type { Run } from '../../job';
import type { WorkPiece } from '../../estimate';
import { orderOf } from '../../order';
import { planRun } from '../../plan/plan';
import { timelineOf, critical, programmeInputs, simulateProgramme, whatIfs, workStages, type Bar, type ProgrammeInputs } from '.';

const hours = (dig: number, rest = 0): WorkPiece['hours'] => ({
  dig,
  hand: rest,
  protect: rest,
  bed: rest,
  lay: rest,
  fill: rest,
  move: 0,
  bore: 0,
});
const piece = (i: number, dig: number, rest = 0, supported = false): WorkPiece => ({
  from: i * 5,
  to: i * 5 + 5,
  supported,
  hours: hours(dig, rest),
});
const inputs = (change: Partial<ProgrammeInputs> = {}): ProgrammeInputs => ({
  pieces: [piece(0, 2, 1), piece(1, 2, 1)],
  hours: hours(4, 2),
  people: 3,
  shift: 8,
  open: 20,
  supports: Infinity,
  delivery: 0,
  lost: 0,
  test: 0,
  day: 100,
  idle: 10,
  hire: 5,
  bought: 1000,
  ...change,
});
const expected = (change: Partial<ProgrammeInputs> = {}) => timelineOf(inputs(change), () => 1, []);

test('one piece: by hand 1, dug 2, then four stages of 1: 7 hours', () => expect(expected({ pieces: [piece(0, 2, 1)] }).hours).toBe(7));
test('two pieces overlap: the machine digs the second while the first is bedded and laid', () => {
  const { hours: all } = expected();
  expect(all).toBeLessThan(14);
  expect(all).toBeGreaterThanOrEqual(9);
});
test('with no more open than one piece, they go one after the other but for the work by hand', () =>
  expect(expected({ open: 5 }).hours).toBe(13));
test('alone, one after the other: nothing is done while the machine digs', () => expect(expected({ people: 1 }).hours).toBe(14));
test('the line comes on the third day: nothing is laid before, and the machine’s wait says so', () => {
  const { bars, waited, hours: all } = expected({ delivery: 2 });
  expect(Math.min(...bars.filter(({ stage }) => stage === 'lay').map(({ from }) => from))).toBe(16);
  expect(all).toBeGreaterThan(expected().hours);
  expect(waited[3]).toBeGreaterThan(0);
});
test('the same seed gives the same days; lost days cost the machine and the hire', () => {
  const run = (seed: number, change = {}) => simulateProgramme(inputs({ lost: 0.3, ...change }), 400, seeded(seed));
  expect(run(1)).toEqual(run(1));
  expect(run(1)?.cost).not.toEqual(run(1, { idle: 50 })?.cost);
  expect(run(1)?.days.p90).toBeGreaterThan(run(1, { lost: 0 })?.days.p50 ?? Infinity);
  expect(run(1)?.histogram.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
  expect(simulateProgramme(inputs(), 400, seeded(1), () => false)).toBeUndefined();
});

test('what holds the days up: a machine hardly ever still, else what it stands for longest, else nothing', () => {
  const waited = { open: 0.1, supports: 0.2, crew: 0.05, delivery: 0 };
  expect(critical({ busy: { machine: 0.9, crew: 0.1 }, waited })).toBe('machine');
  expect(critical({ busy: { machine: 0.6, crew: 0.1 }, waited })).toBe('supports');
  expect(critical({ busy: { machine: 0.6, crew: 0.1 }, waited: { open: 0.01, supports: 0, crew: 0.01, delivery: 0 } })).toBeUndefined();
});

const any = fc.record({
  pieces: fc
    .array(fc.tuple(fc.double({ min: 0, max: 4, noNaN: true }), fc.double({ min: 0, max: 2, noNaN: true }), fc.boolean()), {
      minLength: 1,
      maxLength: 12,
    })
    .map((list) => list.map(([dig, rest, supported], i) => piece(i, dig, rest, supported))),
  people: fc.integer({ min: 1, max: 6 }),
  open: fc.double({ min: 0, max: 40, noNaN: true }),
  supports: fc.double({ min: 0, max: 40, noNaN: true }),
  delivery: fc.constantFrom(0, 0, 2),
});

test('whatever the crew and the limits: all gets filled, in order, no one and nothing is in two places, no more is open than allowed', () => {
  fc.assert(
    fc.property(any, (change) => {
      const given = inputs(change);
      const { bars, hours: all } = timelineOf(given, () => 1, []);
      const of = (i: number, stage: Bar['stage']) => bars.find((bar) => bar.piece === i && bar.stage === stage);
      given.pieces.forEach((_, i) => {
        const own = workStages.flatMap((stage) => of(i, stage) ?? []);
        own.slice(1).forEach((bar, k) => expect(bar.from).toBeGreaterThanOrEqual((own[k]?.to ?? 0) - 1e-9));
      });
      const machine = bars
        .filter(({ stage }) => stage === 'dig' || stage === 'protect' || stage === 'fill')
        .sort((a, b) => a.from - b.from);
      machine.slice(1).forEach((bar, k) => expect(bar.from).toBeGreaterThanOrEqual((machine[k]?.to ?? 0) - 1e-9));
      expect(all).toBeGreaterThanOrEqual(Math.max(0, ...bars.map(({ to }) => to)) - 1e-9);
      for (const { from } of bars.filter(({ stage }) => stage === 'dig')) {
        const open = given.pieces.filter((_, i) => {
          const [dug, filled] = [of(i, 'dig'), of(i, 'fill')];
          return dug && dug.from <= from + 1e-9 && filled && filled.to > from + 1e-9;
        });
        if (open.length > 1) expect(open.length * 5).toBeLessThanOrEqual(given.open + 1e-6);
      }
    }),
  );
});

test('of the demo: the days of each run, and what another set of boxes would bring', () => {
  const run = demoFile.runs[3] as Run;
  const plan = planRun(demoFile.job, run);
  const order = orderOf(demoFile.job, run, plan);
  const given = programmeInputs(demoFile.job, run, plan, order);
  const result = simulateProgramme(given, 300, seeded(5));
  expect(result?.daily.reduce((sum, { filled }) => sum + filled, 0)).toBeCloseTo(30, 6);
  expect(result?.days.p90).toBeGreaterThanOrEqual(result?.days.p50 ?? Infinity);
  const ifs = whatIfs(given, 200, () => seeded(5), 3);
  expect(ifs.map(({ what }) => what)).toEqual(['open', 'open', 'open', 'people', 'people', 'supports', 'supports']);
  const more = ifs.find(({ what, value }) => what === 'supports' && value > given.supports);
  expect(more?.days.p50).toBeLessThanOrEqual(result?.days.p50 ?? 0);
});
