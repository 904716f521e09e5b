import type { ReactNode } from 'react';
import type { TabOf } from '../frame/places';
import { useSite } from '../site/context';
import { Outbox } from '../site/Outbox';
import { SiteFrame } from '../site/SiteFrame';
import { AskWho } from '../site/WhoCard';
import { CardTab } from './CardTab';
import { DayTab } from './DayTab';
import { DigContext, useDigOf } from './context';
import { FoundTab } from './FoundTab';
import { LayersTab } from './LayersTab';
import { LevelTab } from './LevelTab';
import { NotIssued } from './NotIssued';

type Tab = TabOf<'dig'>;
const SHOWN: Record<Tab, () => React.ReactNode> = { card: CardTab, level: LevelTab, layers: LayersTab, found: FoundTab, day: DayTab };

/** Digging to the plan: what to dig, what was dug, and what the day came to. */
export function DigScreen({ tab }: { tab: Tab }) {
  const Shown = SHOWN[tab];
  return (
    <DigPage>
      <Shown />
    </DigPage>
  );
}

/** A page for whoever digs: the issued plan, the book, and the dig beside its plan for all that stands on it. */
export function DigPage({ children }: { children: ReactNode }) {
  return (
    <SiteFrame>
      <Dug>{children}</Dug>
    </SiteFrame>
  );
}

function Dug({ children }: { children: ReactNode }) {
  const site = useSite();
  const dig = useDigOf(site);
  return (
    <DigContext.Provider value={dig}>
      <Outbox book={site.book} units={site.job.units} />
      <NotIssued />
      <AskWho />
      {children}
    </DigContext.Provider>
  );
}
