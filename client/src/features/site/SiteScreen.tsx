import type { TabOf } from '../frame/places';
import { BookTab } from './BookTab';
import { CoverTab } from './CoverTab';
import { EnterTab } from './EnterTab';
import { IssueTab } from './IssueTab';
import { PhotosTab } from './PhotosTab';
import { SiteFrame } from './SiteFrame';
import { StandsTab } from './StandsTab';

type Tab = TabOf<'site'>;
const SHOWN: Record<Tab, () => React.ReactNode> = {
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
