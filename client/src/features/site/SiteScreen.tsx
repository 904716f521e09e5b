import { inForce } from '@tamper/core/gates';
import { withKnownProducts } from '@tamper/core/job';
import { resolveRules } from '@tamper/core/rules';
import { registerOf } from '@tamper/core/site';
import { useMemo, useState } from 'react';
import type { JobDocument, RunDocument } from '../../data/documents';
import { deviceClock } from '../../data/deviceClock';
import { useBook } from '../../data/useBook';
import { useFresh } from '../../data/useCurrent';
import { useWho } from '../../data/who';
import { Faults } from '../../ui/Faults';
import { isStopped, usePlan } from '../../workers/usePlan';
import { OpenRun } from '../run/OpenRun';
import { RunTabs } from '../run/RunTabs';
import { BookTab } from './BookTab';
import { SiteContext, type SiteEdit } from './context';
import { CoverTab } from './CoverTab';
import { EnterTab } from './EnterTab';
import { IssueTab } from './IssueTab';
import { StandsTab } from './StandsTab';
import { useSafeGate } from './useSafeGate';

const TABS = [
  { value: 'enter', label: 'Enter' },
  { value: 'stands', label: 'What stands' },
  { value: 'cover', label: 'Cover' },
  { value: 'issue', label: 'Issue' },
  { value: 'book', label: 'Book' },
] as const;
type Tab = (typeof TABS)[number]['value'];
const SHOWN: Record<Tab, () => React.ReactNode> = { enter: EnterTab, stands: StandsTab, cover: CoverTab, issue: IssueTab, book: BookTab };

/** On site: the plan people work to, what stands, what was seen, and who may go in. */
export const SiteScreen = ({ jobId, runId, tab }: { jobId: string; runId: string; tab: string | undefined }) => (
  <OpenRun jobId={jobId} runId={runId} title="On site">
    {(job, run) => (
      <Site job={job} run={run} jobId={jobId} runId={runId} first={TABS.find(({ value }) => value === tab)?.value ?? 'enter'} />
    )}
  </OpenRun>
);

function Site({ job, run, jobId, runId, first }: { job: JobDocument; run: RunDocument; jobId: string; runId: string; first: Tab }) {
  const [tab, setTab] = useState<Tab>(first);
  const state = usePlan(job.doc, run.doc);
  const { good } = state;
  const planned = !isStopped(state);
  const book = useBook(jobId, runId);
  useFresh([job, run]);
  const { who, setWho } = useWho();
  const { units } = job.doc;
  const { gate, revisions, error } = useSafeGate(book, units);
  const site = useMemo((): SiteEdit | undefined => {
    const force = revisions && inForce(revisions);
    if (!revisions || (!force && !good)) return undefined;
    const built = force ?? (good as NonNullable<typeof good>);
    const itsJob = { ...built.job, units };
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
      setWho,
    };
  }, [jobId, runId, job, run, good, planned, revisions, units, book, gate, who, setWho]);
  const Shown = SHOWN[tab];
  return (
    <RunTabs label="On site" tabs={TABS} tab={tab} onTab={setTab} run={run} state={state}>
      {site ? (
        <SiteContext.Provider value={site}>
          <Shown />
        </SiteContext.Provider>
      ) : (error ?? book.error) ? (
        <Faults title="The issued plan is not here, so nobody goes in by this device" faults={[(error ?? book.error) as string]} />
      ) : undefined}
    </RunTabs>
  );
}
