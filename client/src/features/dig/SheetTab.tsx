import { boardWords, gradeSheet, instrumentWords, sheetEventWords, sightNames, type SheetRow } from '@tamper/core/dig';
import { formatLength, formatStation } from '@tamper/core/units';
import { useMemo, useState } from 'react';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { DataTable, type Column } from '../../ui/DataTable';
import { Text } from '../../ui/Text';
import { Faults } from '../../ui/Faults';
import { View } from '../../ui/View';
import { fileName, saveBlob, saveText } from '../../ui/files';
import { printedOn } from '../../ui/moment';
import { sentencesOf } from '../../ui/sentences';
import { useRoom } from '../../ui/useRoom';
import { useWhere } from '../frame/session';
import { useSite } from '../site/context';
import { useDig } from './context';
import { PegSheet } from './PegSheet';
import { StepChoice, stepOf } from './StepChoice';

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
  const { levels } = useDig();
  const { units } = job;
  const { wide } = useRoom();
  const { look } = useWhere();
  const [step, setStep] = useState(2);
  const { designs, inForce } = levels;
  const metres = stepOf(step, units);
  const rows = useMemo(
    () => gradeSheet({ run, places: plan.places, windows: plan.handWindows, designs, instrument: inForce }, metres),
    [run, plan, designs, inForce, metres],
  );
  const fact = inForce?.kept.entry.fact;
  const [faults, setFaults] = useState<string[]>([]);
  const print = async () => {
    try {
      const [{ writePdf }, { gradeSheetDocument }] = await Promise.all([import('../../print/pdf'), import('../../print/gradeSheet')]);
      saveBlob(fileName(`${run.name} grade sheet`, 'pdf'), await writePdf(gradeSheetDocument(job, run, levels, rows, printedOn())));
    } catch (fault) {
      setFaults(sentencesOf(fault));
    }
  };
  const download = async () => {
    const { writeSheetCsv } = await import('@tamper/core/csv');
    await saveText(fileName(`${run.name} grade sheet`, 'csv'), writeSheetCsv(rows), 'text/csv');
  };
  return (
    <Card title="Grade sheet">
      <Text variant="bodySmall">
        {instrumentWords(levels, units)}. {inForce ? boardWords(run, designs, inForce, units) : ''}
      </Text>
      <StepChoice label="A line every" value={step} onChange={setStep} />
      <DataTable
        label="Grade sheet"
        columns={columnsOf(units, fact && sightNames[fact.means].column, wide)}
        rows={rows}
        keyOf={({ station, pit }) => `${station} ${pit ?? ''}`}
        page={25}
        onRow={({ station }) => look({ cursor: station })}
      />
      <View style={{ flexDirection: 'row', gap: 8 }}>
        <Button mode="outlined" icon="download" onPress={() => void download()}>
          Save as CSV
        </Button>
        <Button mode="outlined" icon="print" onPress={() => void print()}>
          Save as PDF
        </Button>
      </View>
      <Faults title="Not written" faults={faults} />
    </Card>
  );
}

/** On a phone what one digs by; with room, all of it. */
function columnsOf(units: 'metric' | 'us', sight: string | undefined, wide: boolean): Column<SheetRow>[] {
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
    ...(sight ? [level(sight, ({ readings }) => readings.bottom)] : []),
    ...(wide && sight ? [level('Rod, bed', ({ readings }) => readings.bed), level('Rod, invert', ({ readings }) => readings.pipe)] : []),
    ...(wide
      ? [level('Wide', ({ width }) => width), level('Lip left', ({ lip }) => lip.left), level('Lip right', ({ lip }) => lip.right)]
      : []),
  ];
}
