import { orderOf } from '../order';
import { planRun } from '../plan';
import { purposeReport } from '../studies/purpose';
import { demoFile } from '.';

const { job, runs } = demoFile;
const called = (name: string) => {
  const run = runs.find((one) => one.name === name);
  if (!run) throw new Error(`No run ${name}`);
  return { run, plan: planRun(job, run) };
};

describe('the runs that are more than a line in a trench', () => {
  test.each(['Track culvert', 'Shed land drain', 'Workshop loops', 'Quay lights'])('%s stands with nothing that stops it', (name) => {
    expect(called(name).plan.findings.filter(({ severity }) => severity === 'stop')).toEqual([]);
  });
  test('the culvert is two lengths of six metres, its toes are ordered and stand in their pits', () => {
    const { run, plan } = called('Track culvert');
    expect(plan.culvert).toMatchObject({ sticks: { sticks: 2, couplers: 1 } });
    const toe = orderOf(job, run, plan).items.find(({ id }) => id === 'culvert.toe');
    // Two of 1.2 × 0.45 × 0.3 m.
    expect(toe?.net).toBeCloseTo(2 * 1.2 * 0.45 * 0.3, 12);
    for (const pit of plan.pits) expect(pit.dig - pit.fill).toBeCloseTo(1.2 * 0.45 * 0.3, 9);
  });
  test('the land drain is carried by barrow, a roof joins it, and it is solid past the willow', () => {
    const { run, plan } = called('Shed land drain');
    expect(purposeReport(job, run, plan.beds, () => 'x').landDrain?.pipe).toEqual({ solid: 9, perforated: 29 });
    expect(plan.dig.machine).toBeCloseTo(0, 9);
    expect(orderOf(job, run, plan).items.find(({ what }) => what === 'Branch fitting')?.order).toBe(1);
  });
  test('each lamp has a piece of cable of its own', () => {
    const { run, plan } = called('Quay lights');
    expect(orderOf(job, run, plan).items.find(({ what }) => what === 'Cable labels')?.order).toBe(8);
  });
});
