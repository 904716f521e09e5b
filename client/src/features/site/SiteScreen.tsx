import type { TabOf } from '../frame/places';
import { EnterTab } from './EnterTab';
import { SiteFrame } from './SiteFrame';
import { StandsTab } from './StandsTab';
import { later } from '../../ui/later';

// What was laid is asked for where it is to be covered.
const CoverTab = later(async () => (await import('./CoverTab')).CoverTab);

const IssueTab = later(async () => (await import('./later')).IssueTab);
const PhotosTab = later(async () => (await import('./later')).PhotosTab);
const BookTab = later(async () => (await import('./later')).BookTab);

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
      <Shown />
    </SiteFrame>
  );
}
