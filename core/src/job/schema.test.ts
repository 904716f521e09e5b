import fc from 'fast-check';
import { demoFile } from '../demo';
import { withRoute } from '../line';
import { chainages, routeOf } from '../line';
import { anyRun, levelRun, withInverts } from '../testing';
import {
  applyPatches,
  blankClearance,
  blankJob,
  blankLine,
  blankReachExtras,
  errorsOf,
  FILE_VERSION,
  jobSchema,
  lineMetAt,
  readJobFile,
  runSchema,
  upgradeJob,
  upgradeRun,
  type Clearance,
  type Job,
  type Run,
} from '.';

const chamber = (name: string, station: number) => ({ name, kind: 'chamber' as const, station, diameter: 0, tail: 0, pit: null });
const told = (change: Partial<Run>) =>
  errorsOf(runSchema, { ...levelRun(), ...change }).map(({ field, message }) => `${field}: ${message}`);
const level = (station: number, invert = 9) => ({ station, invert, keep: false });

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
    ['a fixed level off the run', { fixed: [level(0), level(40)] }, 'fixed[1].station: The fixed level at 40 m lies off the run'],
    ['fixed levels out of order', { fixed: [level(9), level(3)] }, 'fixed[1].station: 3 m comes after 9 m'],
    ['two levels at one station', { fixed: [level(3), level(3)] }, 'fixed[1].station: 3 m is there twice'],
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
            method: { kind: 'bored', bore: 0.1, rod: 0, launch: { length: 1, width: 1 }, receiving: { length: 1, width: 1 } },
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
    [
      'a moment that is none',
      { lines: [{ ...blankLine('A', 3), exposures: [{ result: 'notFound', at: 'yesterday', by: 'me', depth: 1, note: '' }] }] },
      'lines[0].exposures[0].at: A moment is written like',
    ],
    [
      'a record by nobody',
      { lines: [{ ...blankLine('A', 3), exposures: [{ result: 'notFound', at: '2026-05-01T07:00:00Z', by: '', depth: 1, note: '' }] }] },
      'lines[0].exposures[0].by: Say who',
    ],
  ])('%s', (_, change, sentence) => expect(told(change).join('\n')).toContain(sentence));
  test('falling with no level to fall between', () =>
    expect(told({ ...withInverts(levelRun(), 9, 8), fixed: [level(0)] })).toEqual([
      'fixed: A line that falls needs its invert at two stations at least.',
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
  const run = { ...levelRun(), lines: [blankLine('Line 2', 1), blankLine('Line 3', 2)] };
  expect(lineMetAt(run, 7.23456)).toMatchObject({ name: 'Line 4', where: { station: 7.23 } });
  expect(lineMetAt({ lines: [blankLine('Main', 1)] }, 0).name).toBe('Line 2');
});

describe('files of the first format', () => {
  const { reaches, stations, name, services, surface, spoil } = levelRun();
  const service = services[0]!.service;
  const oldReach = Object.fromEntries(Object.entries(reaches[0]!).filter(([key]) => !['levels', 'frost', 'method'].includes(key)));
  const oldLine = Object.fromEntries(Object.entries(blankLine('Main', 9)).filter(([key]) => !['join', 'exposures'].includes(key)));
  const oldRun = (profile: object) => ({ name, stations, profile, service, surface, reaches: [oldReach], spoil, lines: [oldLine] });
  const oldFile = (profile: object) =>
    JSON.stringify({
      format: 'tamper-job',
      version: 1,
      job: { name: 'Yard', ruleSet: 'UK', units: 'metric', overrides: [] },
      runs: [oldRun(profile)],
    });
  test('on cover: every reach takes it', () => {
    const [run] = readJobFile(oldFile({ kind: 'cover', cover: 0.8 })).runs;
    expect(run).toMatchObject({
      reaches: [{ levels: { kind: 'cover', cover: 0.8 }, ...blankReachExtras() }],
      fixed: [],
      lines: [{ join: false, exposures: [] }],
    });
  });
  test('by inverts: they become fixed levels at both ends', () => {
    const file = readJobFile(oldFile({ kind: 'inverts', start: 9, end: 8.5 }));
    expect(file.version).toBe(FILE_VERSION);
    expect(file.runs[0]).toMatchObject({ reaches: [{ levels: { kind: 'gravity' } }], fixed: [level(0, 9), level(30, 8.5)] });
    expect(file.job.clearance).toEqual(blankClearance());
  });
  test('a broken one is still refused with its field', () =>
    expect(() => readJobFile(oldFile({ kind: 'cover', cover: -1 }))).toThrow(
      'runs[0].reaches[0].levels.cover: Cover cannot be less than nothing.',
    ));
  test('what is new already, or nothing of ours, is left as it is', () => {
    const [run] = demoFile.runs;
    expect(upgradeRun(run)).toBe(run);
    expect(upgradeJob(demoFile.job)).toBe(demoFile.job);
    for (const value of [null, 7, 'run', [1]]) expect([upgradeRun(value), upgradeJob(value)]).toEqual([value, value]);
  });
});

test('for any run laid along another line with the same corners, it stays a run and everything keeps its order', () => {
  const factor = fc.double({ min: 0.3, max: 3, noNaN: true });
  fc.assert(
    fc.property(anyRun, factor, fc.boolean(), (run, stretch, turn) => {
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
