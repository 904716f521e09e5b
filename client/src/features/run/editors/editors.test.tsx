import { blankJob, blankExisting, blankRun, structureAt, productOf, levelsOn, type Job, type Run } from '@tamper/core';
import { sensitiveDecisions } from '@tamper/core/sensitivity';
import { screen } from '@testing-library/react';
import { choose, field, onRun, press, type } from '../../../testing/benches';
import { BedEditor } from './BedEditor';
import { FallEditor } from './FallEditor';
import { ProtectionEditor } from './ProtectionEditor';
import { LevelBookEditor } from './LevelBookEditor';
import { LevelsEditor } from './LevelsEditor';
import { LaidLinesEditor } from './LaidLinesEditor';
import { ExistingEditor } from './ExistingEditor';
import { ReachEditor } from './ReachEditor';
import { SpoilEditor } from './SpoilEditor';
import { StructuresEditor } from './StructuresEditor';
import { WallEditor } from './WallEditor';
import { AccessEditor } from './AccessEditor';
import { WidthEditor } from './WidthEditor';

const mockSensitive = (job: Job, run: Run, line: string) => sensitiveDecisions(job, run, line);
jest.mock('../../../workers/studyWorker', () => ({ studyWorker: () => undefined }));
jest.mock('../../../workers/useLatest', () => ({
  useLatest: (_: unknown, inputs: { job: Job; run: Run; line: string }) => ({
    result: { inputs, value: { value: mockSensitive(inputs.job, inputs.run, inputs.line) } },
  }),
}));
jest.mock('../../../workers/useTask', () => ({
  useTask: () => ({ task: { kind: 'idle' }, start: () => undefined, cancel: () => undefined }),
}));

/** Forty metres of drain, 0.6 m under level ground at 10 m. */
const drain = (): Run => blankRun({ name: 'Drain', length: 40, product: 'drain-160', cover: 0.6, ruleSet: 'UK' });
const invertAt = (run: Run, station: number) => levelsOn(run, productOf(blankJob('Bench'), run), station).invert;

describe('depth and fall', () => {
  test('from cover to inverts the line stays where it lies; a typed fall moves the far invert', () => {
    const seen = onRun(<FallEditor />, drain());
    const before = invertAt(seen.run, 0);
    choose('Levels by', 'Inverts');
    expect(seen.run.reaches[0]?.levels).toEqual({ kind: 'gravity' });
    expect(invertAt(seen.run, 0)).toBeCloseTo(before, 9);
    type('Fall, the start to the end', '1:80');
    expect(invertAt(seen.run, 40)).toBeCloseTo(before - 0.5, 9);
    expect(screen.getByText(/^Half full .* Manning, n/)).toBeTruthy();
  });
  test('back to cover the reach keeps the cover it has where it starts', () => {
    const seen = onRun(<FallEditor />, drain());
    choose('Levels by', 'Inverts');
    type('Invert at the start', '8.9');
    choose('Levels by', 'Cover');
    expect(invertAt(seen.run, 0)).toBeCloseTo(8.9, 9);
  });
  test('an invert in between is fixed where the line is now, can be kept, moved and let go', () => {
    const seen = onRun(<FallEditor />, drain(), { cursor: 10 });
    choose('Levels by', 'Inverts');
    press('Fix the invert at 10.0 m');
    expect(seen.run.inverts.map(({ station }) => station)).toEqual([0, 10, 40]);
    press('Keep the invert at 10.0 m');
    expect(seen.run.inverts[1]?.keep).toBe(true);
    type('Station of level 2', '15');
    expect(seen.run.inverts[1]?.station).toBe(15);
    press('Remove the invert at 15.0 m');
    expect(seen.run.inverts).toHaveLength(2);
  });
  test('a fall nobody can read stays in the field with a sentence and moves nothing', () => {
    const seen = onRun(<FallEditor />, drain());
    choose('Levels by', 'Inverts');
    const before = seen.run;
    type('Fall, the start to the end', 'steep');
    expect(field('Fall, the start to the end').value).toBe('steep');
    expect(screen.getByText(/“steep”/)).toBeTruthy();
    expect(seen.run).toBe(before);
  });
});

