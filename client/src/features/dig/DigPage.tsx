import type { ReactNode } from 'react';
import { useSite } from '../site/context';
import { Outbox } from '../site/Outbox';
import { SiteFrame } from '../site/SiteFrame';
import { AskWho } from '../site/WhoCard';
import { DigContext, useDigOf } from './context';
import { NotIssued } from './NotIssued';

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
