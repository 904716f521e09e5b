import { withKnownLines } from '@tamper/core/job';
import { resolveRules } from '@tamper/core/rules';
import { useMemo, useState } from 'react';
import type { JobDocument, RunDocument } from '../../data/documents';
import { useBook } from '../../data/useBook';
import { useWho } from '../../data/who';
import { isStopped } from '../../workers/usePlan';
import { OpenRun } from '../run/OpenRun';
import { RunTabs } from '../run/RunTabs';
import { useEdits } from '../run/useEdits';
import { useSafeGate } from '../run/useSafeGate';
import { GuardContext, type GuardEdit } from './context';
import { EnterTab } from './EnterTab';
import { KitTab } from './KitTab';
import { SoilTab } from './SoilTab';
import { StepsTab } from './StepsTab';
import { WaysTab } from './WaysTab';

const TABS = [
  { value: 'enter', label: 'Enter' },
  { value: 'soil', label: 'Soil' },
  { value: 'ways', label: 'Ways' },
  { value: 'kit', label: 'Kit' },
  { value: 'steps', label: 'Steps' },
] as const;
type Tab = (typeof TABS)[number]['value'];
const SHOWN: Record<Tab, () => React.ReactNode> = { enter: EnterTab, soil: SoilTab, ways: WaysTab, kit: KitTab, steps: StepsTab };

/** What the ground is, what holds it, and who may go in. */
export const GuardScreen = ({ jobId, runId, tab }: { jobId: string; runId: string; tab: string | undefined }) => (
  <OpenRun jobId={jobId} runId={runId} title="Guard">
    {(job, run) => <Guard job={job} run={run} runId={runId} first={TABS.find(({ value }) => value === tab)?.value ?? 'enter'} />}
  </OpenRun>
);

function Guard({ job, run, runId, first }: { job: JobDocument; run: RunDocument; runId: string; first: Tab }) {
  const [tab, setTab] = useState<Tab>(first);
  const [reach, setReach] = useState(0);
  const { apply, putJob, ...state } = useEdits(job, run);
  const { good } = state;
  const planned = !isStopped(state);
  const book = useBook(runId);
  const { who, setWho } = useWho();
  const gate = useSafeGate({ job, run, good, planned, book });
  const edit = useMemo(
    (): GuardEdit | undefined =>
      good && {
        document: run,
        // The newest: what is typed next builds on it, not on what was planned last.
        job: job.doc,
        run: withKnownLines(good.job, good.run),
        plan: good.plan,
        planned,
        rules: resolveRules(good.job.ruleSet, good.job.overrides),
        book,
        gate,
        who,
        setWho,
        apply,
        putJob,
        reach: Math.min(reach, good.run.reaches.length - 1),
        setReach,
      },
    [run, job.doc, good, planned, book, gate, who, setWho, apply, putJob, reach],
  );
  const Shown = SHOWN[tab];
  return (
    <RunTabs label="Ground and guard" tabs={TABS} tab={tab} onTab={setTab} run={run} state={state} roomy={tab === 'ways'}>
      {edit ? (
        <GuardContext.Provider value={edit}>
          <Shown />
        </GuardContext.Provider>
      ) : undefined}
    </RunTabs>
  );
}
