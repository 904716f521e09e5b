import type { Job, Run } from '@tamper/core/job';
import type { Plan } from '@tamper/core/planRun';
import type { Remote } from 'comlink';
import { begun, oneThing, whenBroken, type Begun } from './begun';
import type { PlanWorker } from './plan.worker';
import { takeWorker } from './spareWorker';
import type { Worked } from './worked';

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

/** A plan that was asked for before anything shows it, and what came of it. */
interface Ahead {
  job: Job;
  coming: Promise<Worked<Plan>>;
  come?: Worked<Plan>;
}
const ahead = new WeakMap<Run, Ahead>();

/** Has a run planned that will be shown. @returns how the worker is let go of. */
export function planAhead(job: Job, run: Run): () => void {
  const { worker, remote, end } = planWorker();
  const own: Ahead = { job, coming: remote.plan(job, run) };
  ahead.set(run, own);
  // Whoever shows it hears what is wrong: what does not come of this is asked for again.
  const lost = () => void (own.come === undefined && ahead.delete(run));
  own.coming.then((come) => (own.come = come), lost);
  const deaf = whenBroken(worker, lost);
  return () => {
    deaf();
    end();
  };
}
/** What a run is planned from. */
export interface Planned {
  job: Job;
  run: Run;
}
/** What was asked for ahead of just these. */
const askedAhead = ({ job, run }: Planned): Ahead | undefined => {
  const known = ahead.get(run);
  return known?.job === job ? known : undefined;
};
/** What came of planning just these ahead. */
export const plannedAhead = (inputs: Planned): Worked<Plan> | undefined => askedAhead(inputs)?.come;
/** Plans a run, unless that is under way already. */
export const planned = (remote: Remote<PlanWorker>, inputs: Planned): Promise<Worked<Plan>> =>
  askedAhead(inputs)?.coming ?? remote.plan(inputs.job, inputs.run);

/** Has a run planned once. @throws InputError with what stands in its way; Error where the worker breaks. */
export const planOnce = (job: Job, run: Run): Promise<Plan> => oneThing(planWorker(), (remote) => remote.plan(job, run));
