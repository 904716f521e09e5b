import { findService, type Service } from '../catalogue';
import { levelRun } from '../testing';
import { blankJob, blankLaying } from './blank';
import { applyPatches } from './patch';
import { errorsOf } from './read';
import { laidLines, linesIn, linesKnown, serviceOf, withKnownLines } from './layings';
import { jobFileSchema, jobSchema, runSchema, FILE_VERSION, type Job, type Laying, type Run } from './schema';
import { upgradeFile, upgradeJob, upgradeRun } from './upgrade';

const lay = (name: string, change: Partial<Laying> = {}): Laying => ({ ...blankLaying(name, 'lv-4x25'), ...change });
const faults = (change: Partial<Run>) =>
  errorsOf(runSchema, { ...levelRun({ length: 30 }), ...change }).map(({ field, message }) => `${field}: ${message}`);
const own: Job['services'][number] = { ...findService('drain-110'), id: 'own-drain-1', beds: ['granular'] };
const jobFaults = (change: Partial<Job>) =>
  errorsOf(jobSchema, { ...blankJob('Yard'), ...change }).map(({ field, message }) => `${field}: ${message}`);

describe('lines laid', () => {
  test.each<[string, Laying[], string]>([
    ['none at all', [], 'services: A run lays one line at least.'],
    ['more than eight', Array.from({ length: 9 }, (_, i) => lay(`L${i}`)), 'services: At most 8 lines in one trench.'],
    ['two of one name', [lay('A'), lay('A')], 'services[1].name: “A” is there twice'],
    ['a leading line that begins later', [lay('A', { from: 3 })], 'services[0].from: The leading line goes all the way.'],
    ['a leading line beside its own level', [lay('A', { up: 0.1 })], 'services[0].up: The leading line lies at its own level.'],
    ['one past the end of the run', [lay('A'), lay('B', { to: 31 })], 'services[1].to: “B” at 31 m lies off the run'],
    ['one that ends before it begins', [lay('A'), lay('B', { from: 20, to: 10 })], 'services[1].to: It ends where it begins or before'],
    ['one across the field', [lay('A'), lay('B', { x: 11 })], 'services[1].x: At most 10 m from the centre line.'],
    [
      'impossible loads',
      [lay('A', { circuit: { phases: 1, volts: 230, amps: 0, powerFactor: 1, limit: 0.05, resistivity: 1.2, temperature: 15 } })],
      'services[0].circuit.amps: At least 0.01 A.',
    ],
    ['a crowd in a duct', [lay('A', { holds: { service: 'fibre-12', count: 13 } })], 'services[0].holds.count: At most 12.'],
  ])('%s is refused in a sentence', (_, services, sentence) => expect(faults({ services }).join('\n')).toContain(sentence));
  test('supports narrower at most than at least are refused', () => {
    const [reach] = levelRun().reaches as [Run['reaches'][number]];
    expect(faults({ reaches: [{ ...reach, supportWidths: { least: 0.9, most: 0.6, source: '' } }] })[0]).toContain('swap them');
  });
  test('water levels go up the run, one a station', () =>
    expect(
      faults({
        water: [
          { station: 5, level: 1 },
          { station: 5, level: 2 },
        ],
      }),
    ).toEqual(['water[1].station: 5 m is there twice; keep one of them.']));
  test('lines with their stretch: all the way unless said otherwise; a stretch has those that lie in it, an end both sides', () => {
    const run = { ...levelRun({ length: 30 }), services: [lay('A'), lay('B', { from: 10, to: 20 })] };
    const lines = laidLines(blankJob('Yard'), run);
    expect(lines.map(({ from, to }) => [from, to])).toEqual([
      [0, 30],
      [10, 20],
    ]);
    const names = (from: number, to: number) => linesIn(lines, from, to).map(({ name }) => name);
    expect([names(0, 10), names(5, 15), names(20, 30), names(20, 20)]).toEqual([['A'], ['A', 'B'], ['A'], ['A', 'B']]);
  });
});

