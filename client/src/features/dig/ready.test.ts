import type { Fact } from '@tamper/core/book';
import { blankJob, blankRun } from '@tamper/core/job';
import { planRun } from '@tamper/core/plan';
import { resolveRules } from '@tamper/core/rules';
import { act, renderHook } from '@testing-library/react';
import { useBenchBook } from '../../testing/books';
import { useDigOf } from './context';

const job = blankJob('Yard', 'UK');
const run = blankRun({ name: 'Drain', length: 20, product: 'drain-160', cover: 0.6, ruleSet: 'UK' });
const site = { job, run, plan: planRun(job, run), rules: resolveRules(job.ruleSet, job.overrides) };
const bucket: Fact = { kind: 'bucketOn', machine: job.machine, bucket: 0.3, held: true, note: '' };

test('what is entered of the machine counts at once, not at the next step of the clock', async () => {
  jest.useFakeTimers({ now: Date.parse('2026-11-30T08:00:00Z') });
  const { result } = renderHook(() => {
    const book = useBenchBook();
    return { ...useDigOf({ ...site, book }), enter: book.enter };
  });
  expect(result.current.ready.bucket).toBeUndefined();
  jest.setSystemTime(Date.parse('2026-11-30T08:00:03Z'));
  await act(() => result.current.enter(bucket, 'foreman'));
  expect(result.current.ready.bucket).toBe(0.3);
});
