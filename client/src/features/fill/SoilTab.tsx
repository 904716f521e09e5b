import { squeezeIds, squeezes, type ReuseFact, type Squeeze } from '@tamper/core/book';
import { grounds } from '@tamper/core/catalogue';
import { apartFor } from '@tamper/core/dig';
import { maySoilGoBack, reuseLacks, reuseWords, type ReuseLack } from '@tamper/core/fill';
import { countedIn } from '@tamper/core/book';
import { bareUnit, formatStretch, parseLength } from '@tamper/core/units';
import { useState } from 'react';
import { useEntering } from '../../data/useEntering';
import { useFormDraft } from '../../data/useFormDraft';
import { PhotoField } from '../../photos/PhotoField';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { ToggleRow } from '../../ui/ToggleRow';
import { Told } from '../../ui/Told';
import { View } from '../../ui/View';
import type { Photo } from '@tamper/core/book';
import { useDraggedStretch } from '../lay/useDraggedStretch';
import { useSession } from '../frame/session';
import { useSite } from '../site/context';
import { ForThePlan } from '../site/ForThePlan';
import { useFill } from './context';
import { useEnterFilled } from './useEnterFilled';

/** What was dug, before it goes back; and the words at which everybody stops. */
export function SoilTab() {
  return (
    <>
      <Stop />
      <Reuse />
    </>
  );
}

interface Form {
  largest: string;
  squeeze: Squeeze;
  foreign: boolean;
  photos: Photo[];
}

function Reuse() {
  const { job, run, jobId, runId, book, rules } = useSite();
  const { open } = useFill();
  const { run: draft } = useSession();
  const { units } = job;
  const { write, refuse, typed, said, faults } = useEntering(useEnterFilled());
  const [form, put, clear] = useFormDraft<Form>(`reuse.${runId}`, () => ({ largest: '', squeeze: 'ball', foreign: false, photos: [] }));
  const whole = { from: open[0]?.from ?? 0, to: open.at(-1)?.to ?? 1 };
  const seen = countedIn(book.book ?? [], 'reuse');
  const stretch = useDraggedStretch(
    whole,
    whole,
    seen.map((kept) => ({ from: kept.entry.fact.from, to: kept.entry.fact.to, kept })),
    'Soil',
  );
  const change = (part: Partial<Form>) => {
    typed();
    put((before) => ({ ...before, ...part }));
  };
  const largest = parseLength(form.largest, bareUnit(units, 'size'));
  const lacks = largest.ok ? reuseLacks({ largest: largest.value, squeeze: form.squeeze, foreign: form.foreign }, rules) : [];
  const enter = () => {
    if (!stretch.range) return refuse(stretch.fault);
    if (form.largest.trim() === '') return refuse('Say how large the largest stone is.');
    if (!largest.ok) return refuse(largest.error);
    const fact: ReuseFact = {
      kind: 'reuse',
      ...stretch.range,
      material: run.spoil.ground,
      largest: largest.value,
      squeeze: form.squeeze,
      foreign: form.foreign,
      note: '',
    };
    if (!write(fact, maySoilGoBack(lacks) ? 'Kept: it may go back.' : 'Kept: it does not go back as it is.', { photos: form.photos }))
      return false;
    clear();
    stretch.reset();
    return true;
  };
  return (
    <Card title="May what was dug go back?">
      <Text>{grounds[run.spoil.ground].name}, as dug. Squeeze a handful in the fist.</Text>
      {stretch.fields}
      <TextField label="Largest stone" value={form.largest} onText={(text) => change({ largest: text })} keys="decimal" />
      <Choice
        label="Squeezed"
        value={form.squeeze}
        options={squeezeIds.map((value) => ({ value, label: squeezes[value] }))}
        onChange={(squeeze) => change({ squeeze })}
      />
      <ToggleRow label="Rubbish, roots, tar or clods in it" on={form.foreign} onChange={(foreign) => change({ foreign })} />
      {lacks.map((lack) => (
        <Notice key={lack} kind={lack === 'dry' ? 'caution' : 'stop'} title={reuseWords[lack]} />
      ))}
      <Button mode="contained" icon="check" onPress={enter}>
        Enter what it is
      </Button>
      <Told said={said} faults={faults} />
      <PhotoField jobId={jobId} photos={form.photos} onPhotos={(photos) => change({ photos })} />
      {seen.map(({ entry }) => {
        const against = reuseLacks(entry.fact, rules);
        return (
          <View key={entry.id} style={{ gap: 4 }}>
            <Text variant="bodySmall">
              {formatStretch(entry.fact, units)}: {maySoilGoBack(against) ? 'may go back' : 'does not go back'}
              {against.length > 0 ? `. ${against.map((lack) => reuseWords[lack]).join(' ')}` : ''}
            </Text>
            {maySoilGoBack(against) ? null : (
              <ForThePlan
                plans={apartFor(draft.doc, entry.fact, `reuse-${entry.id.slice(0, 8)}`, reuseWords[against[0] as ReuseLack], units)}
              />
            )}
          </View>
        );
      })}
    </Card>
  );
}

/** Words at which the work stops: what is seen of the fill, by the kind of thing found. */
const STOPS = [
  { words: 'The ground pumps', what: 'soft' },
  { words: 'The compactor bounces', what: 'rock' },
  { words: 'Stones crush', what: 'fill' },
  { words: 'Water comes', what: 'water' },
] as const;

function Stop() {
  const { job } = useSite();
  const { open, report } = useFill();
  const { units } = job;
  const { write, refuse, said, faults } = useEntering(useEnterFilled());
  const [settling, setSettling] = useState('');
  const whole = { from: open[0]?.from ?? 0, to: open.at(-1)?.to ?? 1 };
  const stretch = useDraggedStretch(whole, whole, [], 'Stop');
  const stop = ({ words, what }: (typeof STOPS)[number]) =>
    stretch.range
      ? write(
          { kind: 'found', what, ...stretch.range, depth: null, note: words },
          `Kept: ${words.toLowerCase()}. Nothing goes on it there.`,
        )
      : refuse(stretch.fault);
  return (
    <Card title="Stop">
      <Text>See one of these, and nothing more goes in there until it is said what was done about it.</Text>
      {stretch.fields}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        {STOPS.map((one) => (
          <Button key={one.words} mode="outlined" icon="stop" onPress={() => stop(one)}>
            {one.words}
          </Button>
        ))}
      </View>
      {report.stops.length > 0 ? <TextField label="What was done about it" value={settling} onText={setSettling} multiline /> : null}
      {report.stops.map(({ id, from, to, note, what }) => (
        <View key={id} style={{ gap: 4 }}>
          <Text>
            {note || what}, {formatStretch({ from, to }, units)}
          </Text>
          <Button
            mode="contained"
            accessibilityLabel={`Settled: ${note || what}, ${formatStretch({ from, to }, units)}`}
            onPress={() =>
              settling.trim() === ''
                ? refuse('Say what was done about it.')
                : write({ kind: 'settled', found: id, how: settling.trim() }, 'Kept: settled.') && setSettling('')
            }
          >
            Settled
          </Button>
        </View>
      ))}
      <Told said={said} faults={faults} />
    </Card>
  );
}
