import { applyPatches, blankJob, blankPit, straightBore, placedLines, type Run } from '../job';
import { runErrors } from '../job/observed';
import { planRun } from '../plan';
import { levelRun } from '../testing';
import { arrangeLines } from '../trench';
import { blankLaidLine } from '../job';
import { coverHeld, levelsOn } from '.';

const job = blankJob('Project', 'UK');
/** The project says how deep the trench is; the ground is raised by 0.2 m in the second half. */
const deep = (depth: number, change: Partial<Run> = {}): Run => {
  const base = levelRun();
  return {
    ...base,
    stations: [
      { station: 0, ground: 10 },
      { station: 15, ground: 10 },
      { station: 30, ground: 10, finished: 10.2 },
    ],
    reaches: base.reaches.map((reach) => ({ ...reach, levels: { kind: 'depth', depth } })),
    ...change,
  };
};

test('the trench is so deep under the finished level; cover is what comes of it', () => {
  const run = deep(1.1);
  const [reach] = run.reaches;
  const { od } = placedLines(job, run)[0]!.product;
  const plan = planRun(job, run);
  for (const station of [0, 7.3, 15, 22.9, 30]) {
    const { finished, bottom, cover, depth, ground } = levelsOn(run, placedLines(job, run)[0]!.product, station);
    expect(finished - bottom).toBeCloseTo(1.1, 12);
    expect(depth).toBeCloseTo(1.1 - (finished - ground), 12);
    expect(cover).toBeCloseTo(Math.min(ground, finished) - (bottom + reach!.bedding + od), 12);
  }
  // Where the ground is raised the lower one counts until then.
  expect(coverHeld(run, reach!, { od })).toBeCloseTo(1.1 - 0.2 - 0.1 - od, 12);
  expect(Math.max(...plan.profile.depth)).toBeCloseTo(1.1, 12);
});
test('too little cover for the line says how deep to dig, and that mends it', () => {
  const run = deep(0.7);
  const finding = planRun(job, run).findings.find(({ code }) => code === 'trench.cover');
  const [fix] = finding!.fixes;
  expect(fix?.code).toBe('dig');
  const mended = applyPatches(run, fix!.patches);
  expect(planRun(job, mended).findings.find(({ code }) => code === 'trench.cover')).toBeUndefined();
});
test('lines arranged in it are given the depth they need together', () => {
  const run = deep(0.9, { laid: [blankLaidLine('Water', 'water-32'), { ...blankLaidLine('Power', 'lv-4x25'), x: 0.1 }] });
  const [best] = arrangeLines(job, run, 0, 0).offers;
  const laid = applyPatches(run, best!.patches);
  expect(runErrors(laid)).toEqual([]);
  expect(laid.reaches[0]!.levels.kind).toBe('depth');
  expect(planRun(job, laid).findings.filter(({ code }) => code === 'trench.apart' || code === 'trench.cover')).toEqual([]);
});
test('a bore has none: it is said, and the rest of the run stays', () => {
  const run = deep(1.1);
  const [reach] = run.reaches;
  const bored = { ...straightBore, bore: 0.2, rod: 3, launch: blankPit(2, 1), receiving: blankPit(1.5, 1) };
  expect(runErrors({ ...run, reaches: [{ ...reach!, method: bored }] })).toEqual([
    { field: 'reaches[0].levels', message: 'A bore has no trench to be so deep: it goes by cover or by inverts.' },
  ]);
});
