import fc from 'fast-check';
import { metres } from '../generators.testing';
import { applyPatches, blankPit, reachSplit, straightBore } from '../job';
import { planRun } from '../plan/plan';
import { bookEntry } from '../testing';
import { designsOf, digReport } from '.';
import { job, NOW, rules, run } from './drain.testing';
import { check } from './facts.testing';
import { isChecked } from './shape';

describe('a run that is bored on its way', () => {
  const method = { ...straightBore, bore: 0.16, rod: 1.5, launch: blankPit(2, 1), receiving: blankPit(1, 1) };
  const boredFrom = (from: number, to: number, layer: 'bottom' | 'pipe' = 'bottom') => {
    const bored = applyPatches(run, reachSplit(run, run.reaches[0]?.id ?? '', { from, to }, { method }));
    const { places } = planRun(job, bored);
    const its = designsOf(job, bored, places);
    return (...checks: [number, number][]) =>
      digReport({
        job,
        run: bored,
        places,
        rules,
        book: checks.map(([at, off]) =>
          bookEntry(
            check(at, {
              layer,
              found: { as: 'level', value: (its(at, null)?.[layer === 'pipe' ? 'invert' : layer] ?? 0) + off },
              widthBottom: 0.6,
            }),
          ),
        ),
        now: NOW,
      });
  };
  test('what lies between two levels is told where it was dug open: nothing is filled, humped or left to check in the bore', () => {
    const report = boredFrom(10, 12)([5.5, -0.035], [9.5, -0.035], [12.5, 0.03], [17, 0.03]);
    const [bottom] = report.layers;
    expect(bottom?.stretches.map(({ from, to, side }) => [from, to, side])).toEqual([
      [5.5, 9.5, 'deep'],
      [12.5, 17, 'high'],
    ]);
    expect(bottom?.stretches[0]?.volume).toBeCloseTo(4 * 0.035 * 0.6, 9);
    expect(report.fills).toMatchObject([{ volume: expect.closeTo(4 * 0.035 * 0.6, 9) as number }]);
    expect(bottom?.bumps).toEqual([]);
    // It lies 28 mm higher past the bore: water in the trench does not come through to it, what runs in the pipe does.
    expect(bottom?.ponds).toEqual([]);
    const [pipe] = boredFrom(10, 12, 'pipe')([5.5, -0.035], [9.5, -0.035], [12.5, 0.03], [17, 0.03]).layers;
    expect(pipe?.ponds).toMatchObject([{ over: 12.5, depth: expect.closeTo(0.065 - 3 / 80, 9) as number }]);
    expect(report.unchecked).toEqual([]);
    expect(boredFrom(10, 30)([5.5, 0], [9.5, 0], [31, 0], [36, 0]).unchecked).toEqual([]);
    expect(boredFrom(10, 20)([5.5, 0], [9.5, 0], [31, 0], [36, 0]).unchecked).toEqual([{ from: 20, to: 28.5 }]);
  });
  test('wherever it is bored and levels were taken: nobody has checked a station exactly where its own piece of trench says so', () => {
    const stations = fc.array(metres(0, 40), { minLength: 1, maxLength: 8 });
    fc.assert(
      fc.property(metres(4, 18), metres(20, 36), stations, metres(0, 40), (from, to, list, at) => {
        const report = boredFrom(from, to)(...list.map((station): [number, number] => [station, 0]));
        const taken = report.layers[0]?.checks.map(({ station }) => station) ?? [];
        expect(taken.every((one) => one <= from + 1e-6 || one >= to - 1e-6)).toBe(true);
        const own = taken.filter((one) => (at < from ? one <= from + 1e-6 : one >= to - 1e-6));
        const between = taken.length > 0 && at > (taken[0] as number) && at < (taken.at(-1) as number);
        const edges = report.unchecked.flatMap((one) => [one.from, one.to]);
        if ([...edges, ...taken, from, to].some((edge) => Math.abs(edge - at) < 1e-3)) return;
        const apart = rules.levelApart.value ?? NaN;
        expect(report.unchecked.some((one) => at > one.from && at < one.to)).toBe(
          between && !(at > from && at < to) && !isChecked(own, apart, at),
        );
      }),
      { numRuns: 60 },
    );
  });
});
