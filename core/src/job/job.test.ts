import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { z } from 'zod';
import { demoFile } from '../demo';
import { readGroundTable, writeGroundCsv } from '../formats';
import { planRun } from '../plan/plan';
import { anyRun, times } from '../generators.testing';
import { levelRun, refusals } from '../testing';
import { applyPatches, check, errorsOf, LostPathError, merge, plainRun, sameJson, type Run } from '.';
import { readJobFile, writeJobFile } from './file';
import { runSchema } from './schema';

const errors = (work: () => unknown) => refusals(work).map(({ field, message }) => `${field}: ${message}`);
const readStations = (text: string, units: 'metric' | 'us') => {
  const read = readGroundTable(text, units);
  return read.kind === 'stations' ? read.stations : [];
};
const broken = (...patches: { path: (string | number)[]; value: unknown }[]) =>
  errors(() => readJobFile(JSON.stringify(applyPatches(demoFile as unknown, patches))));

describe('job file', () => {
  test('the demo reads back as it was written, and plans', () => {
    const file = readJobFile(writeJobFile(demoFile));
    expect(file).toEqual(demoFile);
    for (const run of file.runs) expect(planRun(file.job, run).volumes.trench).toBeGreaterThan(0);
  });
  test('any run survives the file and plans the same', () => {
    fc.assert(
      fc.property(anyRun, (run) => {
        const document = plainRun(run);
        const file = readJobFile(writeJobFile({ ...demoFile, runs: [document] }));
        expect(planRun(file.job, file.runs[0] as typeof run)).toEqual(planRun(demoFile.job, document));
      }),
      { numRuns: times(30) },
    );
  });
  test.each([
    [
      'a non-number',
      [{ path: ['runs', 0, 'stations', 1, 'ground'], value: 'high' }],
      'runs[0].stations[1].ground: Needs a number, not "high".',
    ],
    ['an unknown key', [{ path: ['runs', 0, 'colour'], value: 'red' }], 'runs[0].colour: “colour” is not part of the format; take it out.'],
    ['a missing key', [{ path: ['runs', 0, 'surface'], value: undefined }], 'runs[0].surface: Missing; use "field", "footway", "road".'],
    ['a wrong choice', [{ path: ['job', 'ruleSet'], value: 'FR' }], 'job.ruleSet: "FR" is not one of "US", "UK", "AUNZ".'],
    [
      'an unknown wall',
      [{ path: ['runs', 0, 'reaches', 0, 'left'], value: { kind: 'round' } }],
      'runs[0].reaches[0].left.kind: Says a “kind” that is not known here.',
    ],
    [
      'a flat batter',
      [{ path: ['runs', 0, 'reaches', 0, 'left'], value: { kind: 'batter', ratio: 0 } }],
      'runs[0].reaches[0].left.ratio: A batter steeper',
    ],
    [
      'a negative cover',
      [{ path: ['runs', 1, 'reaches', 0, 'levels', 'cover'], value: -1 }],
      'runs[1].reaches[0].levels.cover: Cover cannot be less than nothing.',
    ],
    ['unsorted stations', [{ path: ['runs', 0, 'stations', 2, 'station'], value: 1 }], 'runs[0].stations[2].station: 1 m comes after 8 m'],
    ['a station twice', [{ path: ['runs', 0, 'stations', 2, 'station'], value: 8 }], 'runs[0].stations[2].station: 8 m is there twice'],
    [
      'a reach past the end',
      [{ path: ['runs', 0, 'reaches', 1, 'from'], value: 99 }],
      'runs[0].reaches[1].from: A reach at 99 m lies off the run',
    ],
    [
      'a first reach that starts late',
      [{ path: ['runs', 0, 'reaches', 0, 'from'], value: 2 }],
      'runs[0].reaches[0].from: The first reach starts where the run does',
    ],
    [
      'a rule changed without a reason',
      [{ path: ['job', 'overrides'], value: [{ rule: 'spoilSetback', value: 1, by: 'foreman', reason: '' }] }],
      'job.overrides[0].reason: Say why',
    ],
  ])('%s is named in one sentence', (_, patches, sentence) => {
    const found = broken(...patches);
    expect(found).toHaveLength(1);
    expect(found[0]).toContain(sentence);
  });
  test('every field at fault is named, not just the first', () => {
    expect(broken({ path: ['job', 'name'], value: '' }, { path: ['runs', 1, 'laid', 0, 'product'], value: 7 })).toHaveLength(2);
  });
  test('at most fifty errors are told, the last of which counts the rest', () => {
    const bad = (count: number) => errorsOf(z.array(z.number()), Array<string>(count).fill('x'));
    expect(bad(50).map(({ field }) => field)).toEqual(Array.from({ length: 50 }, (_, i) => `[${i}]`));
    expect(bad(12_345)).toHaveLength(50);
    expect(bad(12_345).at(-1)).toEqual({ field: 'more', message: '12,296 more; mend these first.' });
    const stations = Array.from({ length: 20_000 }, (_, i) => ({ station: i, ground: 'x' }));
    const faults = refusals(() => check(runSchema, { ...levelRun(), stations }));
    expect(faults).toHaveLength(50);
    expect(faults.at(-1)?.message).toContain('19,951 more');
  });
  test('what is not JSON, or far too large, is refused before anything else', () => {
    expect(errors(() => readJobFile('{'))[0]).toContain('not a JSON file');
    expect(errors(() => readJobFile(' '.repeat(8_000_001)))[0]).toContain('larger than 8 MB');
  });
  test('docs/job.schema.json and docs/rules.md are what the core says', async () => {
    const { jobJsonSchema, rulesPage } = await import('../../../scripts/docs');
    const doc = (name: string) => readFileSync(`${__dirname}/../../../docs/${name}`, 'utf8');
    expect(doc('job.schema.json')).toBe(jobJsonSchema());
    expect(doc('rules.md')).toBe(rulesPage());
  });
});

