import { besideLine } from '@tamper/core/alignment';
import { asLaidThings, type TiePointFact } from '@tamper/core/book';
import { tiedFlat, tiedPoints, tiesTo, type AsLaidPoint } from '@tamper/core/record';
import { bareUnit, formatLength, formatStation, parseLength, parseStation } from '@tamper/core/units';
import { useState } from 'react';
import { useEntering } from '../../data/useEntering';
import { useFormDraft } from '../../data/useFormDraft';
import { RecordPlan } from '../../drawing/RecordPlan';
import { colours } from '../../theme/tokens';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Notice } from '../../ui/Notice';
import { Picker } from '../../ui/Picker';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { Told } from '../../ui/Told';
import { View } from '../../ui/View';
import { useEnterFilled } from '../fill/useEnterFilled';
import { useSite } from '../site/context';
import { useRecord } from './context';

/** Points that stay, and for each structure the tapes that find it again. */
export function TiesTab() {
  const { ties, points } = useRecord();
  const tied = tiedPoints(points);
  const [chosen, choose] = useState<string>();
  const shown = tied.find(({ id }) => id === chosen) ?? tied[0];
  return (
    <>
      {ties.length > 1 && shown ? <Sketch point={shown} /> : null}
      {tied.length > 1 && ties.length > 1 ? (
        <Card title="Sketch of">
          <Pick points={tied} chosen={shown?.id} choose={choose} />
        </Card>
      ) : null}
      {tied.length === 0 ? <Notice kind="note" title="No end, bend or structure is measured yet: its ties come here" /> : null}
      <Held />
    </>
  );
}

function Pick({ points, chosen, choose }: { points: readonly AsLaidPoint[]; chosen: string | undefined; choose: (id: string) => void }) {
  const { units } = useSite().job;
  return (
    <Picker
      label="Point"
      value={chosen ?? ''}
      options={points.map((one) => ({
        value: one.id,
        label: `${one.name || asLaidThings[one.what]} ${formatStation(one.station, units)}`,
      }))}
      onChange={choose}
    />
  );
}

/** Drawn to be found again by somebody with two tapes in twenty years. */
function Sketch({ point }: { point: AsLaidPoint }) {
  const { run, job } = useSite();
  const { ties } = useRecord();
  const { units } = job;
  const from = tiesTo(point.at, ties);
  const name = `${asLaidThings[point.what]}${point.name ? ` ${point.name}` : ''}, ${formatStation(point.station, units)}`;
  return (
    <Card title={name}>
      <RecordPlan
        label={`Ties of ${name}`}
        run={run}
        points={[point]}
        held={ties}
        units={units}
        height={280}
        tapes={{ at: point.at, from }}
      />
      {tiedFlat(point.at, from) ? (
        <Text style={{ color: colours.stop }}>No two of these tapes meet well: enter a point that stays further to the side.</Text>
      ) : null}
      {from.map(({ point: held, length }) => (
        <Text key={held.id}>
          {formatLength(length, units)} from {held.name}
          {held.note ? ` (${held.note})` : ''}
        </Text>
      ))}
      <Text variant="bodySmall">
        {point.top === undefined ? 'Its height was not measured.' : `Its top at ${formatLength(point.top, units, 'level')}.`} North is up;
        grey is the line as planned.
      </Text>
    </Card>
  );
}

interface Form {
  name: string;
  note: string;
  by: 'station' | 'coordinates';
  one: string;
  two: string;
  side: 'left' | 'right';
}

/** The points that stay: a corner, a post, a manhole. */
function Held() {
  const { job, run, runId } = useSite();
  const { ties } = useRecord();
  const { units } = job;
  const { write, refuse, typed, said, faults } = useEntering(useEnterFilled());
  const [form, put, clear] = useFormDraft<Form>(`tie.${runId}`, () => ({
    name: '',
    note: '',
    by: 'station',
    one: '',
    two: '',
    side: 'left',
  }));
  const change = (part: Partial<Form>) => {
    typed();
    put((before) => ({ ...before, ...part }));
  };
  const enter = () => {
    if (form.name.trim() === '') return refuse('Give the point a name people will know in twenty years.');
    if (ties.some(({ name }) => name.toLowerCase() === form.name.trim().toLowerCase()))
      return refuse(`There is a point ${form.name.trim()} already.`);
    const length = (text: string) => parseLength(text, bareUnit(units));
    let at: TiePointFact['at'];
    if (form.by === 'station') {
      const [station, offset] = [parseStation(form.one, units), length(form.two)];
      if (!station.ok) return refuse(station.error);
      if (!offset.ok) return refuse(offset.error);
      at = besideLine(run, station.value, offset.value * (form.side === 'left' ? -1 : 1));
    } else {
      const [x, y] = [length(form.one), length(form.two)];
      if (!x.ok) return refuse(x.error);
      if (!y.ok) return refuse(y.error);
      at = { x: x.value, y: y.value };
    }
    const { x, y } = at;
    if (!write({ kind: 'tiePoint', name: form.name.trim(), at: { x, y }, note: form.note.trim() }, `Kept: ${form.name.trim()}.`))
      return false;
    clear();
    return true;
  };
  return (
    <Card title={`Points that stay: ${ties.length}`}>
      {ties.map(({ id, name, note }) => (
        <Text key={id}>
          {name}
          {note ? `: ${note}` : ''}
        </Text>
      ))}
      <TextField label="Point is" value={form.name} onText={(name) => change({ name })} placeholder="North corner of the shed" />
      <Choice
        label="It stands, by"
        value={form.by}
        options={[
          { value: 'station', label: 'Station and offset' },
          { value: 'coordinates', label: 'Coordinates' },
        ]}
        onChange={(by: Form['by']) => change({ by, one: '', two: '' })}
      />
      <View style={{ flexDirection: 'row', gap: 8 }}>
        <View style={{ flex: 1 }}>
          <TextField
            label={form.by === 'station' ? 'Square to station' : 'Point east'}
            value={form.one}
            onText={(one) => change({ one })}
          />
        </View>
        <View style={{ flex: 1 }}>
          <TextField
            label={form.by === 'station' ? 'So far aside' : 'Point north'}
            value={form.two}
            onText={(two) => change({ two })}
            keys="decimal"
          />
        </View>
      </View>
      {form.by === 'station' ? (
        <Choice
          label="Aside to the"
          value={form.side}
          options={[
            { value: 'left', label: 'Left' },
            { value: 'right', label: 'Right' },
          ]}
          onChange={(side: Form['side']) => change({ side })}
        />
      ) : null}
      <TextField label="How it is found" value={form.note} onText={(note) => change({ note })} />
      <Button mode="contained" icon="plus" onPress={enter}>
        Enter the point that stays
      </Button>
      <Told said={said} faults={faults} />
    </Card>
  );
}
