import { NO_REVISION } from '@tamper/core/book';
import { asSetOut, gradeSheet, passLineWords, pegsAt, setOutWords, tapePoints, tapesTo, type PegRow } from '@tamper/core/dig';
import { waysToDig } from '@tamper/core/trench';
import { bareUnit, exactStation, formatLength, formatStation, parseLength, parseStation } from '@tamper/core/units';
import { useMemo, useState } from 'react';
import { useSaid } from '../../data/useSaid';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { DataTable, type Column } from '../../ui/DataTable';
import { Faults } from '../../ui/Faults';
import { Picker } from '../../ui/Picker';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';
import { colours } from '../../theme/tokens';
import { useCursor, useWhere } from '../frame/session';
import { useEnter, useSite } from '../site/context';
import { useDig } from './context';
import { StepChoice, stepOf } from './StepChoice';

/** What is pegged and painted before the first bucket: edges, lips and the foot of the heap off the centre line, and where the edge teeth run. */
export function PegSheet() {
  const { job, run, plan } = useSite();
  const { designs } = useDig().levels;
  const { units } = job;
  const { look } = useWhere();
  const [step, setStep] = useState(2);
  const metres = stepOf(step, units);
  const rows = useMemo(
    () =>
      gradeSheet({ run, places: plan.places, windows: [], designs }, metres).flatMap(({ station, pit }) =>
        pit === null ? (pegsAt(job, run, designs, station) ?? []) : [],
      ),
    [job, run, plan, designs, metres],
  );
  const stations = useMemo(() => rows.map(({ station }) => station), [rows]);
  const offset = (name: string, of: (row: PegRow) => number | undefined): Column<PegRow> => ({
    name,
    value: (row) => of(row) ?? -Infinity,
    show: (row) => {
      const value = of(row);
      return value === undefined ? '–' : formatLength(Math.abs(value), units);
    },
  });
  const passes = run.reaches.map((reach) => ({ reach, way: waysToDig(job, reach)[0] }));
  return (
    <>
      <SetOutCard />
      <TapeCard stations={stations} />
      <Card title="Pegs across the run">
        <Text variant="bodySmall">From the centre line, looking up the run. Toe: where the foot of the nearest heap begins.</Text>
        {passes.map(({ reach, way }) =>
          way && reach.method.kind === 'open' ? (
            <Text key={reach.id} variant="bodySmall">
              From {formatStation(reach.from, units)}: {passLineWords(way, units)}.
            </Text>
          ) : null,
        )}
        <StepChoice label="Pegs every" value={step} onChange={setStep} />
        <DataTable
          label="Pegs across the run"
          columns={[
            { name: 'Station', value: ({ station }) => station, show: ({ station }) => formatStation(station, units), words: true },
            offset('Lip left', ({ lip }) => lip.left),
            offset('Edges', ({ edge }) => edge.right),
            offset('Lip right', ({ lip }) => lip.right),
            offset('Toe', ({ toes }) => toes[0]),
          ]}
          rows={rows}
          keyOf={({ station }) => String(station)}
          page={25}
          onRow={({ station }) => look({ cursor: station })}
        />
      </Card>
    </>
  );
}

/** The edges as they were marked: as planned by a touch, or as they came out. */
function SetOutCard() {
  const { job, book, force } = useSite();
  const { designs, last } = useDig().levels;
  const { units } = job;
  const { look } = useWhere();
  const cursor = useCursor().cursor ?? last?.station ?? 0;
  const enter = useEnter();
  const [form, setForm] = useState<{ station?: string; left?: string; right?: string }>({});
  const [faults, setFaults] = useState<string[]>([]);
  const { said, say, unsay } = useSaid();
  const out = useMemo(() => asSetOut(book.book ?? [], designs), [book.book, designs]);
  const station = form.station ?? exactStation(cursor, units);
  const at = parseStation(station, units);
  const design = at.ok ? designs(at.value, null) : undefined;
  const left = form.left ?? (design ? formatLength(design.lip.left, units) : '');
  const right = form.right ?? (design ? formatLength(design.lip.right, units) : '');
  const write = () => {
    unsay();
    // Left as offered they are as planned, not as they were rounded to be shown.
    const side = (typed: string | undefined, planned: number | undefined) =>
      typed === undefined && planned !== undefined ? ({ ok: true, value: planned } as const) : parseLength(typed ?? '', bareUnit(units));
    const [l, r] = [side(form.left, design?.lip.left), side(form.right, design?.lip.right)];
    const wrong = [at, l, r].flatMap((one) => (one.ok ? [] : [one.error]));
    if (!at.ok || !l.ok || !r.ok || wrong.length > 0) return setFaults(wrong);
    const refused = enter(
      { kind: 'setOut', station: at.value, left: l.value, right: r.value, revision: force?.id ?? NO_REVISION, note: '' },
      undefined,
      [],
      say(`Kept: marked at ${formatStation(at.value, units)}.`),
    );
    setFaults(refused === undefined ? [] : [refused]);
    if (refused !== undefined) return;
    setForm({});
  };
  return (
    <Card title="As marked on the ground">
      <View style={{ flexDirection: 'row', gap: 8 }}>
        <View style={{ flex: 1 }}>
          <TextField label="At station" value={station} onText={(text) => setForm((before) => ({ ...before, station: text }))} />
        </View>
        <View style={{ flex: 1 }}>
          <TextField label="Lip left" value={left} onText={(text) => setForm((before) => ({ ...before, left: text }))} />
        </View>
        <View style={{ flex: 1 }}>
          <TextField label="Lip right" value={right} onText={(text) => setForm((before) => ({ ...before, right: text }))} />
        </View>
      </View>
      <Button mode="contained" icon="check" onPress={write}>
        {form.left === undefined && form.right === undefined ? 'Marked as planned' : 'Marked like this'}
      </Button>
      {said ? <Text role="status">{said}</Text> : null}
      <Faults title="Not entered" faults={faults} />
      {out.map((one) => (
        <Text
          key={one.kept.entry.id}
          style={{ color: one.good ? colours.ink : colours.stop }}
          onPress={() => look({ cursor: one.station })}
        >
          {setOutWords(one, units)}
        </Text>
      ))}
    </Card>
  );
}