describe('reaches', () => {
  test('are split at the cursor, moved, and joined again', () => {
    const seen = onRun(<ReachEditor />, drain(), { cursor: 15 });
    press('New reach from 15.0 m');
    expect(seen.run.reaches.map(({ from }) => from)).toEqual([0, 15]);
    type('Starts at', '20');
    expect(seen.run.reaches[1]?.from).toBe(20);
    // The cursor went along, so that the field is still this reach's.
    expect(seen.cursor).toBe(20);
    press('Join to the reach before');
    expect(seen.run.reaches).toHaveLength(1);
  });
  test('one that is bored says how many rods it takes between its pits', () => {
    const seen = onRun(<ReachEditor />, drain());
    choose('This reach is', 'No-dig: bored');
    // 40 m less a launch pit of 2.5 m and a receiving pit of 1.5 m, in rods of 1.5 m.
    expect(screen.getByText(/36 m along the hole between the pits: 24 rods/)).toBeTruthy();
    type('Length of a rod', '3');
    expect(screen.getByText(/: 12 rods/)).toBeTruthy();
    choose('This reach is', 'Dug open');
    expect(seen.run.reaches[0]?.method).toEqual({ kind: 'open' });
  });
});

describe('chambers', () => {
  test('one is added at the cursor, renamed, moved, its pit left out and put back, and removed', () => {
    const seen = onRun(<StructuresEditor />, drain(), { cursor: 12 });
    press('Chamber at 12.0 m');
    type('Name of the structure', 'Corner');
    type('Stands at', '14');
    type('Across', '600');
    expect(seen.run.structures).toMatchObject([{ name: 'Corner', station: 14, diameter: 0.6, pit: { below: 0.15 } }]);
    press('No wider pit');
    expect(seen.run.structures[0]?.pit).toBeNull();
    press('Dig a wider pit for it');
    type('Deeper than the trench', '0.3');
    expect(seen.run.structures[0]?.pit).toMatchObject({ below: 0.3 });
    press('Remove Corner');
    expect(seen.run.structures).toEqual([]);
    expect(screen.getByText('None yet.')).toBeTruthy();
  });
  test('two of one name are refused, and the first stays as it was', () => {
    const base = drain();
    const seen = onRun(<StructuresEditor />, { ...base, structures: [structureAt(base, 5, 'chamber', 'c1')] }, { cursor: 20 });
    press('Chamber at 20.0 m');
    expect(seen.run.structures.map(({ name }) => name)).toEqual(['C1', 'C2']);
    type('Name of the structure', 'C1');
    expect(screen.getByText('“C1” is there twice on this run; give it another name.')).toBeTruthy();
    expect(seen.run.structures.map(({ name }) => name)).toEqual(['C1', 'C2']);
  });
});

