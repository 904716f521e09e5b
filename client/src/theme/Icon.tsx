import { memo, type ComponentType } from 'react';
import { __iconData as arrowLeft } from 'lucide-react-native/icons/arrow-left';
import { __iconData as arrowLeftRight } from 'lucide-react-native/icons/arrow-left-right';
import { __iconData as bookOpen } from 'lucide-react-native/icons/book-open';
import { __iconData as calendar } from 'lucide-react-native/icons/calendar';
import { __iconData as chartColumn } from 'lucide-react-native/icons/chart-column';
import { __iconData as camera } from 'lucide-react-native/icons/camera';
import { __iconData as check } from 'lucide-react-native/icons/check';
import { __iconData as chevronDown } from 'lucide-react-native/icons/chevron-down';
import { __iconData as chevronFirst } from 'lucide-react-native/icons/chevron-first';
import { __iconData as chevronLast } from 'lucide-react-native/icons/chevron-last';
import { __iconData as chevronLeft } from 'lucide-react-native/icons/chevron-left';
import { __iconData as chevronUp } from 'lucide-react-native/icons/chevron-up';
import { __iconData as chevronRight } from 'lucide-react-native/icons/chevron-right';
import { __iconData as circleDashed } from 'lucide-react-native/icons/circle-dashed';
import { __iconData as cloudAlert } from 'lucide-react-native/icons/cloud-alert';
import { __iconData as cloudCheck } from 'lucide-react-native/icons/cloud-check';
import { __iconData as cloudUpload } from 'lucide-react-native/icons/cloud-upload';
import { __iconData as copy } from 'lucide-react-native/icons/copy';
import { __iconData as crosshair } from 'lucide-react-native/icons/crosshair';
import { __iconData as download } from 'lucide-react-native/icons/download';
import { __iconData as ellipsisVertical } from 'lucide-react-native/icons/ellipsis-vertical';
import { __iconData as hardHat } from 'lucide-react-native/icons/hard-hat';
import { __iconData as images } from 'lucide-react-native/icons/images';
import { __iconData as info } from 'lucide-react-native/icons/info';
import { __iconData as layers } from 'lucide-react-native/icons/layers';
import { __iconData as listChecks } from 'lucide-react-native/icons/list-checks';
import { __iconData as maximize } from 'lucide-react-native/icons/maximize';
import { __iconData as octagonX } from 'lucide-react-native/icons/octagon-x';
import { __iconData as pickaxe } from 'lucide-react-native/icons/pickaxe';
import { __iconData as pencil } from 'lucide-react-native/icons/pencil';
import { __iconData as plus } from 'lucide-react-native/icons/plus';
import { __iconData as ruler } from 'lucide-react-native/icons/ruler';
import { __iconData as printer } from 'lucide-react-native/icons/printer';
import { __iconData as redo2 } from 'lucide-react-native/icons/redo-2';
import { __iconData as scale } from 'lucide-react-native/icons/scale';
import { __iconData as search } from 'lucide-react-native/icons/search';
import { __iconData as shieldCheck } from 'lucide-react-native/icons/shield-check';
import { __iconData as shovel } from 'lucide-react-native/icons/shovel';
import { __iconData as smartphone } from 'lucide-react-native/icons/smartphone';
import { __iconData as square } from 'lucide-react-native/icons/square';
import { __iconData as squareCheck } from 'lucide-react-native/icons/square-check';
import { __iconData as split } from 'lucide-react-native/icons/split';
import { __iconData as tractor } from 'lucide-react-native/icons/tractor';
import { __iconData as trash } from 'lucide-react-native/icons/trash';
import { __iconData as triangleAlert } from 'lucide-react-native/icons/triangle-alert';
import { __iconData as undo2 } from 'lucide-react-native/icons/undo-2';
import { __iconData as upload } from 'lucide-react-native/icons/upload';
import { __iconData as waypoints } from 'lucide-react-native/icons/waypoints';
import { __iconData as x } from 'lucide-react-native/icons/x';
import { __iconData as zoomIn } from 'lucide-react-native/icons/zoom-in';
import { __iconData as zoomOut } from 'lucide-react-native/icons/zoom-out';
import Svg, { Circle, Line, Path, Rect } from '../drawing/svg';
import { colours } from './tokens';

/** Only the icons the app uses; each import brings one path. Some names are those Paper and its date picker ask for. */
export const icons = {
  back: arrowLeft,
  both: arrowLeftRight,
  camera: camera,
  images: images,
  check: check,
  part: circleDashed,
  next: chevronRight,
  unsaved: cloudAlert,
  saved: cloudCheck,
  saving: cloudUpload,
  kept: smartphone,
  down: chevronDown,
  up: chevronUp,
  download: download,
  more: ellipsisVertical,
  machine: tractor,
  note: info,
  site: hardHat,
  stop: octagonX,
  plus: plus,
  redo: redo2,
  split: split,
  trash: trash,
  caution: triangleAlert,
  trench: shovel,
  dig: pickaxe,
  undo: undo2,
  upload: upload,
  close: x,
  book: bookOpen,
  calendar: calendar,
  'calendar-blank': calendar,
  chart: chartColumn,
  'chevron-left': chevronLeft,
  'chevron-right': chevronRight,
  'checkbox-blank-outline': square,
  'checkbox-marked': squareCheck,
  'page-first': chevronFirst,
  'page-last': chevronLast,
  copy: copy,
  touch: crosshair,
  layers: layers,
  list: listChecks,
  measure: ruler,
  print: printer,
  fit: maximize,
  'pencil-outline': pencil,
  points: waypoints,
  compare: scale,
  find: search,
  clear: shieldCheck,
  in: zoomIn,
  out: zoomOut,
};
export type IconName = keyof typeof icons;

/** What their shapes are drawn with. */
const tags = { circle: Circle, line: Line, path: Path, rect: Rect } as Record<string, ComponentType<object>>;

/** An icon by name, drawn from its data as a drawing is: the library's own takes three layers. Also serves as Paper's icon source. */
export const Icon = memo(function Icon({
  name,
  size = 22,
  color = colours.ink,
}: {
  name: string;
  size?: number;
  color?: string | undefined;
}) {
  const icon = icons[name as IconName];
  if (!icon) return null;
  return (
    <Svg
      width={size}
      height={size}
      viewBox="0 0 24 24"
      fill="none"
      stroke={color}
      strokeWidth={2.25}
      strokeLinecap="round"
      strokeLinejoin="round"
      aria-hidden
    >
      {icon.node.map(([tag, { key, ...shape }]) => {
        const Shape = tags[tag] as ComponentType<object>;
        return <Shape key={key} {...shape} />;
      })}
    </Svg>
  );
});
