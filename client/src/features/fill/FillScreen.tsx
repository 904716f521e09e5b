import { lazy, Suspense, type ComponentType, type ReactNode } from 'react';
import type { TabOf } from '../frame/places';
import { FieldHead } from '../site/FieldHead';
import { SiteFrame } from '../site/SiteFrame';
import { FillContext, useFillOf } from './context';
import { LiftsTab } from './LiftsTab';

const LadderTab = lazy(async () => ({ default: (await import('./later')).LadderTab }));
const SoilTab = lazy(async () => ({ default: (await import('./later')).SoilTab }));
const OutTab = lazy(async () => ({ default: (await import('./later')).OutTab }));
const SettleTab = lazy(async () => ({ default: (await import('./later')).SettleTab }));

type Tab = TabOf<'fill'>;
const SHOWN: Record<Tab, ComponentType> = { lifts: LiftsTab, ladder: LadderTab, soil: SoilTab, out: OutTab, settle: SettleTab };

/** Filling: lift by lift from the bed to the surface, and the supports out with it. */
export function FillScreen({ tab }: { tab: Tab }) {
  const Shown = SHOWN[tab];
  return (
    <SiteFrame>
      <Filled>
        <Suspense fallback={null}>
          <Shown />
        </Suspense>
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
