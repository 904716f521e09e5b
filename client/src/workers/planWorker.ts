import type { Job, Run } from '@tamper/core/job';
import type { Plan } from '@tamper/core/planRun';
import type { Remote } from 'comlink';
import { begun, oneThing, whenBroken, type Begun } from './begun';
import type { PlanWorker } from './plan.worker';
import { takeWorker } from './spareWorker';

/** The planning worker of this page: one for all who have something planned, begun by the first and ended by the last. */
let here: (Begun<Remote<PlanWorker>> & { users: number }) | undefined;

/** The planning worker, for one more who uses it. */
export function planWorker(): Begun<Remote<PlanWorker>> {
  const own = (here ??= begin());
  own.users++;
  const end = () => {
    if (--own.users > 0) return;
    own.end();
    forget(own);
  };
  return { worker: own.worker, remote: own.remote, end };
}

function begin(): NonNullable<typeof here> {
  const own = { ...begun<PlanWorker>(takeWorker()), users: 0 };
  // One that does not work is nobody's: who comes next begins another.
  whenBroken(own.worker, () => forget(own));
  return own;
}

function forget(own: typeof here): void {
  if (here === own) here = undefined;
}

/** Has a run planned once. @throws InputError with what stands in its way; Error where the worker breaks. */
export const planOnce = (job: Job, run: Run): Promise<Plan> => oneThing(planWorker(), (remote) => remote.plan(job, run));
