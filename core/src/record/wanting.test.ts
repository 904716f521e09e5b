import type { Fact, FilledFact, Kept } from '../book';
import { filledFact } from '../fill/facts.testing';
import { fillReport, settlementAt, settlesMost, unreadIn } from '../fill';
import { blankJob, type Reach, type Run } from '../job';
import { planRun } from '../plan/plan';
import { resolveRules } from '../rules';
import { bookEntry, levelRun, withInverts } from '../testing';
import { recordOf } from './record';

const now = Date.parse('2026-11-02T12:00:00Z');
const REVISION = '10000000-0000-4000-8000-000000000001';
const job = blankJob('Yard', 'UK');
const rules = resolveRules('UK');
const level = levelRun({ length: 24, depth: 1.2, protection: 'none' });
const [reach] = level.reaches as [Reach];
const run: Run = {
  ...level,
  surface: 'road',
  reaches: [
    { ...reach, id: 'a' },
    { ...reach, id: 'b', from: 12 },
  ],
};
const plan = planRun(job, run);
const lift = (change: Partial<FilledFact> = {}): FilledFact => filledFact({ mark: { from: 'ground', at: 0 }, thickness: 2, ...change });
const of = (its: Run, book: readonly Kept[]) => ({ job, run: its, places: planRun(job, its).places, rules, book, now });
const tasks = (book: readonly Kept[]) => recordOf({ ...of(run, book), places: plan.places }).tasks;
const surfaces = (book: readonly Kept[]) =>
  tasks(book).open.flatMap(({ about, what, owner }) => (about.startsWith('surface.') ? [{ about, what, owner }] : []));
const owed = (about: string): Fact => ({ kind: 'owed', about, what: 'Surface', owner: 'foreman', due: null });

describe('readings of a lift', () => {
  const read = (stations: readonly number[], change: Partial<FilledFact> = {}) => {
    const filled = bookEntry(lift(change));
    const readings = stations.map((station) =>
      bookEntry({ kind: 'fillRead', lift: filled.entry.id, station, tool: 'impact', value: 40, revision: REVISION, note: '' }),
    );
    const [one] = fillReport(of(run, [filled, ...readings])).lifts;
    return one ? unreadIn(one, rules) : undefined;
  };
  test('a reading speaks for half the spacing either way: three at one place are one', () => {
    expect(rules.readingApart.value).toBe(10);
    expect(read([])).toEqual([{ from: 0, to: 24 }]);
    expect(read([5])).toEqual([{ from: 10, to: 24 }]);
    expect(read([2, 2.5, 3])).toEqual([{ from: 8, to: 24 }]);
    expect(read([4, 12, 20])).toEqual([]);
    expect(read([1], { to: 3 })).toEqual([]);
  });
  test('what is not compacted, and fine fill, is not read', () => {
    expect(read([], { compactor: null })).toEqual([]);
    expect(read([], { layer: 'fine' })).toEqual([]);
  });
});

describe('the surface to be made good', () => {
  test('is a task of each reach: whoever sees to it does so while parts of it are made good, until all is', () => {
    const [first] = [bookEntry(lift({ to: 3, mark: { from: 'ground', at: 0.2 } }))];
    const said = bookEntry(owed('surface.a'));
    expect(surfaces([first, said])).toEqual([
      { about: 'surface.a', what: 'Surface to be made good, 0.0 m to 12.0 m', owner: 'foreman' },
      { about: 'surface.b', what: 'Surface to be made good, 12.0 m to 24.0 m', owner: undefined },
    ]);
    const part = [bookEntry(lift({ from: 3, to: 5 })), bookEntry(lift({ from: 9, to: 12 }))];
    expect(surfaces([first, said, ...part])[0]).toEqual({
      about: 'surface.a',
      what: 'Surface to be made good, 0.0 m to 3.0 m, 5.0 m to 9.0 m',
      owner: 'foreman',
    });
    expect(tasks([first, said, ...part]).closed).toEqual([]);
    const all = bookEntry(lift({ to: 12 }));
    expect(surfaces([first, said, all]).map(({ about }) => about)).toEqual(['surface.b']);
    expect(tasks([first, said, all]).closed.map(({ about }) => about)).toEqual(['surface.a']);
  });
  test('what was entered by the metre it began at is of the reach there', () => {
    const book = [bookEntry(lift({ to: 3, mark: { from: 'ground', at: 0.2 } })), bookEntry(owed('surface.13.5'))];
    expect(surfaces(book).map(({ owner }) => owner)).toEqual([undefined, 'foreman']);
    expect(tasks(book).closed).toEqual([]);
  });
});

describe('what sinks', () => {
  test('is said where it sinks most, not where its middle does', () => {
    const book = [bookEntry(lift({ from: 14, to: 20, compactor: null, passes: 0 }))];
    const fill = fillReport(of(run, book));
    expect(settlementAt(fill, 12)).toBeUndefined();
    expect(settlesMost(fill, { from: 0, to: 24 })?.station).toBeCloseTo(14, 2);
    const visits = tasks(book).open.filter(({ about }) => about.startsWith('visit.'));
    expect(visits.map(({ about }) => about)).toEqual(['visit.b']);
  });
  test('goes by how thick a lift is there, not by the most it is anywhere', () => {
    const falling = withInverts(level, 9.4, 8.4);
    const fill = fillReport(of(falling, [bookEntry(lift({ compactor: null, passes: 0 }))]));
    const at = (station: number) => settlementAt(fill, station)?.crown ?? NaN;
    const bed = (station: number) => fill.sections(station)?.bed ?? NaN;
    expect(at(20) / at(4)).toBeCloseTo(bed(20) / bed(4), 9);
    expect(bed(20)).toBeGreaterThan(bed(4) + 0.5);
  });
});
