import fc from 'fast-check';
import { machines, type Machine } from '../catalogue';
import { withRoute } from '../alignment/restation';
import { chainages, routeOf } from '../alignment';
import { anyDocument } from '../generators.testing';
import { levelRun, withInverts } from '../testing';
import {
  straightBore,
  applyPatches,
  blankClearance,
  blankJob,
  blankExisting,
  blankPit,
  errorsOf,
  existingMetAt,
  STATION_SLACK,
  type Clearance,
  type Job,
  type Run,
} from '.';
import { jobSchema, machineSchema, runSchema } from './schema';

const chamber = (name: string, station: number) => ({
  id: `${name}-${station}`,
  name,
  kind: 'chamber' as const,
  station,
  diameter: 0,
  tail: 0,
  pit: null,
});
const faultsOf = (change: Partial<Run>) =>
  errorsOf(runSchema, { ...levelRun(), ...change }).map(({ field, message }) => `${field}: ${message}`);
const level = (station: number, invert = 9) => ({ id: `i${station}`, station, invert, keep: false });

describe('a run that cannot be one is told where', () => {
  test.each<[string, Partial<Run>, string]>([
    [
      'a structure off the run',
      { structures: [chamber('C1', 31)] },
      'structures[0].station: “C1” at 31 m lies off the run, which goes from 0 m to 30 m.',
    ],
    [
      'two structures of one name',
      { structures: [chamber('C1', 3), chamber('C1', 9)] },
      'structures[1].name: “C1” is there twice on this run',
    ],
    ['a fixed level off the run', { inverts: [level(0), level(40)] }, 'inverts[1].station: The fixed level at 40 m lies off the run'],
    ['fixed levels out of order', { inverts: [level(9), level(3)] }, 'inverts[1].station: 3 m comes after 9 m'],
    ['two levels at one station', { inverts: [level(3), level(3)] }, 'inverts[1].station: 3 m is there twice'],
    ['a line of one point', { route: [{ x: 0, y: 0 }] }, 'route: A line on the plan needs two points at least.'],
    [
      'two points on top of each other',
      {
        route: [
          { x: 0, y: 0 },
          { x: 0, y: 0 },
        ],
      },
      'route[1]: Two points of the line lie on top of each other',
    ],
    [
      'a drawn line of another length',
      {
        route: [
          { x: 0, y: 0 },
          { x: 29, y: 0 },
        ],
      },
      'route: The line measures 29.00 m on the plan, and its stations 30.00 m',
    ],
    [
      'coordinates off the globe',
      {
        route: [
          { x: 0, y: 0 },
          { x: 2e7, y: 0 },
        ],
      },
      'route[1].x: Coordinates go to ±10,000 km',
    ],
    [
      'a bore without a rod',
      {
        reaches: [
          {
            ...levelRun().reaches[0]!,
            method: { ...straightBore, bore: 0.1, rod: 0, launch: blankPit(1, 1), receiving: blankPit(1, 1) },
          },
        ],
      },
      'reaches[0].method.rod: A rod is at least 0.3 m.',
    ],
    ['a share that is none', { flow: { area: 1, runoff: 90, rain: 0, extra: 0 } }, 'flow.runoff: The share that runs off is 0 to 1.'],
    ['a fall in percent', { targets: { minFall: 2 } }, 'targets.minFall: A fall is at most 1:1.'],
    [
      'a staff reading in millimetres',
      { levelBook: { benchmark: 10, tolerance: 0.012, rows: [{ point: 'BM', back: 1250 }] } },
      'levelBook.rows[0].back: Staff readings are −10 to 20 m.',
    ],
  ])('%s', (_, change, sentence) => expect(faultsOf(change).join('\n')).toContain(sentence));
  test('falling with no level to fall between', () =>
    expect(faultsOf({ ...withInverts(levelRun(), 9, 8), inverts: [level(0)] })).toEqual([
      'inverts: A line that falls needs its invert at two stations at least.',
    ]));
});

describe('a job that cannot be one is told where', () => {
  const bad = (change: Partial<Clearance>) =>
    errorsOf(jobSchema, { ...blankJob('Yard'), clearance: { ...blankClearance(), ...change } }).map(
      ({ field, message }) => `${field}: ${message}`,
    );
  const permit = { number: 'P', issuer: 'office', covers: '', from: '2026-05-01', to: '2026-05-09' };
  test.each<[string, Partial<Clearance>, string]>([
    [
      'a permit that ends before it begins',
      { permit: { ...permit, to: '2026-04-30' } },
      'clearance.permit.to: The permit ends before it begins; swap the dates.',
    ],
    [
      'a day that does not exist',
      { permit: { ...permit, from: '2026-02-30' } },
      'clearance.permit.from: A date is written like 2026-05-31.',
    ],
    ['a task for nobody', { tasks: [{ what: 'Sand', owner: '', done: false }] }, 'clearance.tasks[0].owner: Give it a name.'],
    ['a holiday that is none', { holidays: ['Christmas'] }, 'clearance.holidays[0]: A date is written like'],
  ])('%s', (_, change, sentence) => expect(bad(change).join('\n')).toContain(sentence));
  test('a rule in days wants whole ones, and not too many', () => {
    const rule = (value: number): Job => ({
      ...blankJob('Yard'),
      overrides: [{ rule: 'locateWait', value, by: 'site', reason: 'local law' }],
    });
    expect(errorsOf(jobSchema, rule(2)).length).toBe(0);
    expect(errorsOf(jobSchema, rule(2.5))[0]?.message).toBe('Give whole days.');
    expect(errorsOf(jobSchema, rule(1000))[0]?.message).toBe('The most it can be is 400.');
  });
  test('a latitude of 95° is none', () =>
    expect(errorsOf(jobSchema, { ...blankJob('Yard'), origin: { lat: 95, lon: 0 } })[0]?.message).toContain('−85° to 85°'));
});

