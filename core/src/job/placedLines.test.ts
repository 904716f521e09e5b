import { findProduct, type Product } from '../catalogue';
import { levelRun } from '../testing';
import { blankJob, blankLaidLine } from './blank';
import { readJobFile, writeJobFile } from './file';
import { FILE_VERSION } from './limits';
import { errorsOf } from './read';
import { placedLines, linesIn, productsKnown, productOf, withKnownProducts } from './placedLines';
import { jobSchema, runSchema, type Job, type JobFile, type LaidLine, type Run } from './schema';

const lay = (name: string, change: Partial<LaidLine> = {}): LaidLine => ({ ...blankLaidLine(name, 'lv-4x25'), ...change });
const faults = (change: Partial<Run>) =>
  errorsOf(runSchema, { ...levelRun({ length: 30 }), ...change }).map(({ field, message }) => `${field}: ${message}`);
const own: Job['products'][number] = { ...findProduct('drain-110'), id: 'own-drain-1', beds: ['granular'] };
const jobFaults = (change: Partial<Job>) =>
  errorsOf(jobSchema, { ...blankJob('Yard'), ...change }).map(({ field, message }) => `${field}: ${message}`);

describe('lines laid', () => {
  test.each<[string, LaidLine[], string]>([
    ['none at all', [], 'laid: A run lays one line at least.'],
    ['more than eight', Array.from({ length: 9 }, (_, i) => lay(`L${i}`)), 'laid: At most 8 lines in one trench.'],
    ['two of one name', [lay('A'), lay('A')], 'laid[1].name: “A” is there twice'],
    ['a leading line that begins later', [lay('A', { from: 3 })], 'laid[0].from: The leading line goes all the way.'],
    ['a leading line beside its own level', [lay('A', { up: 0.1 })], 'laid[0].up: The leading line lies at its own level.'],
    ['one past the end of the run', [lay('A'), lay('B', { to: 31 })], 'laid[1].to: “B” at 31 m lies off the run'],
    ['one that ends before it begins', [lay('A'), lay('B', { from: 20, to: 10 })], 'laid[1].to: It ends where it begins or before'],
    ['one across the field', [lay('A'), lay('B', { x: 11 })], 'laid[1].x: At most 10 m from the centre line.'],
    [
      'impossible loads',
      [
        lay('A', {
          circuit: {
            fedFrom: 'start',
            loads: [],
            phases: 1,
            volts: 230,
            amps: -1,
            powerFactor: 1,
            limit: 0.05,
            resistivity: 1.2,
            temperature: 15,
          },
        }),
      ],
      'laid[0].circuit.amps: A load cannot be less than nothing.',
    ],
    [
      'a crowd in a duct',
      [lay('A', { holds: [{ id: 'h', product: 'fibre-12', count: 13, circuit: null }] })],
      'laid[0].holds[0].count: At most 12.',
    ],
  ])('%s is refused in a sentence', (_, products, sentence) => expect(faults({ laid: products }).join('\n')).toContain(sentence));
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
    const run = { ...levelRun({ length: 30 }), laid: [lay('A'), lay('B', { from: 10, to: 20 })] };
    const lines = placedLines(blankJob('Yard'), run);
    expect(lines.map(({ from, to }) => [from, to])).toEqual([
      [0, 30],
      [10, 20],
    ]);
    const names = (from: number, to: number) => linesIn(lines, from, to).map(({ name }) => name);
    expect([names(0, 10), names(5, 15), names(20, 30), names(20, 20)]).toEqual([['A'], ['A', 'B'], ['A'], ['A', 'B']]);
  });
});

describe('lines of the job’s own', () => {
  const run: Run = { ...levelRun(), laid: [blankLaidLine('Line', own.id)] };
  test('come before the catalogue’s; without them the run says which is missing, and is drawn with another', () => {
    const job = { ...blankJob('Yard'), products: [own] };
    expect(productOf(job, run)).toBe(own);
    expect(productsKnown(job, run)).toBe(true);
    expect(withKnownProducts(job, run)).toBe(run);
    expect(productsKnown(blankJob('Yard'), run)).toBe(false);
    expect(productsKnown(blankJob('Yard'), withKnownProducts(blankJob('Yard'), run))).toBe(true);
  });
  test.each<[string, Partial<Product>, string]>([
    ['nothing across', { od: 0 }, 'A line is at least 3 mm thick.'],
    ['four metres across', { od: 4 }, 'A line is at most 3 m thick.'],
    ['all wall', { wall: 0.055 }, 'nothing is left inside'],
    ['no bedding', { beds: [] }, 'Name a bedding it may lie in.'],
    ['an id of the catalogue’s', { id: 'drain-110' }, 'The id of an own line begins with “own-”.'],
  ])('%s is refused', (_, change, sentence) =>
    expect(jobFaults({ products: [{ ...own, ...change } as typeof own] }).join('\n')).toContain(sentence),
  );
  test('twice the same line or the same distance, or an upper one of neither, is refused', () => {
    const between: Job['separations'][number] = { between: ['power', 'data'], across: 1, over: 1, by: 'owner', reason: 'letter' };
    expect(jobFaults({ products: [own, own] })).toEqual(['products[1].id: This line is there twice; keep one.']);
    expect(jobFaults({ separations: [between, { ...between, between: ['data', 'power'] }] })).toEqual([
      'separations[1].between: The distance of these two is changed twice; keep one.',
    ]);
    expect(jobFaults({ separations: [{ ...between, upper: 'gas' }] })).toEqual([
      'separations[0].upper: The upper one has to be one of the two.',
    ]);
  });
  test('a file with a line nobody knows any more is read back as it was written, and its run says so', () => {
    const file: JobFile = { format: 'tamper-job', version: FILE_VERSION, job: blankJob('Yard'), runs: [run], book: [], revisions: [] };
    const read = readJobFile(writeJobFile(file));
    expect(read).toEqual(file);
    expect(productsKnown(read.job, read.runs[0] as Run)).toBe(false);
    expect(() => placedLines(read.job, read.runs[0] as Run)).toThrow(
      '“own-drain-1” is neither in the catalogue nor among this job’s own lines.',
    );
  });
});
