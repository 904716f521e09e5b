import { inForce } from '@tamper/core/gates';
import { withKnownProducts } from '@tamper/core/job';
import { jobInForce } from '@tamper/core/jobInForce';
import { resolveRules } from '@tamper/core/rules';
import { registerOf } from '@tamper/core/site';
import { useMemo, type ReactNode } from 'react';
import { deviceClock } from '../../data/deviceClock';
import { useFresh } from '../../data/useCurrent';
import { useWho } from '../../data/who';
import { Faults } from '../../ui/Faults';
import { usePlanned, useSafe, useSession } from '../frame/session';
import { StepPage } from '../frame/StepPage';
import { SiteContext, type SiteEdit } from './context';

/** A page of people on site: the issued plan they work to, the book and the gates, for all that stands in it. */
export function SiteFrame({ children }: { children: ReactNode }) {
  const { jobId, runId, job, run, book } = useSession();
  const { state, planned } = usePlanned();
  const { good } = state;
  useFresh([job, run]);
  const { who } = useWho();
  const { gate, revisions, error } = useSafe();
  const site = useMemo((): SiteEdit | undefined => {
    const force = revisions && inForce(revisions);
    if (!revisions || (!force && !good)) return undefined;
    const built = force ?? (good as NonNullable<typeof good>);
    const itsJob = jobInForce(built.job, job.doc);
    const rules = resolveRules(itsJob.ruleSet, itsJob.overrides);
    return {
      jobId,
      runId,
      draft: { job, run, good, planned },
      force,
      job: itsJob,
      run: withKnownProducts(itsJob, built.run),
      rules,
      plan: built.plan,
      book,
      register: registerOf(book.book ?? [], deviceClock().now(), rules),
      gate,
      who,
    };
  }, [jobId, runId, job, run, good, planned, revisions, book, gate, who]);
  // One that is known here is only being worked out, whether or not the server is heard meanwhile.
  const missing = revisions ? undefined : (error ?? (book.inForce === undefined ? book.error : undefined));
  return (
    <StepPage>
      {site ? (
        <SiteContext.Provider value={site}>{children}</SiteContext.Provider>
      ) : missing === undefined ? undefined : (
        <Faults title="The issued plan is not here, so nobody goes in by this device" faults={[missing]} />
      )}
    </StepPage>
  );
}