describe('existing lines', () => {
  const crossed = (): Run => ({ ...drain(), existing: [{ ...blankExisting('Cable', 20), kind: 'power', evidence: 'detected' }] });
  const openCable = (run = crossed()) => {
    const seen = onRun(<ExistingEditor />, run, { cursor: 20 });
    press(/Cable · 20\.0 m/);
    return seen;
  };
  test('an angle is typed in degrees and kept in radians; nonsense is refused', () => {
    const seen = openCable();
    type('Angle to the run', '60°');
    expect(seen.run.existing[0]?.where).toMatchObject({ angle: Math.PI / 3 });
    type('Angle to the run', '0');
    expect(seen.run.existing[0]?.where).toMatchObject({ angle: Math.PI / 3 });
  });
  test('a greatest cover above the least is refused with a sentence', () => {
    const seen = openCable();
    const before = seen.run.existing[0]?.coverMax;
    type('Greatest cover', '0.1');
    expect(seen.run.existing[0]?.coverMax).toBe(before);
    expect(field('Greatest cover').value).toBe('0.1');
  });
  test('it may run along instead of across', () => {
    const seen = openCable();
    choose('It runs', 'Along');
    expect(seen.run.existing[0]?.where).toEqual({ kind: 'parallel', from: 20, to: 30, offset: 1 });
    type('Offset, right of centre', '-0.8');
    expect(seen.run.existing[0]?.where).toMatchObject({ offset: -0.8 });
  });
  test('steps are ticked in order, and a record of what was found makes it exposed; records add up', () => {
    const seen = openCable();
    press('Step 2');
    press('Step 1');
    expect(screen.getByText('Say who digs: a role will do.')).toBeTruthy();
    expect(seen.book).toEqual([]);
    type('Who digs here', 'hand crew');
    press('Step 1');
    expect(screen.getByText(/Tick off in order; 1 of/)).toBeTruthy();
    press('Record what the dig brought');
    press('Not found');
    press('Record what the dig brought');
    type('Found: cover to its top', '0.5');
    press('Found it at 20.0 m');
    expect(seen.run.existing[0]?.exposures?.map(({ result }) => result)).toEqual(['found']);
    expect(seen.book.map(({ entry }) => entry.fact.kind)).toEqual(['steps', 'exposure', 'exposure']);
    expect(screen.getByText('settled since')).toBeTruthy();
    press(/Record it again/);
    expect(screen.getByText(/Cable · 20\.0 m · Exposed/)).toBeTruthy();
    expect(screen.getByText(/hand crew: found at 20\.0 m, 0\.50 m down/)).toBeTruthy();
    // What was found by mistake is put right from its own line; the search in vain counts again then.
    press(/^Put right: found at 20\.0 m/);
    type('What is wrong with it', 'a water pipe');
    press('It was wrong');
    expect(seen.run.existing[0]?.exposures?.map(({ result }) => result)).toEqual(['notFound']);
  });
  test('joined to a line of uncertain depth, the decisions that hang on it are listed', () => {
    const run = crossed();
    openCable({ ...run, existing: run.existing.map((line) => ({ ...line, kind: 'sewer', coverMin: 0.5, coverMax: 1.9 })) });
    press('The run is joined to this line');
    expect(screen.getByText(/these decisions change: plan with the worse end/)).toBeTruthy();
  });
});

describe('ground levels', () => {
  test('a station is added at the cursor, between its neighbours, and taken away', () => {
    const seen = onRun(<LevelsEditor />, drain(), { cursor: 25 });
    press('Add a station at 25.0 m');
    expect(seen.run.stations.map(({ station }) => station)).toEqual([0, 25, 40]);
    type('Ground at 25.0 m', '10.4');
    expect(seen.run.stations[1]?.ground).toBe(10.4);
    press('Remove station 25.0 m');
    expect(seen.run.stations).toHaveLength(2);
  });
  test('finished ground is typed beside it, and let go again', () => {
    const seen = onRun(<LevelsEditor />, drain());
    press('The ground will be raised or cut');
    type('Finished at 0.0 m', '10.3');
    expect(seen.run.stations[0]).toEqual({ station: 0, ground: 10, finished: 10.3 });
    press('The ground stays as it is');
    expect(seen.run.stations[0]).toEqual({ station: 0, ground: 10 });
  });
  test('American stations are typed and shown in feet, with their plus', () => {
    const seen = onRun(<LevelsEditor />, drain(), { job: { ...blankJob('Yard', 'US'), units: 'us' } });
    type('Station 2', '1+20');
    expect(seen.run.stations[1]?.station).toBeCloseTo(36.576, 6);
    expect(field('Station 2').value).toBe('1+20.00');
  });
});

describe('the level book', () => {
  test('is booked, reduced, closed and taken as ground levels', () => {
    const seen = onRun(<LevelBookEditor />, drain());
    press('Begin a level book');
    type('BS, line 1', '1.5');
    type('Point, line 2', 'start');
    type('Station, line 2', '0');
    type('IS, line 2', '1.2');
    press('Next line of the book');
    type('Point, line 3', 'end');
    type('Station, line 3', '40');
    type('IS, line 3', '1.6');
    expect(screen.getByText(/Not closed yet/)).toBeTruthy();
    press('Next line of the book');
    type('Point, line 4', 'BM');
    type('FS, line 4', '1.502');
    type('Known level, line 4', '10');
    expect(screen.getByText(/^Closes: 0\.002 m low/)).toBeTruthy();
    press('Take these as ground levels');
    // Height of instrument 11.5: 10.3 and 9.9, lifted by their share of 2 mm.
    expect(seen.run.stations.map(({ station }) => station)).toEqual([0, 40]);
    expect(seen.run.stations[0]?.ground).toBeCloseTo(10.3, 2);
    expect(seen.run.stations[1]?.ground).toBeCloseTo(9.9, 2);
    press('Throw the book away');
    expect(seen.run.levelBook).toBeNull();
  });
  test('one that cannot be reduced says what is missing, and takes nothing', () => {
    const seen = onRun(<LevelBookEditor />, drain());
    press('Begin a level book');
    type('IS, line 2', '1.2');
    expect(screen.getByText('The book cannot be reduced yet')).toBeTruthy();
    press('Take these as ground levels');
    expect(seen.run.stations).toEqual(drain().stations);
  });
});

