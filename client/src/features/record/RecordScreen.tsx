import { lazy, Suspense, type ComponentType, type ReactNode } from 'react';
import type { TabOf } from '../frame/places';
import { FieldHead } from '../site/FieldHead';
import { SiteFrame } from '../site/SiteFrame';
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
  const record = useRecordOf();
  return (
    <>
      <FieldHead />
      {record ? <RecordContext.Provider value={record}>{children}</RecordContext.Provider> : null}
    </>
  );
}
