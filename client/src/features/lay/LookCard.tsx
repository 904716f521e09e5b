import type { Fact, Photo } from '@tamper/core/book';
import type { Range } from '@tamper/core/geometry';
import { useEntering } from '../../data/useEntering';
import { useFormDraft } from '../../data/useFormDraft';
import { PhotoField } from '../../photos/PhotoField';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { Told } from '../../ui/Told';
import { Points } from '../dig/Points';
import { useSite } from '../site/context';
import { useEnterLaid } from './useEnterLaid';
import { useDraggedStretch, type Entered } from './useDraggedStretch';

interface Props<T extends string> {
  title: string;
  words: string;
  whole: Range;
  offered: Range;
  /** What was looked at before. */
  there: readonly Entered[];
  ids: readonly T[];
  names: Readonly<Record<T, string>>;
  /** What the button says where all is in order. */
  good: string;
  /** The stretch in its fields' names, where a page has several. */
  name: string;
  fact: (range: Range, points: { id: T; ok: boolean; note: string }[]) => Fact;
}

/** A stretch looked at: one touch where all is in order, a touch and a word for what is not. */
export function LookCard<T extends string>({ title, words, whole, offered, there, ids, names, good, name, fact }: Props<T>) {
  const { jobId, runId } = useSite();
  const { write, refuse, typed, said, faults } = useEntering(useEnterLaid());
  const [{ wanting, note, photos }, put, clear] = useFormDraft<{ wanting: T[]; note: string; photos: Photo[] }>(
    `look.${title}.${runId}`,
    () => ({
      wanting: [],
      note: '',
      photos: [],
    }),
  );
  const stretch = useDraggedStretch(whole, offered, there, name);
  const enter = () => {
    if (!stretch.range) return refuse(stretch.fault);
    const points = ids.map((id) => ({ id, ok: !wanting.includes(id), note: wanting.includes(id) ? note.trim() : '' }));
    const done = wanting.length > 0 ? 'Kept: to be put right, and looked at again.' : 'Kept: in order.';
    if (!write(fact(stretch.range, points), done, { photos })) return false;
    clear();
    stretch.reset();
    return true;
  };
  return (
    <Card title={title}>
      <Text variant="bodySmall">{words}</Text>
      {stretch.fields}
      <Points
        ids={ids}
        names={names}
        wanting={wanting}
        onWanting={(next) => {
          typed();
          put((before) => ({ ...before, wanting: next }));
        }}
      />
      {wanting.length > 0 ? (
        <TextField label="What is wrong" value={note} onText={(text) => put((before) => ({ ...before, note: text }))} multiline />
      ) : null}
      <Button mode="contained" icon="check" onPress={enter}>
        {wanting.length > 0 ? `Enter ${wanting.length} not so` : good}
      </Button>
      <Told said={said} faults={faults} />
      <PhotoField jobId={jobId} photos={photos} onPhotos={(next) => put((before) => ({ ...before, photos: next }))} />
    </Card>
  );
}
