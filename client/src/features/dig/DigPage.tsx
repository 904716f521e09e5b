import type { ReactNode } from 'react';
import { useSafe } from '../frame/session';
import { useSite } from '../site/context';
import { FieldHead } from '../site/FieldHead';
import { SiteFrame } from '../site/SiteFrame';
import { DigContext, useDigOf } from './context';

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
  const dig = useDigOf(site, useSafe().revisions);
  return (
    <DigContext.Provider value={dig}>
      <FieldHead />
      {children}
    </DigContext.Provider>
  );
}
