import { sayEntry, type Pictured } from '@tamper/core/book';
import type { UnitSystem } from '@tamper/core/units';
import { createElement, useEffect, useState } from 'react';
import { Modal } from 'react-native';
import { ZoomButtons } from '../drawing/ZoomButtons';
import { useZoom } from '../drawing/useZoom';
import type { PhotoRow } from '../store/tables';
import { colours } from '../theme/tokens';
import { Button } from '../ui/Button';
import { fileName, saveBlob } from '../ui/files';
import { IconButton } from '../ui/IconButton';
import { showMoment } from '../ui/moment';
import { Text } from '../ui/Text';
import { useKeeping } from '../ui/useKeeping';
import { View } from '../ui/View';
import { signOf, usePhotoRows } from './usePhotoRows';
import { usePicture } from './usePicture';

interface Props {
  jobId: string;
  pictures: readonly Pictured[];
  /** The photo one begins with, by its hash and the entry it stands in. */
  begin: Pictured;
  units: UnitSystem;
  onClose: () => void;
}

const WORDS = { color: colours.onClay };
const isSame = (a: Pictured, b: Pictured) => a.photo.hash === b.photo.hash && a.kept.entry.id === b.kept.entry.id;

/** One photo on the whole screen, pinched and dragged; the others along the run before and behind it. */
export function Viewer({ jobId, pictures, begin, units, onClose }: Props) {
  const rows = usePhotoRows(jobId);
  const [shown, setShown] = useState(begin);
  const index = Math.max(
    0,
    pictures.findIndex((one) => isSame(one, shown)),
  );
  const by = (step: number) => setShown((before) => pictures[index + step] ?? before);
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
      if (step !== 0) by(step);
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  });
  return (
    <Modal visible animationType="none" onRequestClose={onClose}>
      <View
        role="dialog"
        aria-modal
        aria-label={`Photo ${index + 1} of ${pictures.length}`}
        style={{ flex: 1, backgroundColor: colours.ink }}
      >
        <View style={{ flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between', paddingLeft: 12 }}>
          <Text variant="titleMedium" style={WORDS}>
            {index + 1} of {pictures.length}
          </Text>
          <IconButton icon="close" accessibilityLabel="Close the photo" iconColor={colours.onClay} onPress={onClose} />
        </View>
        <Whole key={shown.photo.hash} hash={shown.photo.hash} alt={sayEntry(shown.kept.entry, units)} />
        <Said picture={shown} row={rows.get(shown.photo.hash)} units={units} />
        <View style={{ flexDirection: 'row', justifyContent: 'space-between', padding: 8, gap: 8 }}>
          <Button mode="outlined" colour={colours.onClay} disabled={index === 0} onPress={() => by(-1)}>
            Before
          </Button>
          <Save picture={shown} />
          <Button mode="outlined" colour={colours.onClay} disabled={index === pictures.length - 1} onPress={() => by(1)}>
            Next
          </Button>
        </View>
      </View>
    </Modal>
  );
}

/** The picture as large as there is room, moved and zoomed. */
function Whole({ hash, alt }: { hash: string; alt: string }) {
  const { src, asking, missing, onError } = usePicture(hash, 'full');
  const { frame, shift, by, reset } = useZoom(8);
  const { k, x, y } = shift;
  return (
    <View style={{ flex: 1, minHeight: 0 }}>
      <View ref={frame} style={{ flex: 1, overflow: 'hidden', touchAction: 'none' } as object}>
        {missing ? (
          <Text role="status" style={[WORDS, { padding: 24, textAlign: 'center' }]}>
            This photo is not here yet: it is still on the device it was taken with, or there is no line to the server.
          </Text>
        ) : src === undefined ? null : (
          createElement('img', {
            key: asking,
            src,
            alt,
            onError,
            draggable: false,
            style: {
              ...{ width: '100%', height: '100%', objectFit: 'contain', userSelect: 'none' },
              ...{ transform: `translate(${x}px, ${y}px) scale(${k})`, transformOrigin: '0 0' },
            },
          })
        )}
      </View>
      {missing ? null : <ZoomButtons onBy={by} onReset={reset} whole="Whole photo" />}
    </View>
  );
}

/** What the entry says that the photo belongs to, where and when, and whether the server has it. */
function Said({ picture: { photo, kept, gone }, row, units }: { picture: Pictured; row: PhotoRow | undefined; units: UnitSystem }) {
  const { entry } = kept;
  const place = photo.place && `${photo.place.lat.toFixed(5)}, ${photo.place.lon.toFixed(5)}`;
  const taken = photo.taken !== null && `taken ${showMoment(photo.taken)} by the camera`;
  const keeping = useKeeping();
  const state = row?.refused ?? signOf(row, keeping);
  return (
    <View style={{ padding: 12, gap: 2 }}>
      <Text style={[WORDS, gone ? { textDecorationLine: 'line-through' } : undefined]}>{sayEntry(entry, units)}</Text>
      <Text variant="bodySmall" style={WORDS}>
        {[showMoment(entry.at), entry.author, taken, place, gone && 'said to be wrong later', state].filter(Boolean).join(' · ')}
      </Text>
    </View>
  );
}

function Save({ picture: { photo, kept } }: { picture: Pictured }) {
  const { src, missing } = usePicture(photo.hash, 'full');
  const save = async () => {
    if (src) saveBlob(fileName(`photo ${kept.entry.at.slice(0, 16)} ${photo.hash.slice(0, 8)}`, 'jpg'), await (await fetch(src)).blob());
  };
  return (
    <Button mode="outlined" icon="download" colour={colours.onClay} disabled={src === undefined || missing} onPress={() => void save()}>
      Save
    </Button>
  );
}
