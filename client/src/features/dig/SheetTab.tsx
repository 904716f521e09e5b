import { gradeSheet, instrumentWords, passLineWords, pegsAt, sheetEventWords, type PegRow, type SheetRow } from '@tamper/core/dig';
import { waysToDig } from '@tamper/core/trench';
import { FOOT, formatLength, formatStation } from '@tamper/core/units';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { DataTable, type Column } from '../../ui/DataTable';
import { Text } from '../../ui/Text';
import { fileName, saveText } from '../../ui/files';
import { useRoom } from '../../ui/useRoom';
import { useWhere } from '../frame/session';
import { useSite } from '../site/context';
import { useDig } from './context';

const STEPS = { metric: [1, 2, 5, 10], us: [5, 10, 25, 50].map((feet) => feet * FOOT) } as const;

/** What is read off at every station: levels, or what is pegged out across the run. */
export function SheetTab() {
  const [shown, setShown] = useState<'levels' | 'pegs'>('levels');
  return (
    <>
      <Choice
        label="Sheet of"
        value={shown}
        options={[
          { value: 'levels', label: 'Levels' },
          { value: 'pegs', label: 'Pegs' },
        ]}
        onChange={setShown}
      />
      {shown === 'levels' ? <LevelSheet /> : <PegSheet />}
    </>
  );
}

/** Every level people dig to, station by station, with what the rod reads from the set-up in force. */
function LevelSheet() {
  const { job, run, plan } = useSite();
  const { report } = useDig();
  const { units } = job;
  const { wide } = useRoom();
  const { look } = useWhere();
  const [step, setStep] = useState('2');
  const { designs, inForce } = report;
  const metres = STEPS[units][Number(step)] ?? 5;
  const rows = useMemo(
    () => gradeSheet({ run, places: plan.places, windows: plan.handWindows, designs, instrument: inForce }, metres),
    [run, plan, designs, inForce, metres],
  );
  const download = async () => {
    const { writeSheetCsv } = await import('@tamper/core/csv');
    await saveText(fileName(`${run.name} grade sheet`, 'csv'), writeSheetCsv(rows), 'text/csv');
  };
  return (
    <Card title="Grade sheet">
      <Text variant="bodySmall">{instrumentWords(report, units)}.</Text>
      <Choice
        label="A line every"
        value={step}
        options={STEPS[units].map((each, i) => ({ value: String(i), label: formatLength(each, units, 'span') }))}
        onChange={setStep}
      />
      <DataTable
        label="Grade sheet"
        columns={columnsOf(units, inForce !== undefined, wide)}
        rows={rows}
        keyOf={({ station, pit }) => `${station} ${pit ?? ''}`}
        page={25}
        onRow={({ station }) => look({ cursor: station })}
      />
      <View style={{ flexDirection: 'row' }}>
        <Button mode="outlined" icon="download" onPress={() => void download()}>
          Save as CSV
        </Button>
      </View>
    </Card>
  );
}

/** What is pegged and painted before the first bucket: edges, lips and the foot of the heap off the centre line, and where the edge teeth run. */
function PegSheet() {
  const { job, run, plan } = useSite();
  const { designs } = useDig().report;
  const { units } = job;
  const { look } = useWhere();
  const [step, setStep] = useState('2');
  const metres = STEPS[units][Number(step)] ?? 5;
  const rows = useMemo(
    () =>
      gradeSheet({ run, places: plan.places, windows: [], designs }, metres).flatMap(({ station, pit }) =>
        pit === null ? (pegsAt(job, run, designs, station) ?? []) : [],
      ),
    [job, run, plan, designs, metres],
  );
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
    <Card title="Pegs across the run">
      <Text variant="bodySmall">From the centre line, looking up the run. Toe: where the foot of the nearest heap begins.</Text>
      {passes.map(({ reach, way }) =>
        way && reach.method.kind === 'open' ? (
          <Text key={reach.id} variant="bodySmall">
            From {formatStation(reach.from, units)}: {passLineWords(way, units)}.
          </Text>
        ) : null,
      )}
      <Choice
        label="Pegs every"
        value={step}
        options={STEPS[units].map((each, i) => ({ value: String(i), label: formatLength(each, units, 'span') }))}
        onChange={setStep}
      />
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
  );
}

/** On a phone what one digs by; with room, all of it. */
function columnsOf(units: 'metric' | 'us', read: boolean, wide: boolean): Column<SheetRow>[] {
  const level = (name: string, of: (row: SheetRow) => number | undefined): Column<SheetRow> => ({
    name,
    value: (row) => of(row) ?? -Infinity,
    show: (row) => {
      const value = of(row);
      return value === undefined ? '–' : formatLength(value, units, 'level');
    },
  });
  return [
    {
      name: 'Station',
      value: ({ station }) => station,
      show: ({ station }) => formatStation(station, units),
      below: ({ events }) => sheetEventWords(events),
      words: true,
    },
    ...(wide ? [level('Ground', ({ ground }) => ground)] : []),
    level('Bottom', ({ bottom }) => bottom),
    ...(wide ? [level('Bed top', ({ bed }) => bed), level('Invert', ({ invert }) => invert)] : []),
    level('Cut', ({ cut }) => cut),
    ...(read ? [level('On the rod', ({ readings }) => readings.bottom)] : []),
    ...(wide && read ? [level('Rod, bed', ({ readings }) => readings.bed), level('Rod, invert', ({ readings }) => readings.pipe)] : []),
    ...(wide
      ? [level('Wide', ({ width }) => width), level('Lip left', ({ lip }) => lip.left), level('Lip right', ({ lip }) => lip.right)]
      : []),
  ];
}
