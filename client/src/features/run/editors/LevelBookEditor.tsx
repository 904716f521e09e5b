import { withStations } from '@tamper/core/restation';
import { groundFromBook, MISCLOSURE, reduceBook, type BookResult } from '@tamper/core/levelBook';
import { applyPatches, type LevelBook } from '@tamper/core/job';
import { bareUnit, formatLength, formatStation, parseLength, parseStation, type Parsed } from '@tamper/core/units';
import { MAX_CSV, readLevelBook } from '@tamper/core/csv';
import { useMemo, useState } from 'react';
import { Text } from '../../../ui/Text';
import { IconButton } from '../../../ui/IconButton';
import { Button } from '../../../ui/Button';
import { Faults } from '../../../ui/Faults';
import { pickText } from '../../../ui/files';
import { Notice } from '../../../ui/Notice';
import { QuantityField } from '../../../ui/QuantityField';
import { TextField } from '../../../ui/TextField';
import { useRunEdit } from '../context';
import { Fields } from '../fields';
import { OptionalField } from '../../../ui/OptionalField';
import { View } from '../../../ui/View';
import { sentencesOf } from '../../../ui/sentences';

const BLANK: LevelBook = { benchmark: 10, tolerance: MISCLOSURE, rows: [{ point: 'BM' }, { point: '' }] };
type Row = LevelBook['rows'][number];

/** A level book by height of instrument: booked as on paper, reduced, closed and adjusted, then taken as ground levels. */
export function LevelBookEditor() {
  const { job, run, apply } = useRunEdit();
  const book = run.levelBook;
  const [faults, setFaults] = useState<string[]>([]);
  const result = useMemo(() => reduced(book), [book]);
  const put = (next: LevelBook | null, tag?: string) => apply([{ path: ['levelBook'], value: next }], tag);
  if (!book)
    return (
      <Button mode="tonal" icon="plus" onPress={() => put(BLANK)}>
        Begin a level book
      </Button>
    );
  const bringIn = async () => {
    setFaults([]);
    try {
      const picked = await pickText(['text/csv', 'text/plain', '.csv', '.txt'], MAX_CSV);
      if (!picked) return;
      const fault = put({ ...book, rows: readLevelBook(picked.text, job.units) });
      if (fault) setFaults([fault]);
    } catch (fault) {
      setFaults(sentencesOf(fault));
    }
  };
  const take = () => {
    try {
      const fault = apply(withStations(run, groundFromBook(book)));
      setFaults(fault ? [fault] : []);
    } catch (fault) {
      setFaults(sentencesOf(fault));
    }
  };
  const bare = bareUnit(job.units);
  const metres = (text: string): Parsed => parseLength(text, bare);
  const show = (value: number) => formatLength(value, job.units, 'level');
  return (
    <View style={{ gap: 8 }}>
      <Fields>
        <QuantityField
          label="Level of the benchmark"
          value={book.benchmark}
          format={show}
          parse={metres}
          onValue={(benchmark) => put({ ...book, benchmark }, 'book.bm')}
        />
        <QuantityField
          label="Misclosure allowed per √km"
          value={book.tolerance}
          format={(value) => formatLength(value, job.units, 'size')}
          parse={(text) => parseLength(text, job.units === 'us' ? 'in' : 'mm')}
          onValue={(tolerance) => put({ ...book, tolerance }, 'book.tolerance')}
        />
      </Fields>
      <Button icon="upload" onPress={() => void bringIn()}>
        Import a level book (CSV)
      </Button>
      {book.rows.map((row, index) => (
        <BookRow
          key={index}
          row={row}
          index={index}
          shown={result && 'rows' in result ? result.rows[index] : undefined}
          onRow={(next, tag) => put({ ...book, rows: book.rows.with(index, next) }, tag)}
          onRemove={book.rows.length > 1 ? () => put({ ...book, rows: book.rows.toSpliced(index, 1) }) : undefined}
          units={job.units}
        />
      ))}
      <Button icon="plus" onPress={() => put({ ...book, rows: [...book.rows, { point: '' }] })}>
        Next line of the book
      </Button>
      {result && 'rows' in result ? <Closure result={result} units={job.units} /> : null}
      <Faults title="The book cannot be reduced yet" faults={result && 'faults' in result ? result.faults : []} />
      <Faults title="Nothing was taken. The old levels are still there." faults={faults} />
      <Button mode="contained" icon="check" disabled={!result || !('rows' in result)} onPress={take}>
        Take these as ground levels
      </Button>
      <Button icon="trash" onPress={() => put(null)}>
        Throw the book away
      </Button>
    </View>
  );
}

