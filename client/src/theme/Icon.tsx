import { memo } from 'react';
import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import ArrowLeftRight from 'lucide-react-native/icons/arrow-left-right';
import BookOpen from 'lucide-react-native/icons/book-open';
import Calendar from 'lucide-react-native/icons/calendar';
import ChartColumn from 'lucide-react-native/icons/chart-column';
import Camera from 'lucide-react-native/icons/camera';
import Check from 'lucide-react-native/icons/check';
import ChevronDown from 'lucide-react-native/icons/chevron-down';
import ChevronFirst from 'lucide-react-native/icons/chevron-first';
import ChevronLast from 'lucide-react-native/icons/chevron-last';
import ChevronLeft from 'lucide-react-native/icons/chevron-left';
import ChevronUp from 'lucide-react-native/icons/chevron-up';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import CircleDashed from 'lucide-react-native/icons/circle-dashed';
import CloudAlert from 'lucide-react-native/icons/cloud-alert';
import CloudCheck from 'lucide-react-native/icons/cloud-check';
import CloudUpload from 'lucide-react-native/icons/cloud-upload';
import Copy from 'lucide-react-native/icons/copy';
import Crosshair from 'lucide-react-native/icons/crosshair';
import Download from 'lucide-react-native/icons/download';
import EllipsisVertical from 'lucide-react-native/icons/ellipsis-vertical';
import HardHat from 'lucide-react-native/icons/hard-hat';
import Images from 'lucide-react-native/icons/images';
import Info from 'lucide-react-native/icons/info';
import Layers from 'lucide-react-native/icons/layers';
import ListChecks from 'lucide-react-native/icons/list-checks';
import Maximize from 'lucide-react-native/icons/maximize';
import OctagonX from 'lucide-react-native/icons/octagon-x';
import Pickaxe from 'lucide-react-native/icons/pickaxe';
import Pencil from 'lucide-react-native/icons/pencil';
import Plus from 'lucide-react-native/icons/plus';
import Ruler from 'lucide-react-native/icons/ruler';
import Printer from 'lucide-react-native/icons/printer';
import Redo2 from 'lucide-react-native/icons/redo-2';
import Scale from 'lucide-react-native/icons/scale';
import Search from 'lucide-react-native/icons/search';
import ShieldCheck from 'lucide-react-native/icons/shield-check';
import Shovel from 'lucide-react-native/icons/shovel';
import Smartphone from 'lucide-react-native/icons/smartphone';
import Square from 'lucide-react-native/icons/square';
import SquareCheck from 'lucide-react-native/icons/square-check';
import Split from 'lucide-react-native/icons/split';
import Tractor from 'lucide-react-native/icons/tractor';
import Trash from 'lucide-react-native/icons/trash';
import TriangleAlert from 'lucide-react-native/icons/triangle-alert';
import Undo2 from 'lucide-react-native/icons/undo-2';
import Upload from 'lucide-react-native/icons/upload';
import Waypoints from 'lucide-react-native/icons/waypoints';
import X from 'lucide-react-native/icons/x';
import ZoomIn from 'lucide-react-native/icons/zoom-in';
import ZoomOut from 'lucide-react-native/icons/zoom-out';
import { colours } from './tokens';

/** Only the icons the app uses; each import brings one path. Some names are those Paper and its date picker ask for. */
const icons = {
  back: ArrowLeft,
  both: ArrowLeftRight,
  camera: Camera,
  images: Images,
  check: Check,
  part: CircleDashed,
  next: ChevronRight,
  unsaved: CloudAlert,
  saved: CloudCheck,
  saving: CloudUpload,
  kept: Smartphone,
  down: ChevronDown,
  up: ChevronUp,
  download: Download,
  more: EllipsisVertical,
  machine: Tractor,
  note: Info,
  site: HardHat,
  stop: OctagonX,
  plus: Plus,
  redo: Redo2,
  split: Split,
  trash: Trash,
  caution: TriangleAlert,
  trench: Shovel,
  dig: Pickaxe,
  undo: Undo2,
  upload: Upload,
  close: X,
  book: BookOpen,
  calendar: Calendar,
  'calendar-blank': Calendar,
  chart: ChartColumn,
  'chevron-left': ChevronLeft,
  'chevron-right': ChevronRight,
  'checkbox-blank-outline': Square,
  'checkbox-marked': SquareCheck,
  'page-first': ChevronFirst,
  'page-last': ChevronLast,
  copy: Copy,
  touch: Crosshair,
  layers: Layers,
  list: ListChecks,
  measure: Ruler,
  print: Printer,
  fit: Maximize,
  'pencil-outline': Pencil,
  points: Waypoints,
  compare: Scale,
  find: Search,
  clear: ShieldCheck,
  in: ZoomIn,
  out: ZoomOut,
};
export type IconName = keyof typeof icons;

/** An icon by name. Also serves as Paper's icon source. */
export const Icon = memo(function Icon({
  name,
  size = 22,
  color = colours.ink,
}: {
  name: string;
  size?: number;
  color?: string | undefined;
}) {
  const Drawn = icons[name as IconName];
  return Drawn ? <Drawn size={size} color={color} strokeWidth={2.25} /> : null;
});