describe('walls, width, bed, guard and spoil', () => {
  test('a batter is typed as a ratio or in degrees, and put on the other side too', () => {
    const seen = onRun(<WallEditor side="left" />, drain());
    choose('Left wall', 'Batter');
    type('Batter, horizontal:vertical or degrees', '45°');
    expect(seen.run.reaches[0]?.left).toEqual({ kind: 'batter', ratio: expect.closeTo(1, 9) });
    type('Batter, horizontal:vertical or degrees', '1.5:1');
    press('Same on the right');
    expect(seen.run.reaches[0]?.right).toEqual({ kind: 'batter', ratio: 1.5 });
  });
  test('benches are counted in whole numbers', () => {
    const seen = onRun(<WallEditor side="right" />, drain());
    choose('Right wall', 'Bench');
    type('Benches', 'two');
    expect(screen.getByText('Type a whole number of benches.')).toBeTruthy();
    type('Benches', '2');
    type('Tread', '0.9');
    expect(seen.run.reaches[0]?.right).toMatchObject({ kind: 'bench', count: 2, tread: 0.9 });
  });
  test('width says what is least here and on what basis; box panels are dug for', () => {
    const base = drain();
    const boxed: Run = { ...base, reaches: base.reaches.map((reach) => ({ ...reach, protection: 'shield', entry: true })) };
    const seen = onRun(<WidthEditor />, boxed);
    expect(screen.getByText(/^Least here: /)).toBeTruthy();
    expect(screen.getByText(/clear width plus both panels/)).toBeTruthy();
    type('Clear width at the bottom', '75 cm');
    expect(seen.run.reaches[0]?.bottomWidth).toBe(0.75);
    choose('Does anybody go in?', 'Nobody goes in');
    expect(seen.run.reaches[0]?.entry).toBe(false);
  });
  test('bed and surround are typed in millimetres', () => {
    const seen = onRun(<BedEditor />, drain());
    type('Bed under the line', '150');
    press(/^Tape over .*: None/);
    press('Above the line');
    press('Cover plates or tiles: None');
    press('Tile 300 mm × 150 mm');
    type('Rows', '2');
    press('Tracer wire along the line');
    expect(seen.run.reaches[0]).toMatchObject({
      bedding: 0.15,
      tapes: [{ id: seen.run.laid[0]?.id, school: 'line', distance: 0.3 }],
      plates: { length: 0.3, width: 0.15, rows: 2 },
      tracer: true,
    });
  });
  test('soil and guard, heap and ground, way and line go into the run', () => {
    const seen = onRun(
      <>
        <ProtectionEditor />
        <SpoilEditor />
        <AccessEditor />
        <LaidLinesEditor />
      </>,
      drain(),
    );
    choose('Soil class', 'C weak');
    choose('Heap on the', 'Both');
    type('Setback from the lip', '1');
    choose('Back into the trench?', 'All carted off');
    choose('The machine can leave at', 'Start');
    choose('Surface above', 'Road');
    type('Name of the run', 'Yard drain');
    expect(seen.run).toMatchObject({
      name: 'Yard drain',
      surface: 'road',
      spoil: { side: 'both', setback: 1, reuse: false },
      access: { exit: 'start' },
    });
    expect(seen.run.reaches[0]?.soil).toBe('C');
    expect(screen.getByText('The end is blind: dig from there, backing towards the way out.')).toBeTruthy();
    type('Name of the run', '');
    expect(seen.run.name).toBe('Yard drain');
  });
});
