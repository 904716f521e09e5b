import { withKnownProducts } from '@tamper/core/job';
import { readerOf } from '@tamper/core/words';
import { useMemo, useState } from 'react';
import { useWindowDimensions } from 'react-native';
import type { JobDocument, RunDocument } from '../../data/documents';
import { useBook, useWritten } from '../../data/useBook';
import { Strip } from '../../drawing/Strip';
import { isStopped } from '../../workers/usePlan';
import { useMends, useTakeFix } from '../../workers/useMends';
import { OpenRun } from '../run/OpenRun';
import { RunTabs } from '../run/RunTabs';
import { useEdits } from '../run/useEdits';
import { BetterTab } from './BetterTab';
import { LogisticsContext, type LogisticsEdit } from './context';
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
export const LogisticsScreen = ({ jobId, runId, tab }: { jobId: string; runId: string; tab: string | undefined }) => (
  <OpenRun jobId={jobId} runId={runId} title="Works">
    {(job, run) => <Works job={job} run={run} jobId={jobId} first={TABS.find(({ value }) => value === tab)?.value ?? 'machine'} />}
  </OpenRun>
);

function Works({ job, run, jobId, first }: { job: JobDocument; run: RunDocument; jobId: string; first: Tab }) {
  const { width } = useWindowDimensions();
  const [tab, setTab] = useState<Tab>(first);
  const [cursor, setCursor] = useState<number>();
  const { apply, putJob, ...state } = useEdits(job, run);
  const { good } = state;
  const mends = useMends(good);
  const onFix = useTakeFix(mends, run.doc, isStopped(state), apply);
  const reader = useMemo(() => readerOf(job.doc), [job.doc]);
  const book = useWritten(useBook(jobId));
  const edit = useMemo((): LogisticsEdit | undefined => {
    if (!good) return undefined;
    const [start, end] = [good.plan.profile.station[0] ?? 0, good.plan.profile.station.at(-1) ?? 0];
    return {
      job: job.doc,
      run: withKnownProducts(good.job, good.run),
      plan: good.plan,
      cursor: Math.min(end, Math.max(start, cursor ?? good.plan.deepest.station)),
      setCursor,
      apply,
      putJob,
      book,
      reader,
      mends,
      onFix,
    };
  }, [job.doc, good, cursor, apply, putJob, book, reader, mends, onFix]);
  const Shown = SHOWN[tab];
  return (
    <RunTabs
      label="Machine, spoil and order"
      tabs={TABS}
      tab={tab}
      onTab={setTab}
      run={run}
      state={state}
      roomy
      above={
        edit && ALONG.includes(tab) ? (
          <Strip run={edit.run} plan={edit.plan} units={edit.job.units} width={width} cursor={edit.cursor} onCursor={setCursor} />
        ) : null
      }
    >
      {edit ? (
        <LogisticsContext.Provider value={edit}>
          <Shown />
        </LogisticsContext.Provider>
      ) : undefined}
    </RunTabs>
  );
}
