import {
  compactorNames,
  fillLayers,
  fillSides,
  squeezeIds,
  squeezes,
  type FilledFact,
  type FillSide,
  type Photo,
  type Squeeze,
} from '@tamper/core/book';
import { fillAt, ladderOver, markTop, nextRung, sayFillVerdict, type FilledLift } from '@tamper/core/fill';
import type { Range } from '@tamper/core/geometry';
import { bareUnit, formatLength, formatStretch, parseCount, parseLength } from '@tamper/core/units';
import { useState } from 'react';
import { useEntering } from '../../data/useEntering';
import { useFormDraft } from '../../data/useFormDraft';
import { PhotoField } from '../../photos/PhotoField';
import { colours } from '../../theme/tokens';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { later } from '../../ui/later';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { Told } from '../../ui/Told';
import { View } from '../../ui/View';
import { useDraggedStretch } from '../lay/useDraggedStretch';
import { useSite } from '../site/context';
import { useFill } from './context';
import { useEnterFilled } from './useEnterFilled';

const ReadingCard = later(async () => (await import('./later')).ReadingCard);
const MayCover = later(async () => (await import('./later')).MayCover);

/** Lift by lift: the next offers itself, and what was read of those that are in. */
export function LiftsTab() {
  const { stretches } = useFill();
  const [read, setRead] = useState<string>();
  // Where nothing stands against it first.
  const next = stretches.find(({ next: rung, shut }) => rung && !shut) ?? stretches.find(({ next: rung }) => rung);
  return (
    <>
      <Shut />
      <NextLift key={next ? `${next.from} ${next.next?.top ?? ''}` : 'full'} offered={next} onRead={setRead} />
      <ReadingCard key={read} lift={read} />
      <InNow onRead={setRead} />
    </>
  );
}

/** Where nothing goes on, and why. */
function Shut() {
  const { units } = useSite().job;
  const { stretches } = useFill();
  return stretches.flatMap(({ from, to, shut }) =>
    shut
      ? [
          <Notice key={from} kind="stop" title={`Nothing goes on it, ${formatStretch({ from, to }, units)}`}>
            <Text>
              {'lift' in shut
                ? shut.lift.state === 'below'
                  ? `${sayFillVerdict(shut.lift.verdict, units)} Compact it again and read it, or take it out.`
                  : 'It was compacted again: read it.'
                : `Something found is not settled: ${shut.stop.note || shut.stop.what}.`}
            </Text>
          </Notice>,
        ]
      : [],
  );
}

interface Form {
  thickness: string;
  passes: string;
  side: FillSide;
  squeeze: Squeeze | undefined;
  photos: Photo[];
}
const BLANK: Form = { thickness: '', passes: '', side: 'both', squeeze: undefined, photos: [] };

