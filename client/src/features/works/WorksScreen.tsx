import { errorsOf, jobSchema, withKnownLines, type Job, type Patch } from '@tamper/core/job';
import { useMemo, useState } from 'react';
import { useWindowDimensions, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useJob, useRun, type JobDocument, type RunDocument } from '../../data/documents';
import { Strip } from '../../drawing/Strip';
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
import { BetterTab } from './BetterTab';
import { WorksContext, type WorksEdit } from './context';
import { DaysTab } from './DaysTab';
import { MachineTab } from './MachineTab';
import { OrderTab } from './OrderTab';
import { SpoilTab } from './SpoilTab';

const TABS = [
  { value: 'machine', label: 'Machine' },
  { value: 'spoil', label: 'Spoil' },
  { value: 'order', label: 'Order' },
  { value: 'days', label: 'Days' },
  { value: 'better', label: 'Better' },
] as const;
type Tab = (typeof TABS)[number]['value'];
const SHOWN: Record<Tab, () => React.ReactNode> = {
  machine: MachineTab,
  spoil: SpoilTab,
  order: OrderTab,
  days: DaysTab,
  better: BetterTab,
};
/** Tabs that look at one station: the strip above them moves it. */
const ALONG: readonly Tab[] = ['machine', 'spoil'];

/** What digs it, where the dirt goes, what to buy, how many days, and what would be better. */
export function WorksScreen({ jobId, runId, tab }: { jobId: string; runId: string; tab: string | undefined }) {
  const job = useJob(jobId);
  const run = useRun(runId);
  const back = backOr(`/jobs/${jobId}/runs/${runId}`);
  if (!job.document || !run.document)
    return (
      <>
        <TopBar title="Machine, spoil and order" back={back} />
        <Page>
          <Loading error={job.error ?? run.error} retry={() => void Promise.all([job.retry(), run.retry()])} what="the run" />
        </Page>
      </>
    );
  const save = run.document.save.kind === 'saved' ? job.document.save : run.document.save;
  return (
    <>
      <TopBar title={`Works: ${run.document.doc.name}`} status={<SaveBadge save={save} />} back={back} />
      <Works job={job.document} run={run.document} first={TABS.find(({ value }) => value === tab)?.value ?? 'machine'} />
    </>
  );
}

function Works({ job, run, first }: { job: JobDocument; run: RunDocument; first: Tab }) {
  const { width } = useWindowDimensions();
  const [tab, setTab] = useState<Tab>(first);
  const [cursor, setCursor] = useState<number>();
  const { good, errors, crash } = usePlan(job.doc, run.doc);
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
  const edit = useMemo((): WorksEdit | undefined => {
    if (!good) return undefined;
    const [start, end] = [good.plan.profile.station[0] ?? 0, good.plan.profile.station.at(-1) ?? 0];
    return {
      job: job.doc,
      run: withKnownLines(good.job, good.run),
      plan: good.plan,
      cursor: Math.min(end, Math.max(start, cursor ?? good.plan.deepest.station)),
      setCursor,
      apply,
      putJob,
    };
  }, [job.doc, good, cursor, apply, putJob]);
  const Shown = SHOWN[tab];
  return (
    <>
      <View style={{ backgroundColor: colours.chalk, alignItems: 'center' }}>
        <Tabs label="Machine, spoil and order" value={tab} options={TABS} onChange={setTab} />
      </View>
      {edit && ALONG.includes(tab) ? (
        <Strip run={edit.run} plan={edit.plan} units={edit.job.units} width={width} cursor={edit.cursor} onCursor={setCursor} />
      ) : null}
      <Page key={tab} roomy>
        <Conflict document={run} what="this run" />
        <Faults title="These inputs cannot be dug" faults={[...errors.map(({ message }) => message), ...(crash ? [crash] : [])]} />
        {edit ? (
          <WorksContext.Provider value={edit}>
            <Shown />
          </WorksContext.Provider>
        ) : errors.length === 0 ? (
          <Text role="status">Working it out…</Text>
        ) : null}
      </Page>
    </>
  );
}
