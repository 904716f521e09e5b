import type { ComponentType, ReactNode } from 'react';
import type { TabOf } from '../frame/places';
import { FieldHead } from '../site/FieldHead';
import { SiteFrame } from '../site/SiteFrame';
import { RecordContext, useRecordOf } from './context';
import { PointsTab } from './PointsTab';
import { later } from '../../ui/later';

const TiesTab = later(async () => (await import('./later')).TiesTab);
const TodoTab = later(async () => (await import('./later')).TodoTab);
const FilesTab = later(async () => (await import('./later')).FilesTab);
const FindTab = later(async () => (await import('./later')).FindTab);
const CloseTab = later(async () => (await import('./later')).CloseTab);

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
        <Shown />
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
