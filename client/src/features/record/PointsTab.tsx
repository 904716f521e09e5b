import { asLaidThingIds, asLaidThings, type AsLaidFact, type AsLaidThing, type Photo } from '@tamper/core/book';
import { doubtWords, instrumentInForce, instrumentsOf, planeAt } from '@tamper/core/dig';
import { placedLines } from '@tamper/core/job';
import { isTie, sayPoint, sayTie, sayTieFault, sideNear, takenFor, tieOf, type ExpectedPoint } from '@tamper/core/record';
import { bareUnit, exactStation, figuresIn, formatLength, formatStation, parseLength, parseStation } from '@tamper/core/units';
import { useState } from 'react';
import { deviceClock } from '../../data/deviceClock';
import { useEntering } from '../../data/useEntering';
import { useFormDraft } from '../../data/useFormDraft';
import { RecordPlan } from '../../drawing/RecordPlan';
import { PhotoField } from '../../photos/PhotoField';
import { colours } from '../../theme/tokens';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { Told } from '../../ui/Told';
import { View } from '../../ui/View';
import { useEnterFilled } from '../fill/useEnterFilled';
import { useSite } from '../site/context';
import { useRecord } from './context';

type By = AsLaidFact['place']['by'];
type Up = 'level' | 'reading' | 'cover' | 'none';
interface Form {
  what: AsLaidThing | undefined;
  line: string | undefined;
  station: string | undefined;
  name: string | undefined;
  by: By;
  one: string;
  two: string;
  three: string;
  points: (string | undefined)[];
  side: 'left' | 'right' | undefined;
  up: Up;
  height: string;
  photos: Photo[];
}
const BLANK: Form = {
  what: undefined,
  line: undefined,
  station: undefined,
  name: undefined,
  by: 'station',
  one: '',
  two: '',
  three: '',
  points: [],
  side: undefined,
  up: 'level',
  height: '',
  photos: [],
};

/** Points as laid: those the record should have against those it has; the next offers itself. */
export function PointsTab() {
  const { runId, job, run } = useSite();
  const { points, expected, unplaced, ties } = useRecord();
  const { units } = job;
  const [form, put] = useFormDraft<Form>(`aslaid.${runId}`, () => BLANK);
  const missing = expected.filter(({ by }) => by === undefined);
  return (
    <>
      <Notice
        kind={missing.length > 0 ? 'caution' : 'note'}
        title={`${expected.length - missing.length} of ${expected.length} points measured`}
      >
        {missing.length > 0 ? (
          <Text>
            Missing:{' '}
            {missing
              .slice(0, 4)
              .map((one) => sayPoint(one, units))
              .join(', ')}
            {missing.length > 4 ? `, and ${missing.length - 4} more` : ''}
          </Text>
        ) : null}
      </Notice>
      <PointForm form={form} put={put} next={missing[0]} />
      {points.length > 0 ? (
        <Card title="As laid over the plan">
          <RecordPlan
            label={`${points.length} points as laid over the plan`}
            run={run}
            points={points}
            held={ties}
            units={units}
            height={260}
          />
          <Text variant="bodySmall">Grey: the plan. Green: where it may be. A red ring: further off than it may.</Text>
          <View role="list" aria-label="Points as laid">
            {points.map((one) => (
              <View key={one.id} role="listitem" style={{ borderTopWidth: 1, borderColor: colours.line, paddingVertical: 6 }}>
                <Text style={{ color: one.good ? colours.ink : colours.stop }}>
                  {asLaidThings[one.what]}
                  {one.name ? ` ${one.name}` : ''}, {formatStation(one.station, units)}: {formatLength(Math.abs(one.across), units, 'size')}{' '}
                  {one.across < 0 ? 'left' : 'right'}
                  {one.up === undefined ? '' : `, ${formatLength(Math.abs(one.up), units, 'size')} ${one.up < 0 ? 'low' : 'high'}`}
                  {Math.abs(one.along) <= one.within.along
                    ? ''
                    : `, ${formatLength(Math.abs(one.along), units)} ${one.along < 0 ? 'short of' : 'past'} where the plan has it`}
                  {one.good ? '' : ': OFF ITS PLAN'}
                </Text>
                <Text variant="bodySmall">
                  {one.top === undefined ? 'height not measured' : `top at ${formatLength(one.top, units, 'level')}`}
                  {one.doubt ? ` · LEVEL DOUBTFUL: ${doubtWords(one.doubt)}` : ''}
                  {one.radius === undefined ? '' : ` · by tapes, within ${formatLength(one.radius, units, 'size')}`}
                  {one.residual === undefined ? '' : ` · third tape off ${formatLength(Math.abs(one.residual), units, 'size')}`}
                  {one.flat ? ' · TAPES TOO FLAT' : ''}
                </Text>
              </View>
            ))}
          </View>
        </Card>
      ) : null}
      {unplaced.map(({ kept, fault }) => (
        <Notice key={kept.entry.id} kind="stop" title="A point that cannot be placed">
          <Text>{sayTieFault(fault, units)}</Text>
        </Notice>
      ))}
    </>
  );
}

