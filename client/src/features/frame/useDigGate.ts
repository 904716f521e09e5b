import { digGate, inForce, type DigGate } from '@tamper/core/gates';
import { jobInForce } from '@tamper/core/jobInForce';
import { useMemo } from 'react';
import { useToday } from '../../data/useToday';
import { useOthers, usePlanned, useSafe, useSession } from './session';

/** The gate Clear to dig of this run, from the draft and the plan in force; undefined while neither is known, or one is in force that is not here yet. */
export function useDigGate(): DigGate | undefined {
  const { job, book } = useSession();
  const others = useOthers();
  const { good } = usePlanned().state;
  const { revisions } = useSafe();
  const today = useToday();
  const { doc } = job;
  const missing = !!book.inForce && !revisions;
  return useMemo(() => {
    if (missing) return undefined;
    const force = revisions && inForce(revisions);
    const issued = force && { number: force.number, of: { ...force, job: jobInForce(force.job, doc) } };
    return digGate(good && { ...good, job: doc }, issued, others, today);
  }, [doc, good, revisions, missing, others, today]);
}
