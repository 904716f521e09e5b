import { lazy, Suspense, type ComponentType, type ReactNode } from 'react';
import { NotIssued } from '../dig/NotIssued';
import type { TabOf } from '../frame/places';
import { useSite } from '../site/context';
import { Outbox } from '../site/Outbox';
import { SiteFrame } from '../site/SiteFrame';
import { AskWho } from '../site/WhoCard';
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
  const site = useSite();
  const fill = useFillOf();
  return (
    <>
      <Outbox book={site.book} units={site.job.units} />
      <NotIssued />
      <AskWho />
      {fill ? <FillContext.Provider value={fill}>{children}</FillContext.Provider> : null}
    </>
  );
}