function PointForm({ form, put, next }: { form: Form; put: (change: (before: Form) => Form) => void; next: ExpectedPoint | undefined }) {
  const { job, jobId, run, rules, book, runId } = useSite();
  const { ties, expected, revision } = useRecord();
  const { units } = job;
  const { write, refuse, typed, said, faults } = useEntering(useEnterFilled());
  const [entered, setEntered] = useState(0);
  const change = (part: Partial<Form>) => {
    typed();
    put((before) => ({ ...before, ...part }));
  };
  const lines = placedLines(job, run);
  const line = lines.find(({ id }) => id === (form.line ?? next?.line)) ?? lines[0];
  const what = form.what ?? next?.what ?? 'along';
  const offered = next && (form.what === undefined || form.what === next.what) ? next : undefined;
  const stationText = form.station ?? exactStation(offered?.station ?? 0, units);
  const station = form.station === undefined && offered ? { ok: true as const, value: offered.station } : parseStation(stationText, units);
  const name = form.name ?? offered?.name ?? '';
  const instrument = instrumentInForce(instrumentsOf(book.book ?? [], deviceClock().now(), rules));
  const length = (text: string) => parseLength(text, bareUnit(units));
  const held = [0, 1, 2].map((i) => ties.find(({ id }) => id === form.points[i]) ?? (i < 2 ? ties[i] : undefined));
  const [a, b, third] = held;
  const lengths = [length(form.one), length(form.two), length(form.three)] as const;
  const planned = station.ok && line ? { station: station.value, offset: line.x } : undefined;
  const tie = (side: 'left' | 'right') =>
    a && b && lengths[0].ok && lengths[1].ok
      ? tieOf(
          a.at,
          b.at,
          lengths[0].value,
          lengths[1].value,
          side,
          third && lengths[2].ok ? { at: third.at, length: lengths[2].value } : undefined,
        )
      : undefined;
  const left = tie('left');
  // The side nearer to where the plan has it, until somebody says otherwise.
  const side = form.side ?? (left && isTie(left) && planned ? sideNear(run, left, planned) : 'left');
  const found = tie(side);
  const place = (): AsLaidFact['place'] | { error: string } => {
    switch (form.by) {
      case 'station': {
        if (!station.ok) return { error: station.error };
        const offset = form.one.trim() === '' ? { ok: true as const, value: line?.x ?? 0 } : length(form.one.replace(/^-|^−/, ''));
        if (!offset.ok) return { error: offset.error };
        const sign = form.one.trim() !== '' && form.side === 'left' ? -1 : 1;
        return { by: 'station', station: station.value, offset: offset.value * sign };
      }
      case 'coordinates': {
        const [x, y] = [length(form.one), length(form.two)];
        if (!x.ok) return { error: `East: ${x.error}` };
        return y.ok ? { by: 'coordinates', at: { x: x.value, y: y.value } } : { error: `North: ${y.error}` };
      }
      case 'tapes': {
        if (!a || !b) return { error: 'Enter two points that stay first, under Ties.' };
        if (!lengths[0].ok) return { error: lengths[0].error };
        if (!lengths[1].ok) return { error: lengths[1].error };
        if (found && !isTie(found)) return { error: sayTieFault(found, units) };
        const of = ({ id, name: called, at }: typeof a) => ({ id, name: called, at });
        return {
          by: 'tapes',
          points: [of(a), of(b)],
          lengths: [lengths[0].value, lengths[1].value],
          side,
          third: third && form.three.trim() !== '' && lengths[2].ok ? { point: of(third), length: lengths[2].value } : null,
        };
      }
    }
  };
  const height = (): AsLaidFact['height'] | { error: string } => {
    if (form.up === 'none' || form.height.trim() === '') return null;
    const value = length(form.height);
    if (!value.ok) return { error: value.error };
    if (form.up === 'cover') return { as: 'cover', value: value.value };
    if (form.up === 'level') return { as: 'level', value: value.value, setUp: null };
    if (!instrument || !station.ok) return { error: 'No set-up stands: set one up, or type the level.' };
    return { as: 'level', value: planeAt(instrument.plane, station.value) - value.value, setUp: instrument.id };
  };
  const enter = () => {
    if (!station.ok) return refuse(station.error);
    if (!line) return refuse('No line is laid by this plan.');
    const [where, up] = [place(), height()];
    if ('error' in where) return refuse(where.error);
    if (up && 'error' in up) return refuse(up.error);
    const fact: AsLaidFact = {
      kind: 'asLaid',
      what,
      line: line.id,
      name: name.trim(),
      of: takenFor(expected, { what, line: line.id, station: station.value }),
      station: station.value,
      place: where,
      height: up,
      revision,
      note: '',
    };
    if (!write(fact, `Kept: ${asLaidThings[what].toLowerCase()} at ${formatStation(station.value, units)}.`, { photos: form.photos }))
      return false;
    // The way to measure stays; the next point is another.
    put(({ by, up: how, points }) => ({ ...BLANK, by, up: how, points }));
    setEntered((count) => count + 1);
    return true;
  };
  const field = (key: 'one' | 'two' | 'three', label: string, placeholder = '') => (
    <View key={key} style={{ flexGrow: 1, flexBasis: 130 }}>
      <TextField
        key={`${key}${entered}`}
        label={label}
        value={form[key]}
        onText={(text) => change({ [key]: text })}
        placeholder={placeholder}
        keys="decimal"
      />
    </View>
  );
  const pick = (i: number) =>
    ties.length > 2 ? (
      <Choice
        key={i}
        label={i === 2 ? 'Third tape from' : `Tape ${i + 1} from`}
        value={held[i]?.id ?? 'none'}
        options={[
          ...(i === 2 ? [{ value: 'none', label: 'None' }] : []),
          ...ties.map(({ id, name: called }) => ({ value: id, label: called })),
        ]}
        onChange={(value) => change({ points: [0, 1, 2].map((k) => (k === i ? (value === 'none' ? undefined : value) : held[k]?.id)) })}
      />
    ) : null;
  return (
    <Card title={next ? `Next: ${sayPoint(next, units)}` : 'A further point'}>
      <Choice
        label="What"
        value={what}
        options={asLaidThingIds
          .filter((id) => id !== 'tail' || line?.product.kind === 'cable')
          .map((value) => ({ value, label: asLaidThings[value] }))}
        onChange={(value) => change({ what: value })}
      />
      {lines.length > 1 ? (
        <Choice
          label="Of line"
          value={line?.id ?? ''}
          options={lines.map(({ id, name: called }) => ({ value: id, label: called }))}
          onChange={(value) => change({ line: value })}
        />
      ) : null}
      <View style={{ flexDirection: 'row', gap: 8 }}>
        <View style={{ flex: 1 }}>
          <TextField label="At station" value={stationText} onText={(text) => change({ station: text })} />
        </View>
        <View style={{ flex: 1 }}>
          <TextField label="Called" value={name} onText={(text) => change({ name: text })} />
        </View>
      </View>
      <Choice
        label="Where, by"
        value={form.by}
        options={[
          { value: 'station', label: 'Its station' },
          { value: 'tapes', label: 'Two tapes' },
          { value: 'coordinates', label: 'Coordinates' },
        ]}
        onChange={(by: By) => change({ by, one: '', two: '', three: '', side: undefined })}
      />
      {form.by === 'station' ? (
        <>
          {field('one', 'Beside the centre line', line ? formatLength(Math.abs(line.x), units) : '0')}
          {form.one.trim() !== '' ? (
            <Choice
              label="Which side"
              value={form.side ?? 'right'}
              options={[
                { value: 'left', label: 'Left' },
                { value: 'right', label: 'Right' },
              ]}
              onChange={(value) => change({ side: value })}
            />
          ) : null}
        </>
      ) : form.by === 'coordinates' ? (
        <View style={{ flexDirection: 'row', gap: 8 }}>
          {field('one', 'East')}
          {field('two', 'North')}
        </View>
      ) : ties.length < 2 ? (
        <Notice kind="caution" title="Two points that stay are wanted first">
          <Text>A corner of a building, a post, a manhole: enter them under Ties.</Text>
        </Notice>
      ) : (
        <>
          {pick(0)}
          {pick(1)}
          <View style={{ flexDirection: 'row', gap: 8 }}>
            {field('one', `From ${a?.name ?? 'the first'}`)}
            {field('two', `From ${b?.name ?? 'the second'}`)}
          </View>
          {pick(2)}
          {third ? field('three', `From ${third.name}`) : null}
          {found && isTie(found) && a && b ? (
            <>
              <RecordPlan
                label="Where the tapes meet"
                run={run}
                points={[]}
                held={[a, b, ...(third ? [third] : [])]}
                units={units}
                height={210}
                tapes={{
                  at: found.at,
                  from: [a, b].map((point, i) => ({
                    point,
                    length: lengths[i as 0 | 1].ok ? (lengths[i as 0 | 1] as { value: number }).value : 0,
                  })),
                }}
                candidates={[found.at, found.other]}
              />
              <Text style={{ color: found.flat ? colours.stop : colours.ink }}>{sayTie(found, units)}</Text>
              <Choice
                label={`Side, from ${a.name} to ${b.name}`}
                value={side}
                options={[
                  { value: 'left', label: 'Left' },
                  { value: 'right', label: 'Right' },
                ]}
                onChange={(value) => change({ side: value })}
              />
            </>
          ) : found && !isTie(found) ? (
            <Notice kind="stop" title={sayTieFault(found, units)} />
          ) : null}
        </>
      )}
      <Choice
        label="How high, its top"
        value={form.up}
        options={[
          { value: 'level', label: 'Level' },
          ...(instrument ? [{ value: 'reading' as const, label: 'Rod' }] : []),
          { value: 'cover', label: 'Cover' },
          { value: 'none', label: 'Not' },
        ]}
        onChange={(up: Up) => change({ up, height: '' })}
      />
      {form.up === 'none' ? null : (
        <TextField
          key={`up${entered}`}
          label={form.up === 'cover' ? 'Cover over it' : form.up === 'reading' ? 'Reading on its top' : 'Level of its top'}
          value={form.height}
          onText={(text) => change({ height: text })}
          keys="decimal"
        />
      )}
      <Button mode="contained" icon="check" onPress={enter}>
        Enter the point
      </Button>
      <Told said={said} faults={faults} />
      <PhotoField key={runId} jobId={jobId} photos={form.photos} onPhotos={(photos) => change({ photos })} />
      <Text variant="bodySmall">
        {figuresIn(rules.asLaidAside.basis, units)}. {figuresIn(rules.asLaidApart.basis, units)}.
      </Text>
    </Card>
  );
}