describe('patches and merges', () => {
  test('a patch shares what it does not touch', () => {
    const run = levelRun();
    const next = applyPatches(run, [{ path: ['reaches', 0, 'soil'], value: 'C' }]);
    expect(next.reaches[0]?.soil).toBe('C');
    expect(run.reaches[0]?.soil).toBe('B');
    expect(next.stations).toBe(run.stations);
    expect(() => applyPatches(run, [{ path: ['name', 'x'], value: 1 }])).toThrow('not there any more');
  });
  test('an item is meant by its id wherever it stands by then; one that is gone is told, not put somewhere else', () => {
    const two = { ...levelRun(), reaches: [levelRun().reaches[0]!, { ...levelRun().reaches[0]!, id: 'b', from: 12 }] };
    const between = { ...levelRun().reaches[0]!, id: 'c', from: 5 };
    const changed = applyPatches({ ...two, reaches: two.reaches.toSpliced(1, 0, between) }, [
      { path: ['reaches', 'b', 'soil'], value: 'A' },
    ]);
    expect(changed.reaches.map(({ id, soil }) => `${id} ${soil}`)).toEqual(['r0 B', 'c B', 'b A']);
    expect(() => applyPatches(levelRun(), [{ path: ['reaches', 'b', 'soil'], value: 'A' }])).toThrow(LostPathError);
    // Taken out twice is taken out; two who add one each end with both.
    expect(applyPatches(levelRun(), [{ path: ['structures', 'x'], value: undefined }]).structures).toEqual([]);
    expect(applyPatches(two, [{ path: ['reaches', 'd'], value: { ...between, id: 'd' } }]).reaches).toHaveLength(3);
  });
  test('two people changing different things both keep their change', () => {
    const base = levelRun();
    const mine = applyPatches(base, [{ path: ['name'], value: 'Mine' }]);
    const theirs = applyPatches(base, [{ path: ['reaches', 0, 'soil'], value: 'C' }]);
    const both = merge(base, mine, theirs);
    expect(both).toMatchObject({ collisions: [], doc: { name: 'Mine', reaches: [{ soil: 'C' }] } });
  });
  test('the same thing changed differently is a named collision, mine kept', () => {
    const base = levelRun();
    const both = merge(base, { ...base, name: 'Mine' }, { ...base, name: 'Theirs' });
    expect(both).toMatchObject({ collisions: ['name'], doc: { name: 'Mine' } });
  });
  test('a level, a line, a task or a day each changed or added by two people ends with both, or asks about exactly that one', () => {
    const run = levelRun();
    const add = (...stations: number[]): Run => ({
      ...run,
      stations: [...run.stations, ...stations.map((station) => ({ station, ground: 9 + station / 100 }))].sort(
        (a, b) => a.station - b.station,
      ),
    });
    expect(merge(run, add(5), add(12, 20)).doc.stations.map(({ station }) => station)).toEqual([0, 5, 12, 20, 30]);
    const other = add(5);
    expect(
      merge(run, add(5), { ...other, stations: other.stations.map((one) => (one.station === 5 ? { ...one, ground: 1 } : one)) }).collisions,
    ).toEqual(['stations[5]']);
    const fixed = (id: string, station: number): Run => ({ ...run, inverts: [{ id, station, invert: 9, keep: false }] });
    expect(merge(run, fixed('a', 4), fixed('b', 8)).doc.inverts.map(({ id }) => id)).toEqual(['a', 'b']);
    expect(merge(run, fixed('a', 4), fixed('b', 4))).toMatchObject({ collisions: ['inverts[a]'], doc: { inverts: [{ id: 'a' }] } });
    const job = (...tasks: { what: string; done?: boolean }[]) => ({
      tasks: tasks.map(({ what, done = false }) => ({ what, owner: 'foreman', done })),
      days: ['2026-12-25'],
    });
    const base = job({ what: 'Fence' }, { what: 'Signs' });
    const merged = merge(
      base,
      job({ what: 'Fence', done: true }, { what: 'Signs' }, { what: 'Pump' }),
      job({ what: 'Lamps' }, { what: 'Fence' }, { what: 'Signs', done: true }),
    );
    expect(merged.collisions).toEqual([]);
    expect(merged.doc.tasks.map(({ what, done }) => `${what} ${done}`).sort()).toEqual([
      'Fence true',
      'Lamps false',
      'Pump false',
      'Signs true',
    ]);
    expect(merge({ days: ['a'] }, { days: ['a', 'b'] }, { days: ['c', 'a'] }).doc.days.sort()).toEqual(['a', 'b', 'c']);
  });
  test('items nothing tells apart are merged by those that stayed, never by where they stand', () => {
    const rows = (...points: (string | [string, number])[]) => ({
      rows: points.map((point) => (typeof point === 'string' ? { point, fore: 1 } : { point: point[0], fore: point[1] })),
    });
    const base = rows('A', 'A', 'B', 'C');
    // One puts a row in front, the other changes the last: both stand.
    expect(merge(base, rows('X', 'A', 'A', 'B', 'C'), rows('A', 'A', 'B', ['C', 2]))).toEqual({
      collisions: [],
      doc: rows('X', 'A', 'A', 'B', ['C', 2]),
    });
    expect(merge(base, rows('A', 'A', 'B'), rows('A', 'A', 'B', 'C', 'D')).collisions).toEqual(['rows[3]']);
    expect(merge(base, rows('A', 'A', 'B', ['C', 3]), rows('A', 'A', 'B', ['C', 2])).collisions).toEqual(['rows[3].fore']);
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom<string>('a', 'b', 'c'), { maxLength: 8 }),
        fc.array(fc.nat(8), { maxLength: 3 }),
        (list, places) => {
          const changed = places.reduce((now, at) => now.toSpliced(Math.min(at, now.length), at % 2, `n${at}`), list);
          const wrap = (items: readonly string[]) => ({ list: items.map((point) => ({ point })) });
          // What only one side did is taken as it is, from whichever side.
          expect(merge(wrap(list), wrap(changed), wrap(list)).doc).toEqual(wrap(changed));
          expect(merge(wrap(list), wrap(list), wrap(changed)).doc).toEqual(wrap(changed));
        },
      ),
    );
  });
  test('equality ignores the order of keys', () => expect(sameJson({ a: 1, b: [{ c: 2 }] }, { b: [{ c: 2 }], a: 1 })).toBe(true));
});

