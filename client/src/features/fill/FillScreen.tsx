import type { ComponentType, ReactNode } from 'react';
import type { TabOf } from '../frame/places';
import { FieldHead } from '../site/FieldHead';
import { SiteFrame } from '../site/SiteFrame';
import { FillContext, useFillOf } from './context';
import { LiftsTab } from './LiftsTab';
import { later } from '../../ui/later';

const LadderTab = later(async () => (await import('./later')).LadderTab);
const SoilTab = later(async () => (await import('./later')).SoilTab);
const OutTab = later(async () => (await import('./later')).OutTab);
const SettleTab = later(async () => (await import('./later')).SettleTab);

type Tab = TabOf<'fill'>;
const SHOWN: Record<Tab, ComponentType> = { lifts: LiftsTab, ladder: LadderTab, soil: SoilTab, out: OutTab, settle: SettleTab };

/** Filling: lift by lift from the bed to the surface, and the supports out with it. */
export function FillScreen({ tab }: { tab: Tab }) {
  const Shown = SHOWN[tab];
  return (
    <SiteFrame>
      <Filled>
        <Shown />
      </Filled>
    </SiteFrame>
  );
}

function Filled({ children }: { children: ReactNode }) {
  const fill = useFillOf();
  return (
    <>
      <FieldHead />
      {fill ? <FillContext.Provider value={fill}>{children}</FillContext.Provider> : null}
    </>
  );
}
