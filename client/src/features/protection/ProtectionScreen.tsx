import { withKnownProducts } from '@tamper/core/job';
import { resolveRules } from '@tamper/core/rules';
import type { Place } from '@tamper/core/trench';
import { readerOf } from '@tamper/core/words';
import { router } from 'expo-router';
import { useMemo, useState } from 'react';
import { Button } from 'react-native-paper';
import type { JobDocument, RunDocument } from '../../data/documents';
import { useBook } from '../../data/useBook';
import { useFresh } from '../../data/useCurrent';
import { useWho } from '../../data/who';
import { useMends, useTakeFix } from '../../workers/useMends';
import { isStopped } from '../../workers/usePlan';
import { OpenRun } from '../run/OpenRun';
import { RunTabs } from '../run/RunTabs';
import { useEdits } from '../run/useEdits';
import { ProtectionContext, type ProtectionEdit } from './context';
import { SupportsTab } from './SupportsTab';
import { SoilTab } from './SoilTab';
import { StepsTab } from './StepsTab';
import { OptionsTab } from './OptionsTab';

const TABS = [
  { value: 'soil', label: 'Soil' },
  { value: 'options', label: 'Options' },
  { value: 'supports', label: 'Supports' },
  { value: 'steps', label: 'Steps' },
] as const;
type Tab = (typeof TABS)[number]['value'];
const SHOWN: Record<Tab, () => React.ReactNode> = {
  soil: SoilTab,
  options: OptionsTab,
  supports: SupportsTab,
  steps: StepsTab,
};

/** What the ground is, and what holds it. */
export const ProtectionScreen = ({ jobId, runId, tab }: { jobId: string; runId: string; tab: string | undefined }) => (
  <OpenRun jobId={jobId} runId={runId} title="Protection">
    {(job, run) => (
      <Protection job={job} run={run} jobId={jobId} runId={runId} first={TABS.find(({ value }) => value === tab)?.value ?? 'soil'} />
    )}
  </OpenRun>
);

function Protection({ job, run, jobId, runId, first }: { job: JobDocument; run: RunDocument; jobId: string; runId: string; first: Tab }) {
  const [tab, setTab] = useState<Tab>(first);
  const [chosen, setPlace] = useState<string>();
  const { apply, putJob, ...state } = useEdits(job, run);
  const { good } = state;
  const planned = !isStopped(state);
  const book = useBook(jobId, runId);
  const { who, setWho } = useWho();
  useFresh([job, run]);
  const mends = useMends(good);
  const onFix = useTakeFix(mends, run.doc, !planned, apply);
  const reader = useMemo(() => readerOf(job.doc), [job.doc]);
  const edit = useMemo(
    (): ProtectionEdit | undefined =>
      good && {
        document: run,
        // The newest: what is typed next builds on it, not on what was planned last.
        job: job.doc,
        run: withKnownProducts(good.job, good.run),
        plan: good.plan,
        planned,
        rules: resolveRules(good.job.ruleSet, good.job.overrides),
        book,
        who,
        setWho,
        apply,
        putJob,
        place: (good.plan.places.find(({ id }) => id === chosen) ?? good.plan.places[0]) as Place,
        setPlace,
        reader,
        mends,
        onFix,
      },
    [run, job.doc, good, planned, book, who, setWho, apply, putJob, chosen, reader, mends, onFix],
  );
  const Shown = SHOWN[tab];
  return (
    <RunTabs
      label="Ground and protection"
      above={
        <Button icon="next" onPress={() => router.navigate(`/jobs/${jobId}/runs/${runId}?site=enter`)}>
          On site: issue, what stands, safe to enter
        </Button>
      }
      tabs={TABS}
      tab={tab}
      onTab={setTab}
      run={run}
      state={state}
      roomy={tab === 'options'}
    >
      {edit ? (
        <ProtectionContext.Provider value={edit}>
          <Shown />
        </ProtectionContext.Provider>
      ) : undefined}
    </RunTabs>
  );
}
