import type { ComponentType, ReactNode } from 'react';
import type { TabOf } from '../frame/places';
import { FieldHead } from '../site/FieldHead';
import { SiteFrame } from '../site/SiteFrame';
import { BedTab } from './BedTab';
import { LayContext, useLayOf } from './context';
import { later } from '../../ui/later';

// The gate is told below what one came to do: it comes when there is room for it.
const CoverLight = later(async () => (await import('./CoverLight')).CoverLight);
const LinesTab = later(async () => (await import('./LinesTab')).LinesTab);
const JointsTab = later(async () => (await import('./JointsTab')).JointsTab);
const TestsTab = later(async () => (await import('./TestsTab')).TestsTab);
const LiftTab = later(async () => (await import('./LiftTab')).LiftTab);
const TasksTab = later(async () => (await import('./TasksTab')).TasksTab);

type Tab = TabOf<'lay'>;
const SHOWN: Record<Tab, ComponentType> = {
  bed: BedTab,
  lines: LinesTab,
  joints: JointsTab,
  tests: TestsTab,
  lift: LiftTab,
  tasks: TasksTab,
};

/** Laying, joining and testing: what cannot be seen again once it is covered. */
export function LayScreen({ tab }: { tab: Tab }) {
  const Shown = SHOWN[tab];
  return (
    <SiteFrame>
      <Laid>
        <Shown />
        <CoverLight />
      </Laid>
    </SiteFrame>
  );
}

function Laid({ children }: { children: ReactNode }) {
  const lay = useLayOf();
  return (
    <>
      <FieldHead />
      {lay ? <LayContext.Provider value={lay}>{children}</LayContext.Provider> : null}
    </>
  );
}
