import { errorsOf, jobSchema, withKnownLines, type Job, type Patch } from '@tamper/core/job';
import { resolveRules } from '@tamper/core/rules';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { useJob, useRun, type JobDocument, type RunDocument } from '../../data/documents';
import { useBook } from '../../data/useBook';
import { useWho } from '../../data/who';
import { colours } from '../../theme/tokens';
import { Conflict } from '../../ui/Conflict';
import { Faults } from '../../ui/Faults';
import { Loading } from '../../ui/Loading';
import { SaveBadge } from '../../ui/SaveBadge';
import { backOr, Page, TopBar } from '../../ui/Screen';
import { Tabs } from '../../ui/Tabs';
import { useStable } from '../../ui/useStable';
import { usePlan } from '../../workers/usePlan';
import { patched } from '../run/context';
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
export function GuardScreen({ jobId, runId, tab }: { jobId: string; runId: string; tab: string | undefined }) {
  const job = useJob(jobId);
  const run = useRun(runId);
  const back = backOr(`/jobs/${jobId}/runs/${runId}`);
  if (!job.document || !run.document)
    return (
      <>
        <TopBar title="Ground and guard" back={back} />
        <Page>
          <Loading error={job.error ?? run.error} retry={() => void Promise.all([job.retry(), run.retry()])} what="the run" />
        </Page>
      </>
    );
  return (
    <>
      <TopBar title={`Guard: ${run.document.doc.name}`} status={<SaveBadge save={run.document.save} />} back={back} />
      <Guard job={job.document} run={run.document} runId={runId} first={TABS.find(({ value }) => value === tab)?.value ?? 'enter'} />
    </>
  );
}

function Guard({ job, run, runId, first }: { job: JobDocument; run: RunDocument; runId: string; first: Tab }) {
  const [tab, setTab] = useState<Tab>(first);
  const [reach, setReach] = useState(0);
  const { good, errors, crash } = usePlan(job.doc, run.doc);
  const book = useBook(runId);
  const { who, setWho } = useWho();
  const apply = useStable((patches: readonly Patch[], tag?: string) => {
    const next = patched(run.doc, patches);
    if ('fault' in next) return next.fault;
    run.change(next.run, tag);
    return undefined;
  });
  const putJob = useStable((change: Partial<Job>) => {
    const next = { ...job.doc, ...change };
    const [fault] = errorsOf(jobSchema, next);
    if (!fault) job.change(next);
    return fault?.message;
  });
  const edit = useMemo(
    (): GuardEdit | undefined =>
      good && {
        document: run,
        // The newest: what is typed next builds on it, not on what was planned last.
        job: job.doc,
        run: withKnownLines(good.job, good.run),
        plan: good.plan,
        planned: errors.length === 0 && crash === undefined,
        rules: resolveRules(good.job.ruleSet, good.job.overrides),
        book,
        who,
        setWho,
        apply,
        putJob,
        reach: Math.min(reach, good.run.reaches.length - 1),
        setReach,
      },
    [run, job.doc, good, errors, crash, book, who, setWho, apply, putJob, reach],
  );
  const Shown = SHOWN[tab];
  return (
    <>
      <View style={{ backgroundColor: colours.chalk, alignItems: 'center' }}>
        <Tabs label="Ground and guard" value={tab} options={TABS} onChange={setTab} />
      </View>
      <Page key={tab} roomy={tab === 'ways'}>
        <Conflict document={run} what="this run" />
        <Faults title="These inputs cannot be dug" faults={[...errors.map(({ message }) => message), ...(crash ? [crash] : [])]} />
        {edit ? (
          <GuardContext.Provider value={edit}>
            <Shown />
          </GuardContext.Provider>
        ) : errors.length === 0 ? (
          <Text role="status">Working it out…</Text>
        ) : null}
      </Page>
    </>
  );
}