function reduced(book: LevelBook | null): BookResult | { faults: string[] } | undefined {
  if (!book) return undefined;
  try {
    return reduceBook(book);
  } catch (fault) {
    return { faults: sentencesOf(fault).map((sentence) => sentence.replace(/^levelBook\S* /, '')) };
  }
}

function Closure({ result, units }: { result: BookResult; units: 'metric' | 'us' }) {
  const { misclosure, allowed, closes } = result;
  if (misclosure === undefined || allowed === undefined)
    return <Notice kind="caution" title="Not closed yet: read back on a benchmark and type its known level in that line." />;
  const by = `${formatLength(Math.abs(misclosure), units, 'level')} ${misclosure < 0 ? 'low' : 'high'}, ${formatLength(allowed, units, 'level')} allowed`;
  return closes ? (
    <Notice kind="note" title={`Closes: ${by}. Shared out over the lines.`} />
  ) : (
    <Notice kind="caution" title={`Does not close: ${by}.`}>
      <Text>The levels below are adjusted all the same. Read it again before you trust them.</Text>
    </Notice>
  );
}

function BookRow({
  row,
  index,
  shown,
  onRow,
  onRemove,
  units,
}: {
  row: Row;
  index: number;
  shown: BookResult['rows'][number] | undefined;
  onRow: (row: Row, tag: string) => string | undefined;
  onRemove: (() => void) | undefined;
  units: 'metric' | 'us';
}) {
  const n = index + 1;
  const staff = (label: string, key: 'back' | 'inter' | 'fore' | 'known' | 'distance') => (
    <OptionalField
      label={`${label}, line ${n}`}
      value={row[key]}
      format={(value) => formatLength(value, units, key === 'distance' ? 'span' : 'level')}
      parse={(text) => parseLength(text, bareUnit(units))}
      onValue={(value) => onRow(withKey(row, key, value), `book.${index}.${key}`)}
    />
  );
  return (
    <View style={{ gap: 4 }}>
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: 6 }}>
        <View style={{ flex: 1 }}>
          <TextField
            label={`Point, line ${n}`}
            value={row.point}
            onText={(point) => void onRow({ ...row, point }, `book.${index}.point`)}
          />
        </View>
        <OptionalField
          label={`Station, line ${n}`}
          value={row.station}
          format={(value) => formatStation(value, units)}
          parse={(text) => parseStation(text, units)}
          onValue={(value) => onRow(withKey(row, 'station', value), `book.${index}.station`)}
        />
        {onRemove ? <IconButton icon="trash" accessibilityLabel={`Remove line ${n}`} onPress={onRemove} /> : null}
      </View>
      <View style={{ flexDirection: 'row', gap: 6 }}>
        {staff('BS', 'back')}
        {staff('IS', 'inter')}
        {staff('FS', 'fore')}
      </View>
      <View style={{ flexDirection: 'row', gap: 6 }}>
        {staff('Known level', 'known')}
        {staff('Distance', 'distance')}
      </View>
      {shown ? (
        <Text variant="bodySmall">
          Level {formatLength(shown.adjusted, units, 'level')}
          {shown.instrument === undefined ? '' : `; instrument ${formatLength(shown.instrument, units, 'level')}`}
        </Text>
      ) : null}
    </View>
  );
}

/** The row with a reading, or without it. */
const withKey = (row: Row, key: Exclude<keyof Row, 'point'>, value: number | undefined): Row => applyPatches(row, [{ path: [key], value }]);