/** The lift that comes next over a stretch; as planned it is one press. */
function NextLift({ offered, onRead }: { offered: Range | undefined; onRead: (lift: string) => void }) {
  const { job, jobId, runId } = useSite();
  const { report, open, revision } = useFill();
  const { units } = job;
  const { write, refuse, typed, said, faults } = useEntering(useEnterFilled());
  const [form, put, clear] = useFormDraft<Form>(`lift.${runId}`, () => BLANK);
  const [more, setMore] = useState(false);
  const [barred, setBarred] = useState<string>();
  const whole = { from: open[0]?.from ?? 0, to: open.at(-1)?.to ?? 1 };
  const stretch = useDraggedStretch(whole, offered ?? whole, [], 'Lift');
  const range = stretch.range;
  const middle = range && (range.from + range.to) / 2;
  const state = middle === undefined ? undefined : fillAt(report, middle);
  const place = middle === undefined ? undefined : open.find(({ from, to }) => middle >= from && middle <= to);
  const over = place && ladderOver(report, place);
  const rung = state && over && nextRung(state, over.ladder);
  const change = (part: Partial<Form>) => {
    typed();
    put((before) => ({ ...before, ...part }));
  };
  if (!offered && !rung) return <Notice kind="note" title="Filled to the ground all along" />;
  const enter = () => {
    if (!range) return refuse(stretch.fault);
    if (!rung || !state) return refuse('Nothing is dug open there, or it is full.');
    if (barred !== undefined) return refuse(barred);
    const thickness =
      form.thickness.trim() === '' ? { ok: true as const, value: rung.thickness } : parseLength(form.thickness, bareUnit(units, 'size'));
    if (!thickness.ok) return refuse(thickness.error);
    const passes = form.passes.trim() === '' ? { ok: true as const, value: rung.passes } : parseCount(form.passes, 'passes');
    if (!passes.ok) return refuse(passes.error);
    // Another thickness ends elsewhere than the mark: as far down from the ground as it comes in the middle of the stretch.
    const more = thickness.value - rung.thickness;
    const mark: FilledFact['mark'] =
      Math.abs(more) < 1e-6
        ? rung.mark
        : rung.mark.from === 'bed'
          ? { from: 'bed', at: rung.mark.at + more }
          : { from: 'ground', at: Math.max(0, markTop(rung.mark, state.section) - more) };
    const fact: FilledFact = {
      kind: 'filled',
      ...range,
      layer: rung.layer,
      material: rung.material,
      mark,
      thickness: thickness.value,
      side: form.side,
      compactor: rung.compactor,
      passes: passes.value,
      squeeze: form.squeeze ?? null,
      revision,
      note: '',
    };
    if (
      !write(fact, `Kept: ${fillLayers[rung.layer].toLowerCase()}, ${formatLength(thickness.value, units, 'size')}.`, {
        photos: form.photos,
      })
    )
      return false;
    clear();
    stretch.reset();
    onRead('');
    return true;
  };
  return (
    <Card title="The next lift">
      {rung && state ? (
        <>
          <Text>
            {fillLayers[rung.layer]}: {rung.material}
          </Text>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: 18, rowGap: 2 }}>
            <Big value={formatLength(rung.loose, units, 'size')} says={rung.compactor ? 'loose' : 'as it lies'} testID="number-Loose" />
            {rung.compactor ? <Big value={formatLength(rung.thickness, units, 'size')} says="compacted" testID="number-Lift" /> : null}
            <Big
              value={
                rung.mark.from === 'bed'
                  ? formatLength(rung.mark.at, units, 'size')
                  : formatLength(Math.max(0, markTop(rung.mark, state.section)), units)
              }
              says={rung.mark.from === 'bed' ? 'over the bed' : 'down to its mark'}
              testID="number-Mark"
            />
          </View>
          <Text>
            {rung.compactor ? `${compactorNames[rung.compactor]}, ${rung.passes} passes.` : 'Not compacted.'}{' '}
            {rung.over > 0 ? `${formatLength(rung.over, units, 'size')} over the line then.` : 'Both sides of the line together.'}
          </Text>
          {over && over.ladder.crown > 0 && rung === over.ladder.rungs.at(-1) ? (
            <Text>Heap a crown of {formatLength(over.ladder.crown, units, 'size')} on it: it sinks to the ground.</Text>
          ) : null}
        </>
      ) : (
        <Text>Full there, or nothing is dug open.</Text>
      )}
      {stretch.fields}
      {range ? <MayCover range={range} onBarred={setBarred} /> : null}
      <Button mode="contained" icon="check" onPress={enter}>
        This lift is in
      </Button>
      <Told said={said} faults={faults} />
      <PhotoField jobId={jobId} photos={form.photos} onPhotos={(photos) => change({ photos })} />
      <Button mode="text" icon={more ? 'up' : 'down'} onPress={() => setMore(!more)}>
        {more ? 'As planned' : 'Other than planned'}
      </Button>
      {more ? (
        <>
          <View style={{ flexDirection: 'row', gap: 8 }}>
            <View style={{ flex: 1 }}>
              <TextField label="Thick, compacted" value={form.thickness} onText={(thickness) => change({ thickness })} keys="decimal" />
            </View>
            <View style={{ flex: 1 }}>
              <TextField label="Passes" value={form.passes} onText={(passes) => change({ passes })} keys="decimal" />
            </View>
          </View>
          <Choice
            label="Side"
            value={form.side}
            options={(Object.keys(fillSides) as FillSide[]).map((value) => ({
              value,
              label: value === 'both' ? 'Both' : value === 'left' ? 'Left' : 'Right',
            }))}
            onChange={(side) => change({ side })}
          />
          <Choice
            label="Squeezed in the fist"
            value={form.squeeze ?? 'none'}
            options={[{ value: 'none', label: 'Not tried' }, ...squeezeIds.map((value) => ({ value, label: squeezes[value] }))]}
            onChange={(value) => change({ squeeze: value === 'none' ? undefined : (value as Squeeze) })}
          />
        </>
      ) : null}
    </Card>
  );
}

