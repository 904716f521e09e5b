import { jobErrors, type Job, type Patch } from '@tamper/core/job';
import type { JobDocument, RunDocument } from '../../data/documents';
import { useStable } from '../../ui/useStable';
import { usePlan } from '../../workers/usePlan';
import { patched } from './context';

/** Puts patches into a run. A sentence refuses them; nothing is changed then. */
export const useApply = (run: Pick<RunDocument, 'doc' | 'change'>) =>
  useStable((patches: readonly Patch[], tag?: string) => {
    const next = patched(run.doc, patches);
    if ('fault' in next) return next.fault;
    run.change(next.run, tag);
    return undefined;
  });

/** A run and its job to be changed, with the plan of the newest inputs that made one. A sentence refuses a change; nothing is changed then. */
export function useEdits(job: JobDocument, run: RunDocument) {
  const plan = usePlan(job.doc, run.doc);
  const apply = useApply(run);
  const putJob = useStable((change: Partial<Job>) => {
    const next = { ...job.doc, ...change };
    const [fault] = jobErrors(next);
    if (!fault) job.change(next);
    return fault?.message;
  });
  return { ...plan, apply, putJob };
}
