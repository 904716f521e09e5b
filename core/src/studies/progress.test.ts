import { fallingRun } from '../alignment';
import { demoFile } from '../demo';
import type { Gate } from '../gates';
import { privateLineKinds } from '../catalogue';
import { blankClearance, blankExisting, blankJob, blankRun, type Job, type Run } from '../job';
import { planRun } from '../plan';
import { jobProgress, type IssuedHere } from './progress';

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
  const next = (issued: IssuedHere | undefined, run = shallow) => {
    const { gate, runs } = jobProgress(clear, [run], [issued], TODAY);
    return [gate.open, runs[0]?.dig?.open, runs[0]?.next.step];
  };
  expect(next(undefined)).toEqual([true, true, 'issue']);
  const issued = { number: 3, body: { job: clear, run: shallow } };
  expect(next(issued)).toEqual([true, true, 'site']);
  // A line entered since is on no card; what a plan says that is not here nobody knows.
  const line = { ...blankExisting('Old main', 3), coverMin: 5, coverMax: 6 };
  expect(next(issued, { ...shallow, existing: [line] })).toEqual([false, false, 'issue']);
  expect(next({ number: 3, body: undefined })).toEqual([false, false, 'clear']);
});

test('the gate of a job says what the gates of its runs say: papers once, what is of a run under its name', () => {
  const { gate, runs } = jobProgress(demoFile.job, demoFile.runs, [], TODAY);
  const stops = (of: Gate | undefined) => (of?.reasons ?? []).filter(({ state }) => state === 'stop').map(({ what }) => what);
  const own = runs.flatMap(({ dig }, i) => stops(dig).map((what) => [what, `${demoFile.runs[i]?.name}: ${what}`]));
  expect(own.length).toBeGreaterThan(4);
  for (const told of own) expect(told.some((what) => stops(gate).includes(what))).toBe(true);
});