function Big({ value, says, testID }: { value: string; says: string; testID: string }) {
  return (
    <View>
      <Text testID={testID} variant="headlineLarge" style={{ color: colours.clay, fontVariant: ['tabular-nums'] }}>
        {value}
      </Text>
      <Text variant="bodySmall">{says}</Text>
    </View>
  );
}

const STATES: Record<FilledLift['state'], string> = {
  unread: 'not read',
  passed: 'reads enough',
  below: 'READS TOO LOW',
  again: 'compacted again, to be read',
};

/** The lifts that are in, newest first, and what is done about one that reads too low. */
function InNow({ onRead }: { onRead: (lift: string) => void }) {
  const { units } = useSite().job;
  const { report } = useFill();
  const { write, said, faults } = useEntering(useEnterFilled());
  if (report.lifts.length === 0) return null;
  return (
    <Card title={`In now: ${report.lifts.length} ${report.lifts.length === 1 ? 'lift' : 'lifts'}`}>
      <View role="list" aria-label="Lifts that are in">
        {[...report.lifts].reverse().map((lift) => {
          const { id, state, layer, thickness, compactor, verdict } = lift;
          const bad = state === 'below' || state === 'again';
          const says = `${fillLayers[layer]}, ${formatStretch(lift, units)}, ${formatLength(thickness, units, 'size')}`;
          return (
            <View key={id} role="listitem" style={{ borderTopWidth: 1, borderColor: colours.line, paddingVertical: 6, gap: 4 }}>
              <Text>{says}</Text>
              <Text variant="bodySmall" style={{ color: bad ? colours.stop : state === 'passed' ? colours.good : colours.faded }}>
                {compactor ? `${STATES[state]}${verdict.count > 0 ? `. ${sayFillVerdict(verdict, units)}` : ''}` : 'not compacted'}
              </Text>
              <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
                {state === 'below' ? (
                  <>
                    <Button
                      mode="contained"
                      accessibilityLabel={`Compacted again: ${says}`}
                      onPress={() =>
                        write(
                          { kind: 'fillRedone', lift: id, how: 'again', passes: lift.kept.entry.fact.passes, note: '' },
                          'Kept: compacted again. Read it now.',
                        ) && onRead(id)
                      }
                    >
                      Compacted again
                    </Button>
                    <Button
                      mode="outlined"
                      accessibilityLabel={`Taken out: ${says}`}
                      onPress={() => write({ kind: 'fillRedone', lift: id, how: 'out', passes: 0, note: '' }, 'Kept: taken out.')}
                    >
                      Taken out
                    </Button>
                  </>
                ) : null}
                {compactor ? (
                  <Button mode="text" accessibilityLabel={`Read: ${says}`} onPress={() => onRead(id)}>
                    Read it
                  </Button>
                ) : null}
              </View>
            </View>
          );
        })}
      </View>
      <Told said={said} faults={faults} />
    </Card>
  );
}