/** Pegs set with two tapes from two pins beside the line. */
function TapeCard({ stations }: { stations: readonly number[] }) {
  const { job, run } = useSite();
  const { designs } = useDig().levels;
  const { units } = job;
  const [aside, setAside] = useState<string>();
  const [side, setSide] = useState<'left' | 'right'>('left');
  const [pins, setPins] = useState<[string | undefined, string | undefined]>([undefined, undefined]);
  const text = aside ?? formatLength(5, units);
  const parsed = parseLength(text, bareUnit(units));
  const off = parsed.ok ? parsed.value * (side === 'left' ? -1 : 1) : 0;
  const points = useMemo(() => tapePoints(run, off, units), [run, off, units]);
  const [a, b] = [points.find(({ id }) => id === pins[0]) ?? points[0], points.find(({ id }) => id === pins[1]) ?? points.at(-1)];
  const rows = useMemo(() => {
    if (!a || !b) return [];
    return stations.flatMap((station) => {
      const design = designs(station, null);
      const lip = design && { left: -design.lip.left, right: design.lip.right };
      const [left, right] = lip ? [tapesTo(run, [a, b], station, lip.left), tapesTo(run, [a, b], station, lip.right)] : [];
      return left && right ? [{ station, left, right }] : [];
    });
  }, [stations, designs, run, a, b]);
  type Row = (typeof rows)[number];
  const tape = (name: string, of: (row: Row) => { lengths: [number, number]; good: boolean }, which: 0 | 1): Column<Row> => ({
    name,
    value: (row) => of(row).lengths[which],
    show: (row) => (of(row).good ? formatLength(of(row).lengths[which], units, 'level') : 'too flat'),
  });
  if (points.length < 2 || !a || !b) return null;
  const options = points.map(({ id, name }) => ({ value: id, label: name }));
  return (
    <Card title="By two tapes">
      <Text variant="bodySmall">Two pins beside the line, each at a station known. Tapes that cross flatter than 30° are not given.</Text>
      <View style={{ flexDirection: 'row', gap: 8 }}>
        <View style={{ flex: 1 }}>
          <Picker label="Pin A at" value={a.id} options={options} onChange={(id) => setPins(([, other]) => [id, other])} />
        </View>
        <View style={{ flex: 1 }}>
          <Picker label="Pin B at" value={b.id} options={options} onChange={(id) => setPins(([one]) => [one, id])} />
        </View>
      </View>
      <TextField label="Pins off the line" value={text} onText={setAside} keys="decimal" />
      <Faults title="Not understood" faults={parsed.ok ? [] : [parsed.error]} />
      <Choice
        label="On the"
        value={side}
        options={[
          { value: 'left', label: 'Left' },
          { value: 'right', label: 'Right' },
        ]}
        onChange={setSide}
      />
      <DataTable
        label="Tapes to the lips"
        columns={[
          { name: 'Station', value: ({ station }) => station, show: ({ station }) => formatStation(station, units), words: true },
          tape('Left, A', ({ left }) => left, 0),
          tape('Left, B', ({ left }) => left, 1),
          tape('Right, A', ({ right }) => right, 0),
          tape('Right, B', ({ right }) => right, 1),
        ]}
        rows={rows}
        keyOf={({ station }) => String(station)}
        page={10}
      />
    </Card>
  );
}