describe('ground levels from CSV', () => {
  test.each([
    ['with a header', 'station,ground\n0,10\n10,10.5\n'],
    ['without one', '0,10\n10,10.5'],
    ['semicolons, a byte order mark and spaces', '\uFEFFStation; Ground\r\n0 ; 10\r\n 10;10.5 m\r\n'],
    ['tabs and blank lines', '0\t10\n\n0+010\t10.5\n\n'],
  ])('%s', (_, text) =>
    expect(readStations(text, 'metric')).toEqual([
      { station: 0, ground: 10 },
      { station: 10, ground: 10.5 },
    ]),
  );
  test('US stationing and feet', () => {
    const [, second] = readStations('0+00,32.8\n1+38.00,33.1', 'us');
    expect(second?.station).toBeCloseTo(42.0624, 9);
    expect(second?.ground).toBeCloseTo(33.1 * 0.3048, 9);
  });
  test.each([
    ['a word for a level', '0,10\n5,high\n10,10', 'line 2: “high” is not a level'],
    ['unsorted', '0,10\n10,10\n5,10', 'line 3: Station 5 comes after a greater one'],
    ['twice', '0,10\n10,10\n10,11', 'line 3: Station 10 is there twice'],
    ['one value', '0,10\n10', 'line 2: “10” has one value'],
    ['decimal commas', '0;10,5\n1;10,6', 'Use a point for decimals'],
    ['one line', '0,10', 'at least two lines'],
    ['binary', '0,10\u0000', 'not plain text'],
    ['too large', '0,1\n'.repeat(1_100_000), 'larger than 4 MB'],
    ['off the map', '0,10\n10,99999', 'outside −500 to 9,000 m'],
  ])('%s is refused with its line', (_, text, sentence) => expect(errors(() => readGroundTable(text, 'metric'))[0]).toContain(sentence));
  test('what is written reads back', () => {
    const stations = demoFile.runs[0]?.stations ?? [];
    expect(readStations(writeGroundCsv(stations), 'metric')).toEqual(stations);
  });
  test('a run holds at most 20,000 stations', () => {
    const run = { ...levelRun(), stations: Array.from({ length: 20_001 }, (_, i) => ({ station: i / 2, ground: 10 })) };
    expect(errorsOf(runSchema, run)[0]?.message).toContain('20,000');
  });
});
