import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { findProduct } from '../../catalogue';
import { demoFile } from '../../demo';
import { entrySchema, observedFile } from '../../book';
import { planRun } from '../../plan/plan';
import { errorsOf, FILE_VERSION, type Job, type JobFile, type Run } from '..';
import { readJobFile } from '../file';
import { issuedErrors } from '../issued';
import { upgradeIssued, upgradeJob, upgradeRun } from '.';

/** The demonstration as it was written in each format, and what its program made of it. */
interface Written {
  file: { version: number; job: unknown; runs: { name: string }[] };
  means: { name: string; trench: number; deepest: number }[];
}
const written = (version: number): Written =>
  JSON.parse(readFileSync(join(__dirname, 'history', `format${version}.json`), 'utf8')) as Written;

describe.each([1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11])('a file of format %d', (version) => {
  const { file, means } = written(version);
  const now = readJobFile(JSON.stringify(file));

  test('opens as one of today’s', () => {
    expect(file.version).toBe(version);
    expect(now.version).toBe(FILE_VERSION);
    expect(now.runs.map(({ name }) => name)).toEqual(file.runs.map(({ name }) => name));
  });
  test.each(means.map((meant) => [meant.name, meant] as const))('“%s” means the same: as much is dug, as deep', (name, meant) => {
    const { job, runs } = observedFile(now);
    const plan = planRun(job, runs.find((one) => one.name === name) as (typeof runs)[number]);
    expect(plan.volumes.trench).toBeCloseTo(meant.trench, 6);
    expect(plan.deepest.depth).toBeCloseTo(meant.deepest, 9);
  });
  test('comes out the same every time it is opened, on every device', () => expect(readJobFile(JSON.stringify(file))).toEqual(now));
  test('plans issued in it are read, and mean the same', () => {
    for (const run of file.runs) {
      const body = { job: file.job, run } as unknown as { job: Job; run: Run };
      expect(issuedErrors(body)).toEqual([]);
      const issued = upgradeIssued(body);
      const meant = means.find(({ name }) => name === run.name);
      expect(planRun(issued.job, issued.run).volumes.trench).toBeCloseTo(meant?.trench ?? NaN, 6);
    }
  });
  test('stays as it is once it is of today’s', () => {
    for (const run of now.runs) expect(upgradeRun(run)).toBe(run);
    expect(upgradeJob(now.job)).toBe(now.job);
  });
});

test('the first format’s levels: a cover for every reach, or inverts at both ends', () => {
  const [drain, supply] = readJobFile(JSON.stringify(written(1).file)).runs;
  expect(drain?.reaches.every(({ levels }) => levels.kind === 'gravity')).toBe(true);
  expect(drain?.inverts.map(({ station, invert }) => [station, invert])).toEqual([
    [0, 2.86],
    [48, 2.06],
  ]);
  expect(supply).toMatchObject({ inverts: [], reaches: [{ levels: { kind: 'cover' } }] });
});

test('the book a file has is still there when it is brought up to today’s format', () => {
  const { file } = written(11);
  const now = readJobFile(JSON.stringify(file));
  expect(now.book).toEqual((file as unknown as JobFile).book);
  expect(now.book).toHaveLength(1);
});

test('what the documents of format 7 held of what was observed stands in the book, and means the same', () => {
  const now = readJobFile(JSON.stringify(written(7).file));
  for (const { entry } of now.book) expect(errorsOf(entrySchema(), entry)).toEqual([]);
  const { job, runs } = observedFile(now);
  const { existing, clearing } = runs.find(({ name }) => name === 'Wash-down drain') as (typeof runs)[number];
  const [line] = existing;
  // Found after it was searched for in vain: the find holds.
  expect(line?.exposures).toMatchObject([{ result: 'found', by: 'foreman', cover: 0.7 }]);
  expect(clearing).toEqual([{ hidden: [], seen: [line?.id], done: 1 }]);
  const { clearance, pace } = job;
  expect(clearance).toMatchObject({ walked: { by: 'foreman', at: '2026-11-01T08:00:00.000Z' }, request: { remarked: '2026-11-01' } });
  expect(pace.logged).toEqual([{ activity: 'dig', amount: 12, hours: 4, note: 'clay', machine: job.machine }]);
});

test('a duct of format 8 held one kind of cable, and what was entered for the duct was the cable’s', () => {
  const { runs } = readJobFile(JSON.stringify(written(8).file));
  const laid = runs.flatMap((run) => run.laid);
  expect(laid.find(({ id }) => id === 'lights')).toMatchObject({
    circuit: null,
    loops: [],
    holds: [{ id: 'held', product: 'lv-3x6', count: 1, circuit: { amps: 16, fedFrom: 'start', loads: [] } }],
  });
  expect(laid.find(({ product }) => product === 'lv-4x25')?.circuit).toMatchObject({ amps: 63, loads: [] });
});

test('a broken one is still refused with its field', () => {
  const { file } = written(1) as unknown as { file: { runs: { profile: object }[] } };
  const broken = { ...file, runs: file.runs.map((run) => ({ ...run, profile: { kind: 'cover', cover: -1 } })) };
  expect(() => readJobFile(JSON.stringify(broken))).toThrow('runs[0].reaches[0].levels.cover: Cover cannot be less than nothing.');
});

test('what is new already, or nothing of ours, is left as it is', () => {
  const [run] = demoFile.runs;
  expect(upgradeRun(run)).toBe(run);
  expect(upgradeJob(demoFile.job)).toBe(demoFile.job);
  for (const value of [null, 7, 'run', [1]]) expect([upgradeRun(value), upgradeJob(value)]).toEqual([value, value]);
});

test('the one tape of format 9 lay over the leading line, plates were of one size, and tape had one price', () => {
  const { file } = written(9) as unknown as {
    file: { job: Record<string, unknown>; runs: { laid: { id: string }[]; reaches: object[] }[] };
  };
  const prices = [{ item: 'cover.tape', price: 11 }];
  const own = { ...findProduct('copper-22'), id: 'own-copper-22-1', material: undefined };
  const old = {
    ...file,
    job: { ...file.job, products: [own], rates: { ...(file.job.rates as object), prices } },
    runs: file.runs.map((run) => ({ ...run, reaches: run.reaches.map((reach) => ({ ...reach, plates: true })) })),
  };
  const { job, runs } = readJobFile(JSON.stringify(old));
  expect(job.owners).toEqual([]);
  expect(job.products[0]?.material).toBe('copper');
  expect(job.rates.prices).toContainEqual({ item: 'cover.tape.power', price: 11 });
  const supply = runs.find(({ name }) => name === 'Pontoon supply');
  expect(supply?.reaches[0]).toMatchObject({
    tapes: [{ id: supply?.laid[0]?.id, school: 'line', distance: 0.3 }],
    plates: { length: 0.9, width: 0.25, rows: null },
  });
  expect(supply?.laid[0]?.owner).toBeNull();
});