test('a line met while digging gets the first number that is free, and a station to the centimetre', () => {
  const run = { ...levelRun(), existing: [blankExisting('Line 2', 1), blankExisting('Line 3', 2)] };
  expect(existingMetAt(run, 7.23456, 'new')).toMatchObject({ name: 'Line 4', where: { station: 7.23 } });
  expect(existingMetAt({ existing: [blankExisting('Main', 1)] }, 0, 'new').name).toBe('Line 2');
});

test('for any run laid along another line with the same corners, it stays a run and everything keeps its order', () => {
  const factor = fc.double({ min: 0.3, max: 3, noNaN: true });
  fc.assert(
    fc.property(anyDocument, factor, fc.boolean(), (run, stretch, turn) => {
      const route = routeOf(run).map(({ x, y }) => (turn ? { x: y, y: x * stretch } : { x: x * stretch, y }));
      const next = applyPatches(
        run,
        withRoute(
          run,
          route,
          route.map((_, i) => i),
        ),
      );
      expect(errorsOf(runSchema, next)).toEqual([]);
      const length = chainages(route).at(-1) as number;
      expect((next.stations.at(-1)?.station ?? 0) - (next.stations[0]?.station ?? 0)).toBeCloseTo(length, 6);
      expect(next.reaches).toHaveLength(run.reaches.length);
    }),
  );
});

test('a line drawn out or in with its route ends on the run, whatever rounding leaves: everything that reaches to the end does after, too', () => {
  const corners = [
    { x: 0.1, y: 0.2 },
    { x: 7.3, y: 0.7 },
    { x: 11.1, y: 9.9 },
    { x: 29.7, y: 13.3 },
  ];
  const length = chainages(corners).at(-1) as number;
  const run: Run = { ...levelRun({ length }), route: corners };
  const thing = { id: 'g1', from: length / 3, to: length, why: '' };
  const whole: Run = { ...run, logistics: { ...run.logistics, byHand: [thing] } };
  for (let step = 1; step <= 400; step++) {
    const by = 0.3 + step * 0.0137;
    const route = corners.map(({ x, y }) => ({ x: x * by, y: y / 3 }));
    const next = applyPatches(
      whole,
      withRoute(
        whole,
        route,
        route.map((_, i) => i),
      ),
    );
    expect(errorsOf(runSchema, next)).toEqual([]);
    expect(Math.abs((next.logistics.byHand[0]?.to ?? 0) - (chainages(route).at(-1) as number))).toBeLessThan(STATION_SLACK);
  }
});

describe('an own machine that could not be is refused with the figure that cannot', () => {
  const { buckets, outline, ...plain } = machines.t17 as Machine;
  const own = { ...plain, id: 'own-yard', buckets: [...buckets], outline: [...outline] };
  test('the classes themselves could be', () => {
    for (const machine of Object.values(machines)) expect(errorsOf(machineSchema, { ...machine, id: 'own-yard' })).toEqual([]);
  });
  test.each<[string, Partial<Machine>, string]>([
    ['arm.foot.z', { arm: { ...own.arm, foot: { x: 0, z: 3 }, boom: 1, stick: 0.5, tip: 0.3 } }, 'Its teeth come no lower than'],
    [
      'arm.foot.z',
      { arm: { ...own.arm, boomTurn: [1, 1.2], stickTurn: [-0.2, 0], tipTurn: [-0.2, 0] } },
      'above the ground: with a foot at',
    ],
    ['arm.boomTurn', { arm: { ...own.arm, boomTurn: [1, 0.5] } }, 'The joint turns nowhere'],
    ['widthOut', { widthOut: 0.8 }, '0.80 m is less than 0.99 m.'],
    ['track', { track: 0.6 }, 'Two tracks of 0.60 m are 1.20 m, and the machine is 0.99 m over them.'],
    ['cog', { cog: 0.8 }, '0.80 m from the swing axis, lies outside its tracks, which reach 0.75 m: it would tip by itself.'],
    ['cog', { cog: -0.75 }, 'lies outside its tracks'],
  ])('%s: %o', (field, change, sentence) => {
    const errors = errorsOf(machineSchema, { ...own, ...change });
    expect(errors.map((error) => error.field)).toContain(field);
    expect(errors.find((error) => error.field === field)?.message).toContain(sentence);
  });
});
