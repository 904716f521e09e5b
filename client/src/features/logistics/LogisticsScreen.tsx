import { later } from '../../ui/later';
import { useRoom } from '../../ui/useRoom';
import { withKnownProducts } from '@tamper/core/job';
import { useMemo, type ComponentType } from 'react';
import { useBook, useWritten } from '../../data/useBook';
import { Strip } from '../../drawing/Strip';
import { useStable } from '../../ui/useStable';
import type { TabOf } from '../frame/places';
import { useCursor, useMendsHere, usePlanned, useSession, useWhere } from '../frame/session';
import { StepPage } from '../frame/StepPage';
import { LogisticsContext, type LogisticsEdit } from './context';
import { MachineTab } from './MachineTab';
import { SpoilTab } from './SpoilTab';

const OrderTab = later(async () => (await import('./later')).OrderTab);
const DaysTab = later(async () => (await import('./later')).DaysTab);
const BetterTab = later(async () => (await import('./later')).BetterTab);

type Tab = TabOf<'works'>;
const SHOWN: Record<Tab, ComponentType> = {
  machine: MachineTab,
  spoil: SpoilTab,
  order: OrderTab,
  days: DaysTab,
  better: BetterTab,
};
/** Tabs that look at one station: the strip above them moves it. */
const ALONG: readonly Tab[] = ['machine', 'spoil'];

/** What digs it, where the dirt goes, what to buy, how many days, and what would be better. */
export function LogisticsScreen({ tab }: { tab: Tab }) {
  const { jobId, job, book: runBook, apply, putJob, reader } = useSession();
  const { state } = usePlanned();
  const { mends, onFix } = useMendsHere();
  const { page: width } = useRoom();
  const { look } = useWhere();
  const { cursor } = useCursor();
  const setCursor = useStable((station: number) => look({ cursor: station }));
  const { good } = state;
  // What a crew does in an hour is logged for the job, whichever run it was done on.
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
      entries: runBook.book,
      reader,
      mends,
      onFix,
    };
  }, [job.doc, good, cursor, setCursor, apply, putJob, book, runBook.book, reader, mends, onFix]);
  const Shown = SHOWN[tab];
  return (
    <StepPage
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
    </StepPage>
  );
}
