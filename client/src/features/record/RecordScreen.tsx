import { lazy, Suspense, type ComponentType, type ReactNode } from 'react';
import { NotIssued } from '../dig/NotIssued';
import type { TabOf } from '../frame/places';
import { useSite } from '../site/context';
import { Outbox } from '../site/Outbox';
import { SiteFrame } from '../site/SiteFrame';
import { AskWho } from '../site/WhoCard';
import { RecordContext, useRecordOf } from './context';
import { PointsTab } from './PointsTab';

const TiesTab = lazy(async () => ({ default: (await import('./later')).TiesTab }));
const TodoTab = lazy(async () => ({ default: (await import('./later')).TodoTab }));
const FilesTab = lazy(async () => ({ default: (await import('./later')).FilesTab }));
const FindTab = lazy(async () => ({ default: (await import('./later')).FindTab }));
const CloseTab = lazy(async () => ({ default: (await import('./later')).CloseTab }));

type Tab = TabOf<'record'>;
const SHOWN: Record<Tab, ComponentType> = {
  points: PointsTab,
  ties: TiesTab,
  todo: TodoTab,
  files: FilesTab,
  find: FindTab,
  close: CloseTab,
};

/** The record of what was laid: measured, put into files, handed over, and found again. */
export function RecordScreen({ tab }: { tab: Tab }) {
  const Shown = SHOWN[tab];
  return (
    <SiteFrame>
      <Recorded>
        <Suspense fallback={null}>
          <Shown />
        </Suspense>
      </Recorded>
    </SiteFrame>
  );
}

function Recorded({ children }: { children: ReactNode }) {
  const site = useSite();
  const record = useRecordOf();
  return (
    <>
      <Outbox book={site.book} units={site.job.units} />
      <NotIssued />
      <AskWho />
      {record ? <RecordContext.Provider value={record}>{children}</RecordContext.Provider> : null}
    </>
  );
}
