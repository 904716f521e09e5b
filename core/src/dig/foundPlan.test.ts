import { applyPatches, foundThings, type FoundThing, type Reach, type Unsettled } from '../job';
import { runErrors } from '../job/observed';
import { planRun } from '../plan/plan';
import { blankJob } from '../job';
import { levelRun } from '../testing';
import { apartFor, plansFor } from '.';

const job = blankJob('Yard', 'UK');
const run = levelRun({ length: 40 });
const found = (what: FoundThing, more: Partial<Unsettled> = {}): Unsettled => ({
  id: '7c3f21aa-0000-4000-8000-000000000001',
  what,
  from: 11,
  to: 13,
  depth: 0.6,
  note: '',
  by: 'driver',
  ...more,
});
const taken = (one: Unsettled) => plansFor(one, run, 'metric').reduce((doc, { patches }) => applyPatches(doc, patches), run);

describe('what the plan changes for what was found', () => {
  test.each(Object.keys(foundThings) as FoundThing[])('%s: something is offered, it makes a plan, and is not offered twice', (what) => {
    const plans = plansFor(found(what), run, 'metric');
    expect(plans.length).toBeGreaterThan(0);
    const changed = taken(found(what));
    expect(runErrors(changed)).toEqual([]);
    expect(changed).not.toEqual(run);
    expect(planRun(job, changed).length).toBe(40);
    expect(plansFor(found(what), changed, 'metric')).toEqual([]);
  });
  test('a line as met shuts hands round it; tiles are taken to lie up to half a metre over one', () => {
    const met = planRun(job, taken(found('line')));
    expect(met.handWindows.some(({ from, to }) => from < 12 && to > 12)).toBe(true);
    expect(taken(found('tiles')).existing.at(-1)).toMatchObject({ coverMin: 0.6, coverMax: 1.1, evidence: 'detected' });
    expect(plansFor(found('line', { depth: null }), run, 'metric')).toEqual([]);
  });
  test('a line found over six metres is taken to lie all along them: hands dig every metre of it', () => {
    const [offered] = plansFor(found('line', { from: 11, to: 17 }), run, 'metric');
    expect(offered?.says).toBe('Put a line 0.60 m down on the plan, all along 11.0 m to 17.0 m');
    const met = planRun(job, taken(found('line', { from: 11, to: 17 })));
    for (let at = 11; at <= 17; at += 0.25) expect(met.handWindows.some(({ from, to }) => from <= at && at <= to)).toBe(true);
    // Past the end of the run nothing is put on the plan of it.
    expect(taken(found('line', { from: 36, to: 45 })).existing.at(-1)?.where).toEqual({ kind: 'parallel', from: 36, to: 40, offset: 0 });
  });
  test('soft ground from 11 to 13 m: a reach of its own with 150 mm more bed, the rest as it was', () => {
    const changed = taken(found('soft'));
    const bed = run.reaches[0]?.bedding ?? NaN;
    expect(changed.reaches.map(({ from, bedding }) => [from, Number((bedding - bed).toFixed(3))])).toEqual([
      [0, 0],
      [11, 0.15],
      [13, 0],
    ]);
  });
  test('over two reaches each gets more bed as far as it is soft there, and the rest stays as it was', () => {
    const [first] = run.reaches as [Reach];
    const two = { ...run, reaches: [first, { ...first, id: 'second', from: 12, bedding: first.bedding + 0.05 }] };
    const soft = found('soft', { from: 10, to: 15 });
    const changed = plansFor(soft, two, 'metric').reduce((doc, { patches }) => applyPatches(doc, patches), two);
    expect(changed.reaches.map(({ from, bedding }) => [from, Number((bedding - first.bedding).toFixed(3))])).toEqual([
      [0, 0],
      [10, 0.15],
      [12, 0.2],
      [15, 0.05],
    ]);
    expect(plansFor(soft, changed, 'metric')).toEqual([]);
  });
  test('soil that does not go back from 5 to 10 m: a heap of its own, out of what is put back, once', () => {
    const offered = apartFor(run, { from: 5, to: 10 }, 'reuse-1', 'Stones too large', 'metric');
    const changed = offered.reduce((doc, { patches }) => applyPatches(doc, patches), run);
    const [before, after] = [planRun(job, run).balance, planRun(job, changed).balance];
    expect(after.suspectBank).toBeGreaterThan(0);
    expect(after.surplusBank - before.surplusBank).toBeCloseTo(before.reuseBank - after.reuseBank, 9);
    expect(after.importFill).toBeGreaterThanOrEqual(before.importFill);
    expect(apartFor(changed, { from: 5, to: 10 }, 'reuse-1', 'Stones too large', 'metric')).toEqual([]);
    expect(apartFor(run, { from: 44, to: 48 }, 'reuse-1', 'Stones too large', 'metric')).toEqual([]);
  });
  test('water 0.6 m down is a level of the water there; what lies past the end of the run is nothing', () => {
    expect(taken(found('water')).water).toEqual([{ station: 12, level: 9.4 }]);
    expect(plansFor(found('soft', { from: 44, to: 48 }), run, 'us')).toEqual([]);
  });
});
