import {
  extent,
  formatLength,
  formatStation,
  groundAt,
  InputError,
  MAX_CSV,
  parseLength,
  parseStation,
  readGroundCsv,
  withStations,
  writeGroundCsv,
  type Run,
} from '@tamper/core';
import { useState } from 'react';
import { View } from 'react-native';
import { Button, DataTable, IconButton, Text } from 'react-native-paper';
import { fileName, pickText, saveText } from '../../../ui/files';
import { Faults } from '../../../ui/Faults';
import { QuantityField } from '../../../ui/QuantityField';
import { useRunEdit } from '../context';

const PAGE = 12;

/** Ground levels: typed station by station, or from a CSV file. */
export function LevelsEditor() {
  const { job, run, cursor, apply, setCursor } = useRunEdit();
  const [page, setPage] = useState(0);
  const [faults, setFaults] = useState<string[]>([]);
  const pages = Math.ceil(run.stations.length / PAGE);
  const shownPage = Math.min(page, pages - 1);
  const rows = run.stations.slice(shownPage * PAGE, (shownPage + 1) * PAGE);
  const put = (stations: Run['stations'], tag?: string) => apply(withStations(run, stations), tag);

  const bringIn = async () => {
    setFaults([]);
    try {
      const picked = await pickText(['text/csv', 'text/plain', '.csv', '.txt'], MAX_CSV);
      if (!picked) return;
      const stations = readGroundCsv(picked.text, job.units);
      const fault = put(stations);
      if (fault) setFaults([fault]);
      else setCursor(extent({ stations }).start);
    } catch (fault) {
      setFaults(
        fault instanceof InputError
          ? fault.errors.map(({ field, message }) => `${field}: ${message}`)
          : [fault instanceof Error ? fault.message : String(fault)],
      );
    }
  };
  const { end } = extent(run);
  const here = run.stations.some(({ station }) => Math.abs(station - cursor) < 0.005);
  const addHere = () => {
    const station = here ? end + 10 : Math.round(cursor * 100) / 100;
    put([...run.stations, { station, ground: groundAt(run.stations, station) }].sort((a, b) => a.station - b.station));
  };

  return (
    <>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        <Button mode="contained-tonal" icon="upload" onPress={() => void bringIn()}>
          Import CSV
        </Button>
        <Button
          icon="download"
          onPress={() => void saveText(fileName(`${run.name} ground`, 'csv'), writeGroundCsv(run.stations), 'text/csv')}
        >
          Export CSV
        </Button>
      </View>
      <Text variant="bodySmall">A line each: station,ground. {job.units === 'us' ? 'Feet unless said.' : 'Metres unless said.'}</Text>
      <Faults title="The levels were not taken. The old ones are still there." faults={faults} />
      {rows.map((row, i) => {
        const index = shownPage * PAGE + i;
        const name = formatStation(row.station, job.units);
        const change = (next: Run['stations'][number], tag: string) => put(run.stations.with(index, next), tag);
        return (
          <View key={index} style={{ flexDirection: 'row', alignItems: 'flex-start', gap: 6 }}>
            <QuantityField
              label={`Station ${index + 1}`}
              value={row.station}
              format={(value) => formatStation(value, job.units)}
              parse={(text) => parseStation(text, job.units)}
              onValue={(station) => change({ ...row, station }, `station.${index}`)}
            />
            <QuantityField
              label={`Ground at ${name}`}
              value={row.ground}
              format={(value) => formatLength(value, job.units, 'level')}
              parse={(text) => parseLength(text, job.units === 'us' ? 'ft' : 'm')}
              onValue={(ground) => change({ ...row, ground }, `ground.${index}`)}
            />
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
      {pages > 1 ? (
        <DataTable.Pagination
          page={shownPage}
          numberOfPages={pages}
          onPageChange={setPage}
          label={`${shownPage * PAGE + 1} to ${shownPage * PAGE + rows.length} of ${run.stations.length}`}
        />
      ) : null}
      <Button icon="plus" onPress={addHere}>
        {here ? `Add a station at ${formatStation(end + 10, job.units)}` : `Add a station at ${formatStation(cursor, job.units)}`}
      </Button>
    </>
  );
}