describe('lines of the job’s own', () => {
  const run: Run = { ...levelRun(), services: [blankLaying('Line', own.id)] };
  test('come before the catalogue’s; without them the run says which is missing, and is drawn with another', () => {
    const job = { ...blankJob('Yard'), services: [own] };
    expect(serviceOf(job, run)).toBe(own);
    expect(linesKnown(job, run)).toBe(true);
    expect(withKnownLines(job, run)).toBe(run);
    expect(linesKnown(blankJob('Yard'), run)).toBe(false);
    expect(linesKnown(blankJob('Yard'), withKnownLines(blankJob('Yard'), run))).toBe(true);
  });
  test.each<[string, Partial<Service>, string]>([
    ['nothing across', { od: 0 }, 'A line is at least 3 mm thick.'],
    ['four metres across', { od: 4 }, 'A line is at most 3 m thick.'],
    ['all wall', { wall: 0.055 }, 'nothing is left inside'],
    ['no bedding', { beds: [] }, 'Name a bedding it may lie in.'],
    ['an id of the catalogue’s', { id: 'drain-110' }, 'The id of an own line begins with “own-”.'],
  ])('%s is refused', (_, change, sentence) =>
    expect(jobFaults({ services: [{ ...own, ...change } as typeof own] }).join('\n')).toContain(sentence),
  );
  test('twice the same line or the same distance, or an upper one of neither, is refused', () => {
    const between: Job['separations'][number] = { between: ['power', 'data'], across: 1, over: 1, by: 'owner', reason: 'letter' };
    expect(jobFaults({ services: [own, own] })).toEqual(['services[1].id: This line is there twice; keep one.']);
    expect(jobFaults({ separations: [between, { ...between, between: ['data', 'power'] }] })).toEqual([
      'separations[1].between: The distance of these two is changed twice; keep one.',
    ]);
    expect(jobFaults({ separations: [{ ...between, upper: 'gas' }] })).toEqual([
      'separations[0].upper: The upper one has to be one of the two.',
    ]);
  });
  test('a file with a line nobody knows names it', () => {
    const file = { format: 'tamper-job', version: FILE_VERSION, job: blankJob('Yard'), runs: [run] };
    expect(errorsOf(jobFileSchema, file)).toEqual([
      { field: 'runs[0].services[0].service', message: '“own-drain-1” is neither in the catalogue nor among the job’s own lines.' },
    ]);
    expect(errorsOf(jobFileSchema, { ...file, job: { ...blankJob('Yard'), services: [own] } })).toEqual([]);
  });
});

describe('files of the second format', () => {
  const { services, water, guard, ...rest } = levelRun();
  const old = {
    ...rest,
    service: services[0]?.service,
    reaches: rest.reaches.map(
      ({ from, levels, frost, method, soil, bottomWidth, entry, left, right, protection, bedding, surround, beddingMaterial }) => ({
        from,
        levels,
        frost,
        method,
        soil,
        bottomWidth,
        entry,
        left,
        right,
        protection,
        bedding,
        surround,
        beddingMaterial,
      }),
    ),
  };
  const { buckets, services: none, separations, kit, rates, ...oldJob } = blankJob('Yard');
  test('their one service leads, and nothing else lies there', () => {
    expect(upgradeRun(old)).toEqual({ ...levelRun(), services: [blankLaying('Line', 'drain-160')], water, guard });
    expect(upgradeJob(oldJob)).toEqual({ ...oldJob, buckets, services: none, separations, kit, rates });
    expect(errorsOf(jobFileSchema, upgradeFile({ format: 'tamper-job', version: 2, job: oldJob, runs: [old] }))).toEqual([]);
  });
  test('the third format named no supports and nothing beside a run', () => {
    const third = levelRun();
    const without = (keys: string[][], doc: object) =>
      applyPatches(
        doc,
        keys.map((path) => ({ path, value: undefined })),
      );
    expect(upgradeRun(without([['guard'], ['reaches', '0', 'kit'], ['reaches', '0', 'panel']], third))).toEqual(third);
    const job = { ...blankJob('Yard'), rates: { currency: '£', dig: 1, bedding: 2, crew: 40 } };
    expect(upgradeJob(without([['kit'], ['rates', 'crew']], job))).toEqual(job);
  });
  test('the fourth format knew no machines of one’s own, no pace and no works', () => {
    const { machines, pace, ...job } = blankJob('Yard');
    const { works, ...run } = levelRun();
    const { currency, dig, bedding, crew } = job.rates;
    const fourth = { ...job, rates: { currency, dig: dig + 1, bedding, crew } };
    expect(upgradeJob(fourth)).toEqual({ ...job, machines, pace, rates: { ...job.rates, dig: dig + 1 } });
    expect(upgradeRun(run)).toEqual({ ...run, works });
    expect(errorsOf(jobFileSchema, upgradeFile({ format: 'tamper-job', version: 4, job: fourth, runs: [run] }))).toEqual([]);
  });
  test('what is of this format already stays as it is', () => {
    const run = levelRun();
    expect(upgradeRun(run)).toBe(run);
    const job = blankJob('Yard');
    expect(upgradeJob(job)).toBe(job);
  });
});
