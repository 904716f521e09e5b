import type { TabOf } from '../frame/places';
import { useSite } from '../site/context';
import { Outbox } from '../site/Outbox';
import { SiteFrame } from '../site/SiteFrame';
import { AskWho } from '../site/WhoCard';
import { CardTab } from './CardTab';
import { DigContext, useDigOf } from './context';
import { FoundTab } from './FoundTab';
import { LevelTab } from './LevelTab';
import { NotIssued } from './NotIssued';
import { SetUpTab } from './SetUpTab';
import { SheetTab } from './SheetTab';

type Tab = TabOf<'dig'>;
const SHOWN: Record<Tab, () => React.ReactNode> = { card: CardTab, level: LevelTab, found: FoundTab, sheet: SheetTab, setup: SetUpTab };

/** Digging to the plan: levels set up, read and held against it. */
export function DigScreen({ tab }: { tab: Tab }) {
  return (
    <SiteFrame>
      <Dug tab={tab} />
    </SiteFrame>
  );
}

function Dug({ tab }: { tab: Tab }) {
  const site = useSite();
  const dig = useDigOf(site);
  const Shown = SHOWN[tab];
  return (
    <DigContext.Provider value={dig}>
      <Outbox book={site.book} units={site.job.units} />
      <NotIssued />
      <AskWho />
      <Shown />
    </DigContext.Provider>
  );
}
