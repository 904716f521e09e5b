import type { Pictured } from '@tamper/core/book';
import { capital, formatStretch, type UnitSystem } from '@tamper/core/units';
import { useState } from 'react';
import { Button } from '../ui/Button';
import { later } from '../ui/later';
import { Text } from '../ui/Text';
import { useKeeping } from '../ui/useKeeping';
import { View } from '../ui/View';
import { sayPhoto, Thumb } from './Thumb';
import { signOf, usePhotoRows } from './usePhotoRows';

const Viewer = later(async () => (await import('./Viewer')).Viewer);

interface Props {
  jobId: string;
  pictures: readonly Pictured[];
  units: UnitSystem;
  /** Heads that say where along the run. */
  headed?: boolean;
}
/** Photos shown before more are asked for. */
const PAGE = 60;

/** Photos side by side; one touched fills the screen. */
export function Gallery({ jobId, pictures, units, headed = false }: Props) {
  const rows = usePhotoRows(jobId);
  const keeping = useKeeping();
  const [open, setOpen] = useState<Pictured>();
  const [most, setMost] = useState(PAGE);
  return (
    <>
      {groups(pictures.slice(0, most), headed, units).map(({ head, of }) => (
        <View key={head} style={{ gap: 6 }}>
          {head ? <Text variant="titleSmall">{head}</Text> : null}
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
            {of.map((one) => (
              <Thumb
                key={`${one.kept.entry.id} ${one.photo.hash}`}
                hash={one.photo.hash}
                label={sayPhoto(one, units)}
                sign={signOf(rows.get(one.photo.hash), keeping)}
                faded={one.gone}
                onPress={() => setOpen(one)}
              />
            ))}
          </View>
        </View>
      ))}
      {pictures.length > most ? <Button onPress={() => setMost(most + PAGE)}>Show more of {pictures.length} photos</Button> : null}
      {open ? <Viewer jobId={jobId} pictures={pictures} begin={open} units={units} onClose={() => setOpen(undefined)} /> : null}
    </>
  );
}

/** Neighbours under one head. */
function groups(pictures: readonly Pictured[], headed: boolean, units: UnitSystem): { head: string; of: Pictured[] }[] {
  const found: { head: string; of: Pictured[] }[] = [];
  for (const one of pictures) {
    const head = !headed ? '' : one.where === null ? 'Of the whole run' : capital(formatStretch(one.where, units));
    const last = found.at(-1);
    if (last?.head === head) last.of.push(one);
    else found.push({ head, of: [one] });
  }
  return found;
}
