import fc from 'fast-check';
import type { Kept } from '../book';
import { coverReasonsAt, prepareCover } from '../gates/cover';
import type { PlannedRevision } from '../gates/enter';
import { metres, times } from '../generators.testing';
import { applyPatches, blankJob, blankPit, reachSplit, straightBore, type Run } from '../job';
import { planRun } from '../plan/plan';
import { resolveRules } from '../rules';
import { bookEntry, levelRun } from '../testing';
import { bedAt, layReport } from '.';

const NOW = Date.parse('2026-11-02T12:00:00Z');
const job = blankJob('Yard', 'UK');
const id = (number: number) => `10000000-0000-4000-8000-${String(number).padStart(12, '0')}`;
const issued = (number: number, run: Run): PlannedRevision => ({
  ...{ id: id(number), number, job, run },
  ...{ rules: resolveRules('UK'), plan: planRun(job, run) },
});
const bed = (station: number, thickness: number, of = 1) => bookEntry({ kind: 'bed', station, thickness, revision: id(of), note: '' });
const wantOf = (revisions: PlannedRevision[], book: Kept[]) => {
  const all = prepareCover({ revisions, book, heard: NOW, now: NOW, device: id(9), units: 'metric' });
  return (at: number) => all && coverReasonsAt(all, at).flatMap((one) => (one.id.startsWith('bed') ? [one.id] : []));
};

const base = levelRun({ length: 12, depth: 1.2, bedding: 0.15, bottomWidth: 0.6 });
const deeper = levelRun({ length: 12, depth: 1.5, bedding: 0.15, bottomWidth: 0.6 });

describe('a bed measured by another plan', () => {
  const book = [0, 4, 8, 12].map((at) => bed(at, 0.15));
  test('counts where that asks for the same; where the trench goes deeper since, nobody has measured the bed', () => {
    expect(wantOf([issued(1, base)], book)(6)).toEqual([]);
    expect(wantOf([issued(1, base), issued(2, { ...base, name: 'The same' })], book)(6)).toEqual([]);
    expect(wantOf([issued(1, base), issued(2, deeper)], book)(6)).toEqual(['bed']);
    expect(wantOf([issued(1, base), issued(2, deeper)], [...book, ...[0, 4, 8, 12].map((at) => bed(at, 0.15, 2))])(6)).toEqual([]);
  });
  test('of a plan that is not known here it counts for nothing; one too thin is told all the same', () => {
    expect(wantOf([issued(2, base)], book)(6)).toEqual(['bed']);
    expect(wantOf([issued(2, base)], [bed(4, 0.1), bed(8, 0.1)])(6)).toEqual(['bedThin']);
  });
});

describe('a run that is bored on its way', () => {
  const bored = (from: number, to: number): Run => {
    const method = { ...straightBore, bore: 0.16, rod: 1.5, launch: blankPit(2, 1), receiving: blankPit(1, 1) };
    return applyPatches(base, reachSplit(base, base.reaches[0]?.id ?? '', { from, to }, { method }));
  };
  test('what was read before the bore says nothing past it', () => {
    const revisions = [issued(1, bored(5, 6))];
    expect(wantOf(revisions, [bed(4, 0.15)])(4.5)).toEqual([]);
    expect(wantOf(revisions, [bed(4, 0.15)])(6.2)).toEqual(['bed']);
    // Thin on the far side: nothing is missing on this one.
    const report = layReport({ revisions, force: revisions[0] as PlannedRevision, book: [bed(4.5, 0.15), bed(6.5, 0.05)], now: NOW });
    expect(bedAt(report, 4.9)).toBe(0.15);
    expect(bedAt(report, 6.1)).toBe(0.05);
    expect(bedAt(report, 5.5)).toBeUndefined();
    expect(report.bed.short).toEqual([]);
  });
  test('wherever it is bored, each piece says what a run of its own would say', () => {
    const read = fc.array(fc.record({ at: metres(2, 9.5), mm: fc.integer({ min: 50, max: 200 }) }), { minLength: 1, maxLength: 8 });
    fc.assert(
      fc.property(metres(4, 5.5), metres(6, 7.5), read, metres(3, 8.5), (from, to, list, at) => {
        const revisions = [issued(1, bored(from, to))];
        const force = revisions[0] as PlannedRevision;
        const sayOf = (some: typeof list) =>
          bedAt(layReport({ revisions, force, book: some.map((one) => bed(one.at, one.mm / 1000)), now: NOW }), at);
        if ([from, to].some((edge) => Math.abs(edge - at) < 1e-3)) return;
        const own = list.filter((one) => (at < from ? one.at <= from : one.at >= to));
        expect(sayOf(list)).toBe(at > from && at < to ? undefined : sayOf(own));
      }),
      { numRuns: times(60) },
    );
  });
});
