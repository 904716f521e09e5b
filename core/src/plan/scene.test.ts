import { demoFile } from '../demo';
import { blankJob, machineOf, type Run } from '../job';
import { planRun } from './plan';
import { acrossScene, alongScene, setUpAt } from './scene';
import { sectionAt } from './section';
import { levelRun } from '../testing';

const job = blankJob('Yard');
const machine = machineOf(job);

test.each(['start', 'end'] as const)(
  'dug from the %s: what lies before the machine is open, its face stands at the end of the bite',
  (digFrom) => {
    const run: Run = { ...levelRun({ length: 20, depth: 1.2, entry: false }), access: { digFrom, exit: 'both' } };
    const plan = planRun(job, run);
    const stand = setUpAt(plan, 10);
    if (!stand) throw new Error('no stand');
    const scene = alongScene(run, plan, stand);
    const xs = (scene.voids[0] ?? []).map(({ x }) => x);
    // The face: as far ahead of the axis as the near end of the floor it shaves.
    expect(Math.min(...xs)).toBeCloseTo(scene.measured?.from ?? NaN, 9);
    expect(Math.abs(stand.axis - (digFrom === 'start' ? stand.to : stand.from))).toBeCloseTo(scene.measured?.from ?? NaN, 9);
    expect((scene.measured?.to ?? 0) - (scene.measured?.from ?? 0)).toBeCloseTo(stand.to - stand.from, 9);
    expect(Math.min(...(scene.voids[0] ?? []).map(({ y }) => y))).toBeCloseTo(-1.2, 9);
    expect(scene.points.middle.z).toBeCloseTo(-stand.depth, 9);
    expect(setUpAt(plan, 500)).toBeUndefined();
  },
);

test('swung to its heap: the heap on the side it lies, however the section looks, and whether it tips over it', () => {
  const left = { ...levelRun({ length: 20, depth: 1.2, entry: false }), spoil: { ...levelRun().spoil, side: 'left' as const } };
  const scene = acrossScene(job, left, 5, machine);
  const [heap] = sectionAt(job, left, 5).heaps;
  expect(scene.side).toBe('left');
  expect(scene.dump.x).toBeCloseTo((heap?.inner ?? 0) + (heap?.base ?? 0) / 2, 9);
  expect(Math.max(...scene.heaps.flat().map(({ y }) => y))).toBeCloseTo(heap?.height ?? NaN, 9);
  expect(Math.min(...scene.heaps.flat().map(({ x }) => x))).toBeGreaterThan(0);
  expect(scene.tips).toBe(true);
  const outfall = demoFile.runs[3] as Run;
  expect(acrossScene(demoFile.job, outfall, 0, machineOf(demoFile.job)).tips).toBe(false);
});
