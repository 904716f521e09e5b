import { extent, groundAt } from '@tamper/core/alignment';
import { withStations } from '@tamper/core/restation';
import type { Run } from '@tamper/core/job';
import { bareUnit, formatLength, formatStation, parseLength, parseStation } from '@tamper/core/units';
import { groundFromPoints, MAX_CSV, readGroundTable, writeGroundCsv, type OffsetReport } from '@tamper/core/csv';
import { useState } from 'react';
import { Text } from '../../../ui/Text';
import { IconButton } from '../../../ui/IconButton';
import { Pager } from '../../../ui/Pager';
import { Button } from '../../../ui/Button';
import { fileName, pickText, saveText } from '../../../ui/files';
import { Faults } from '../../../ui/Faults';
import { Notice } from '../../../ui/Notice';
import { QuantityField } from '../../../ui/QuantityField';
import { View } from '../../../ui/View';
import { sentencesOf } from '../../../ui/sentences';
import { useRunEdit } from '../context';
import { LevelBookEditor } from './LevelBookEditor';

const PAGE = 12;
type Station = Run['stations'][number];

/** Ground levels, as they are and as they will be: typed station by station, from a table, or from a level book. */
export function LevelsEditor() {
  const { job, run, cursor, apply, setCursor } = useRunEdit();
  const [page, setPage] = useState(0);
  const [faults, setFaults] = useState<string[]>([]);
  const [report, setReport] = useState<OffsetReport>();
  const [book, setBook] = useState(false);
  const [finished, setFinished] = useState(run.stations.some((item) => item.finished !== undefined));
  const pages = Math.ceil(run.stations.length / PAGE);
  const shownPage = Math.min(page, pages - 1);
  const rows = run.stations.slice(shownPage * PAGE, (shownPage + 1) * PAGE);
  const put = (stations: Run['stations'], tag?: string) => apply(withStations(run, stations), tag);
  const bare = bareUnit(job.units);

  const bringIn = async () => {
    setFaults([]);
    setReport(undefined);
    try {
      const picked = await pickText(['text/csv', 'text/plain', '.csv', '.txt'], MAX_CSV);
      if (!picked) return;
      const read = readGroundTable(picked.text, job.units);
      const taken = read.kind === 'points' ? groundFromPoints(run, read.points) : { stations: read.stations, report: undefined };
      const fault = put(taken.stations);
      if (fault) return setFaults([fault]);
      setReport(taken.report);
      setFinished(taken.stations.some((item) => item.finished !== undefined));
      setCursor(extent({ stations: taken.stations }).start);
    } catch (fault) {
      setFaults(sentencesOf(fault));
    }
  };
  const { end } = extent(run);
  const here = run.stations.some(({ station }) => Math.abs(station - cursor) < 0.005);
  const addHere = () => {
    const station = here ? end + 10 : Math.round(cursor * 100) / 100;
    put([...run.stations, { station, ground: groundAt(run.stations, station) }].sort((a, b) => a.station - b.station));
  };
  const change = (index: number, next: Station, tag: string) => put(run.stations.with(index, next), tag);
  const level = (label: string, value: number, onValue: (metres: number) => string | undefined) => (
    <QuantityField
      label={label}
      value={value}
      format={(metres) => formatLength(metres, job.units, 'level')}
      parse={(text) => parseLength(text, bare)}
      onValue={onValue}
    />
  );

  return (
    <>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        <Button mode="tonal" icon="upload" onPress={() => void bringIn()}>
          Import CSV
        </Button>
        <Button
          icon="download"
          onPress={() => void saveText(fileName(`${run.name} ground`, 'csv'), writeGroundCsv(run.stations), 'text/csv')}
        >
          Export CSV
        </Button>
        <Button icon="book" onPress={() => setBook(!book)}>
          {book ? 'Close the level book' : 'Level book'}
        </Button>
      </View>
      <Text variant="bodySmall">
        A line each: station,ground (and finished ground); or E,N,Z with a header. {job.units === 'us' ? 'Feet' : 'Metres'} unless said.
      </Text>
      <Faults title="The levels were not taken. The old ones are still there." faults={faults} />
      {report ? <Report report={report} units={job.units} /> : null}
      {book ? <LevelBookEditor /> : null}
      {rows.map((row, i) => {
        const index = shownPage * PAGE + i;
        const name = formatStation(row.station, job.units);
        return (
          <View key={index} style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'flex-start', gap: 6 }}>
            <QuantityField
              label={`Station ${index + 1}`}
              value={row.station}
              format={(value) => formatStation(value, job.units)}
              parse={(text) => parseStation(text, job.units)}
              basis={96}
              onValue={(station) => change(index, { ...row, station }, `station.${index}`)}
            />
            {level(`Ground at ${name}`, row.ground, (ground) => change(index, { ...row, ground }, `ground.${index}`))}
            {finished
              ? level(`Finished at ${name}`, row.finished ?? row.ground, (metres) =>
                  change(index, { ...row, finished: metres }, `finished.${index}`),
                )
              : null}
            <IconButton
              icon="trash"
              accessibilityLabel={`Remove station ${name}`}
              disabled={run.stations.length <= 2}
              onPress={() => put(run.stations.toSpliced(index, 1))}
              style={{ marginTop: 8 }}
            />
          </View>
        );
      })}
      <Pager page={shownPage} size={PAGE} count={run.stations.length} onPage={setPage} />
      <Button icon="plus" onPress={addHere}>
        {here ? `Add a station at ${formatStation(end + 10, job.units)}` : `Add a station at ${formatStation(cursor, job.units)}`}
      </Button>
      {finished ? (
        <Button
          onPress={() => {
            put(run.stations.map(({ station, ground }) => ({ station, ground })));
            setFinished(false);
          }}
        >
          The ground stays as it is
        </Button>
      ) : (
        <Button onPress={() => setFinished(true)}>The ground will be raised or cut</Button>
      )}
    </>
  );
}

/** How far surveyed points lay from the line. */
function Report({ report, units }: { report: OffsetReport; units: 'metric' | 'us' }) {
  const side = report.worst.offset < 0 ? 'left' : 'right';
  return (
    <Notice
      kind={report.left > 0 || Math.abs(report.worst.offset) > 2 ? 'caution' : 'note'}
      title={`${report.used} points put on the line${report.left > 0 ? `, ${report.left} left out` : ''}`}
    >
      <Text>
        On average {formatLength(report.mean, units)} off the line; the furthest {formatLength(Math.abs(report.worst.offset), units)} to the{' '}
        {side} at {formatStation(report.worst.station, units)}. Points over 25 m off, and the further of two at one station, are left out.
      </Text>
    </Notice>
  );
}
