import { fallingRun } from '../alignment';
import { demoFile } from '../demo';
import { jobGate } from '../gates/jobGate';
import { privateLineKinds } from '../catalogue';
import { blankClearance, blankJob, blankRun, type Job, type Run } from '../job';
import { planRun } from '../plan';
import { jobProgress } from './progress';

const TODAY = '2026-06-01';
const job = blankJob('Yard', 'UK');
const shallow = blankRun({ name: 'Shallow', length: 12, product: 'water-32', cover: 0.75, ruleSet: 'UK' });
const deep = { ...blankRun({ name: 'Deep', length: 30, product: 'water-32', cover: 2, ruleSet: 'UK' }), name: 'Deep' };
/** Inverts over the ground: it makes no plan. */
const impossible: Run = { ...shallow, ...fallingRun(shallow, 12, 11.5) };

test('a run says its length, depth, what is against it and what is next: first the inputs, then the stops, then the gate, then the issue', () => {
  const { runs } = jobProgress(job, [impossible, deep, shallow], [undefined, undefined, undefined], TODAY);
  expect(runs.map(({ length, next }) => [length, next.step])).toEqual([
    [12, 'inputs'],
    [30, 'plan'],
    [12, 'clear'],
  ]);
  const plan = planRun(job, deep);
  expect(runs[1]).toMatchObject({
    deepest: plan.deepest.depth,
    stops: plan.findings.filter(({ severity }) => severity === 'stop').length,
    cautions: plan.findings.filter(({ severity }) => severity === 'caution').length,
  });
  expect(runs[0]?.deepest).toBeUndefined();
});

test('with nothing in the way a plan is to be issued; issued, the site goes by it', () => {
  const clear: Job = {
    ...job,
    clearance: {
      ...blankClearance(),
      permit: { number: 'P1', issuer: 'office', covers: 'pipe', from: '2026-06-01', to: '2026-06-30' },
      request: {
        reference: 'R1',
        made: '2026-06-01',
        utilities: [{ name: 'Water', kind: 'water', answer: 'clear', contact: 'desk', asks: '' }],
      },
      privateLines: privateLineKinds.map((kind) => ({ kind, answer: 'none' })),
      walked: { at: '2026-06-01T08:00:00Z', by: 'foreman' },
    },
  };
  const next = (issued: number | undefined) => {
    const [one] = jobProgress(clear, [shallow], [issued], TODAY).runs;
    return [one?.dig?.open, one?.next.step];
  };
  expect(next(undefined)).toEqual([true, 'issue']);
  expect(next(3)).toEqual([true, 'site']);
});

test('the gate of the job is the one the whole job is judged by', () => {
  expect(
    jobProgress(
      demoFile.job,
      demoFile.runs,
      demoFile.runs.map(() => undefined),
      TODAY,
    ).gate,
  ).toEqual(jobGate(demoFile.job, demoFile.runs, TODAY));
});
