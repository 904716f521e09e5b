import type { Patch } from '@tamper/core/job';
import { whyNot } from '../../data/may';
import type { RunDocument } from '../../data/documents';
import { useStable } from '../../ui/useStable';
import { patched } from './patched';

/** Puts patches into a run. A sentence refuses them; nothing is changed then. */
export const useApply = (run: Pick<RunDocument, 'doc' | 'change'>, jobId: string) =>
  useStable((patches: readonly Patch[], tag?: string) => {
    const no = whyNot(jobId, 'plan');
    if (no !== undefined) return no;
    const next = patched(run.doc, patches);
    if ('fault' in next) return next.fault;
    run.change(next.run, tag);
    return undefined;
  });
