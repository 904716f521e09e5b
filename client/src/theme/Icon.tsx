import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import ArrowLeftRight from 'lucide-react-native/icons/arrow-left-right';
import Check from 'lucide-react-native/icons/check';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import CloudAlert from 'lucide-react-native/icons/cloud-alert';
import CloudCheck from 'lucide-react-native/icons/cloud-check';
import CloudUpload from 'lucide-react-native/icons/cloud-upload';
import Download from 'lucide-react-native/icons/download';
import EllipsisVertical from 'lucide-react-native/icons/ellipsis-vertical';
import Info from 'lucide-react-native/icons/info';
import OctagonX from 'lucide-react-native/icons/octagon-x';
import Plus from 'lucide-react-native/icons/plus';
import Redo2 from 'lucide-react-native/icons/redo-2';
import Split from 'lucide-react-native/icons/split';
import Trash from 'lucide-react-native/icons/trash';
import TriangleAlert from 'lucide-react-native/icons/triangle-alert';
import Undo2 from 'lucide-react-native/icons/undo-2';
import Upload from 'lucide-react-native/icons/upload';
import X from 'lucide-react-native/icons/x';
import { colours } from './tokens';

/** Only the icons the app uses; each import brings one path. The last three names are Paper's own. */
const icons = {
  back: ArrowLeft,
  both: ArrowLeftRight,
  check: Check,
  next: ChevronRight,
  unsaved: CloudAlert,
  saved: CloudCheck,
  saving: CloudUpload,
  download: Download,
  more: EllipsisVertical,
  note: Info,
  stop: OctagonX,
  plus: Plus,
  redo: Redo2,
  split: Split,
  trash: Trash,
  caution: TriangleAlert,
  undo: Undo2,
  upload: Upload,
  close: X,
};
export type IconName = keyof typeof icons;

/** An icon by name. Also serves as Paper's icon source. */
export function Icon({ name, size = 22, color = colours.ink }: { name: string; size?: number; color?: string | undefined }) {
  const Drawn = icons[name as IconName];
  return Drawn ? <Drawn size={size} color={color} strokeWidth={2.25} /> : null;
}
