import { lazy, Suspense } from 'react';
import type { TabOf } from '../frame/places';
import { EnterTab } from './EnterTab';
import { SiteFrame } from './SiteFrame';
import { StandsTab } from './StandsTab';

// What was laid is asked for where it is to be covered.
const CoverTab = lazy(async () => ({ default: (await import('./CoverTab')).CoverTab }));

const IssueTab = lazy(async () => ({ default: (await import('./later')).IssueTab }));
const PhotosTab = lazy(async () => ({ default: (await import('./later')).PhotosTab }));
const BookTab = lazy(async () => ({ default: (await import('./later')).BookTab }));

type Tab = TabOf<'site'>;
const SHOWN: Record<Tab, React.ComponentType> = {
  enter: EnterTab,
  stands: StandsTab,
  cover: CoverTab,
  issue: IssueTab,
  photos: PhotosTab,
  book: BookTab,
};

/** On site: the plan people work to, what stands, what was seen, and who may go in. */
export function SiteScreen({ tab }: { tab: Tab }) {
  const Shown = SHOWN[tab];
  return (
    <SiteFrame>
      <Suspense fallback={null}>
        <Shown />
      </Suspense>
    </SiteFrame>
  );
}
