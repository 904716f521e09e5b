import fc from 'fast-check';
import { machines, type Arm } from '../catalogue';
import { times } from '../generators.testing';
import { blankJob, type Run } from '../job';
import { jobSchema } from '../job/schema';
import { OPENS, tipReach } from '../machine';
import { reaches } from '../machine/envelope';
import { planRun, sectionAt } from '../plan';
import { levelRun } from '../testing';
import { heapShape, mostHeap, windrow } from '.';

const { arm } = machines.t17;
/** The same with a boom that hardly rises: height is what it lacks, not reach. */
const low = { ...machines.t35.arm, boomTurn: [machines.t35.arm.boomTurn[0], (20 * Math.PI) / 180] as [number, number] };
const LOAM = (38 * Math.PI) / 180;
/** Does the arm itself get there, however that was worked out? */
const overWith = (one: Arm) => (x: number, height: number) => reaches(one, { x, z: height + OPENS });

describe('the shape of a heap', () => {
  test('1.2 m² of loam 1 m off comes to a ridge: 2.48 m wide, 0.97 m high', () => {
    const shape = heapShape(1.2, LOAM, 1, arm);
    expect(shape).toMatchObject({ ...windrow(1.2, LOAM), top: 0 });
    expect(shape.base).toBeCloseTo(2.48, 2);
    expect(shape.height).toBeCloseTo(0.97, 2);
  });
  test('5 m² beside a boom that rises 20° only is flat: 1.98 m of ridge are higher than it tips', () => {
    expect(windrow(5, LOAM).height).toBeCloseTo(1.976, 3);
    const { base, height, top } = heapShape(5, LOAM, 0.6, low);
    expect(tipReach(low, 1.976)).toBeLessThan(0.6 + windrow(5, LOAM).base / 2);
    expect(height).toBeLessThan(1.976);
    expect(((base + top) / 2) * height).toBeCloseTo(5, 9);
    expect(heapShape(5, LOAM, 0.6, machines.t8.arm).top).toBe(0);
  });
  test('any heap holds its area at its repose and its far top is tipped over, as steeply as possible; none is spread that the arm tips as a ridge', () => {
    let [flats, far] = [0, 0];
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 6, noNaN: true }),
        fc.double({ min: 0.5, max: 0.75, noNaN: true }),
        fc.double({ min: 0.3, max: 3, noNaN: true }),
        fc.constantFrom(machines.t17.arm, low),
        (area, repose, inner, arm) => {
          const over = overWith(arm);
          const { base, height, top, past } = heapShape(area, repose, inner, arm);
          expect(((base + top) / 2) * height).toBeCloseTo(area, 6);
          expect(base - top).toBeCloseTo((2 * height) / Math.tan(repose), 6);
          // Further out counts: a machine tips over the ridge from the other side of what it cannot fold back to.
          const holds = (h: number) => Array.from({ length: 120 }, (_, i) => inner + area / h + i / 20).some((x) => over(x, h));
          if (past > 1e-6) {
            far++;
            // Neither as a ridge nor at any height of a fine grid.
            for (let h = 0.15; h < height; h += 0.05) expect(inner + area / h).toBeGreaterThan(tipReach(arm, h) - 1e-6);
            return;
          }
          expect(holds(height)).toBe(true);
          if (top === 0) return;
          flats++;
          // As steep as can be: none of a fine grid of heights above it is within reach.
          for (let h = height + 0.01; h < windrow(area, repose).height; h += 0.01)
            expect(inner + area / h).toBeGreaterThan(tipReach(arm, h));
        },
      ),
      { numRuns: times(150) },
    );
    expect(flats).toBeGreaterThan(5);
    expect(far).toBeGreaterThan(5);
  });
});

test('what a strip takes is the greatest heap that fits it: brute force over heights', () => {
  let flats = 0;
  fc.assert(
    fc.property(
      fc.double({ min: -1, max: 10, noNaN: true }),
      fc.double({ min: 0.6, max: 0.75, noNaN: true }),
      fc.double({ min: 0.3, max: 3, noNaN: true }),
      fc.constantFrom(machines.t17.arm, low),
      (strip, repose, inner, arm) => {
        const most = mostHeap(strip, repose, inner, arm);
        let best = 0;
        for (let h = 0.1; h <= Math.max(0, (strip * Math.tan(repose)) / 2); h += 0.01) {
          const top = Math.min(strip - h / Math.tan(repose), tipReach(arm, h) - inner);
          if (top >= h / Math.tan(repose)) best = Math.max(best, h * top);
        }
        expect(most).toBeGreaterThanOrEqual(best - 1e-9);
        expect(most).toBeLessThanOrEqual(best * 1.02 + 0.05);
        if (most <= 0.02) return;
        // And that heap has the shape it says.
        const shape = heapShape(most * 0.999, repose, inner, arm);
        expect(shape.base).toBeLessThanOrEqual(strip + 1e-5);
        expect(shape.past).toBeLessThanOrEqual(1e-4);
        if (shape.top > 0) flats++;
      },
    ),
    { numRuns: times(100) },
  );
  expect(flats).toBeGreaterThan(0);
});

test('a run with a heap higher than its machine tips shows it flat, and wider than its corridor', () => {
  const own = { ...machines.t35, id: 'own-low', arm: low };
  const job = jobSchema.parse({ ...blankJob('Yard'), machines: [own], machine: 'own-low' });
  const run: Run = levelRun({ depth: 1.7, bottomWidth: 2 });
  const wide = { ...run, spoil: { ...run.spoil, side: 'right' as const, setback: 0.6, corridorRight: 8 } };
  const [heap] = sectionAt(job, wide, 5).heaps;
  expect(heap?.top).toBeGreaterThan(0);
  expect(heap?.outline).toHaveLength(4);
  const codes = (corridorRight: number) =>
    planRun(job, { ...wide, spoil: { ...wide.spoil, corridorRight } }).findings.map(({ code }) => code);
  expect(codes(8)).not.toContain('machine.tip');
  // Where a ridge would just fit, the flat heap does not.
  const ridge = (heap?.inner ?? 0) + windrow(heap?.area ?? 0, LOAM).base;
  expect(codes(ridge + 0.01)).toContain('spoil.room');
});
