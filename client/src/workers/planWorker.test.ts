import { blankJob, blankRun, InputError } from '@tamper/core/job';
import { planAhead, planned, plannedAhead, planOnce, planWorker } from './planWorker';

interface Started extends EventTarget {
  ended: boolean;
  answer: (worked: unknown) => void;
}
let mockStarted: Started[] = [];
const mockPlans = new Map<unknown, (worked: unknown) => void>();
jest.mock('comlink', () => ({
  transferHandlers: new Map(),
  wrap: (worker: unknown) => ({ plan: () => new Promise((answer) => mockPlans.set(worker, answer)) }),
}));
jest.mock('./spareWorker', () => ({
  takeWorker: () => {
    const worker = Object.assign(new EventTarget(), { ended: false, answer: (worked: unknown) => mockPlans.get(worker)?.(worked) });
    mockStarted.push(worker);
    return Object.assign(worker, { terminate: () => (worker.ended = true) });
  },
}));
beforeEach(() => void (mockStarted = []));

const [job, run] = [blankJob('Yard', 'UK'), blankRun({ name: 'Drain', length: 20, product: 'drain-110', cover: 0.6, ruleSet: 'UK' })];
const broken = (worker: Started | undefined) => worker?.dispatchEvent(new ErrorEvent('error', { message: 'out of memory' }));

test('who has something planned shares one worker; the last to leave ends it, and the next begins another', () => {
  const [a, b] = [planWorker(), planWorker()];
  expect(mockStarted).toHaveLength(1);
  expect(b.remote).toBe(a.remote);
  a.end();
  expect(mockStarted[0]?.ended).toBe(false);
  b.end();
  expect(mockStarted[0]?.ended).toBe(true);
  const c = planWorker();
  expect(mockStarted).toHaveLength(2);
  c.end();
});

test('one that broke is nobody’s: who comes next begins another, which those who had the first do not end', () => {
  const before = planWorker();
  broken(mockStarted[0]);
  const after = planWorker();
  expect(mockStarted).toHaveLength(2);
  before.end();
  expect(mockStarted.map(({ ended }) => ended)).toEqual([true, false]);
  after.end();
});

test('planned once: the plan, what stands in its way, or that the worker broke', async () => {
  const asked = [planOnce(job, run), planOnce(job, run), planOnce(job, run)];
  expect(mockStarted).toHaveLength(1);
  const others = Promise.allSettled(asked.slice(0, 2));
  broken(mockStarted[0]);
  mockStarted[0]?.answer({ value: 'late' });
  await expect(asked[2]).rejects.toThrow('out of memory');
  expect(await others).toMatchObject([{ status: 'rejected' }, { status: 'rejected' }]);
  expect(mockStarted[0]?.ended).toBe(true);

  const good = planOnce(job, run);
  mockStarted[1]?.answer({ value: 'the plan' });
  expect(await good).toBe('the plan');
  const refused = planOnce(job, run);
  mockStarted[2]?.answer({ errors: [{ field: 'cover', message: 'Too little.' }] });
  await expect(refused).rejects.toThrow(InputError);
});

test('planned ahead: whoever shows just these has it at once, or waits for the same; other inputs are planned for themselves', async () => {
  const leave = planAhead(job, run);
  const { remote, end } = planWorker();
  expect(mockStarted).toHaveLength(1);
  expect(plannedAhead({ job, run })).toBeUndefined();
  const shown = planned(remote, { job, run });
  mockStarted[0]?.answer({ value: 'the plan' });
  expect(await shown).toEqual({ value: 'the plan' });
  expect(plannedAhead({ job, run })).toEqual({ value: 'the plan' });
  expect(plannedAhead({ job: { ...job }, run })).toBeUndefined();
  expect(plannedAhead({ job, run: { ...run } })).toBeUndefined();
  const other = planned(remote, { job: { ...job }, run });
  mockStarted[0]?.answer({ value: 'another plan' });
  expect(await other).toEqual({ value: 'another plan' });
  leave();
  expect(mockStarted[0]?.ended).toBe(false);
  end();
  expect(mockStarted[0]?.ended).toBe(true);
});

test('a worker that broke over a plan asked for ahead leaves nothing to wait for: it is asked for again', async () => {
  const own = { ...run };
  const leave = planAhead(job, own);
  broken(mockStarted[0]);
  const { remote, end } = planWorker();
  const shown = planned(remote, { job, run: own });
  mockStarted[1]?.answer({ value: 'the plan' });
  expect(await shown).toEqual({ value: 'the plan' });
  leave();
  end();
});
