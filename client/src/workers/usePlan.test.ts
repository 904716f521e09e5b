import type { Job, Plan, Run } from '@tamper/core';
import { blankJob, blankRun } from '@tamper/core/job';
import { act, renderHook } from '@testing-library/react';
import { usePlan } from './usePlan';

const asked: { job: Job; run: Run; answer: (worked: unknown) => void }[] = [];
jest.mock('./planWorker', () => ({
  planWorker: () => ({
    worker: new EventTarget(),
    end: () => undefined,
    remote: { plan: (job: Job, run: Run) => new Promise((answer) => asked.push({ job, run, answer })) },
  }),
  planned: ({ plan }: { plan: (job: Job, run: Run) => unknown }, { job, run }: { job: Job; run: Run }) => plan(job, run),
  plannedAhead: () => undefined,
}));
jest.mock('../ui/afterPaint', () => ({ afterPaint: (work: () => void) => (work(), () => undefined) }));
beforeEach(() => void asked.splice(0));

const job = blankJob('Yard', 'UK');
const run = blankRun({ name: 'Drain', length: 20, product: 'drain-110', cover: 0.6, ruleSet: 'UK' });
const begin = () => renderHook(({ job, run }: { job: Job; run: Run }) => usePlan(job, run), { initialProps: { job, run } });
const plan = { length: 20 } as Plan;

test('read in other units the plan there is goes on: nothing is planned again, and it is told of the job as it is now', async () => {
  const { result, rerender } = begin();
  await act(async () => asked[0]?.answer({ value: plan }));
  expect(result.current.good).toMatchObject({ job, run, plan });
  const feet: Job = { ...job, units: 'us' };
  rerender({ job: feet, run });
  expect(asked).toHaveLength(1);
  expect(result.current.good?.plan).toBe(plan);
  expect(result.current.good?.job).toBe(feet);
  // Back and forth, still the one plan.
  rerender({ job, run });
  rerender({ job: { ...job, units: 'us' }, run });
  expect(asked).toHaveLength(1);
});

test.each<[string, (given: { job: Job; run: Run }) => { job: Job; run: Run }]>([
  ['another machine', ({ job, run }) => ({ job: { ...job, machine: 't5' }, run })],
  ['other rules', ({ job, run }) => ({ job: { ...job, ruleSet: 'US' }, run })],
  ['another depth', ({ job, run }) => ({ job, run: { ...run, surface: 'road' } })],
])('%s plans anew, in whatever units', async (_, change) => {
  const { result, rerender } = begin();
  await act(async () => asked[0]?.answer({ value: plan }));
  const next = change({ job: { ...job, units: 'us' }, run });
  rerender(next);
  expect(asked).toHaveLength(2);
  expect(asked[1]).toMatchObject(next);
  // Until it is there the old one stays, of what it was made from.
  expect(result.current.good?.plan).toBe(plan);
  const other = { length: 21 } as Plan;
  await act(async () => asked[1]?.answer({ value: other }));
  expect(result.current.good).toMatchObject({ ...next, plan: other });
});
