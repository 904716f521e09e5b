import {
  flexRender,
  getCoreRowModel,
  getSortedRowModel,
  useReactTable,
  type ColumnDef,
  type Row,
  type SortingState,
} from '@tanstack/react-table';
import { useMemo, useState } from 'react';
import { Icon } from '../theme/Icon';
import { colours, TARGET } from '../theme/tokens';
import { Button } from './Button';
import { Pager } from './Pager';
import { Press } from './Press';
import { Text } from './Text';
import { View } from './View';
import { useRoom } from './useRoom';

export interface Column<R> {
  name: string;
  /** What it sorts by. */
  value: (row: R) => number | string;
  /** What it says. */
  show: (row: R) => string;
  /** A second, smaller line. */
  below?: (row: R) => string;
  /** Words stand left and take more room; figures stand right. */
  words?: boolean;
}

interface Props<R> {
  label: string;
  columns: readonly Column<R>[];
  rows: readonly R[];
  keyOf: (row: R) => string;
  /** Rows on a page; all of them unless said. */
  page?: number;
  /** Touching a row goes somewhere. */
  onRow?: (row: R) => void;
}

/** A table of words and figures: sorted by a touch of its heads where there is room for them, and copied as it stands, to be put into a sheet. */
export function DataTable<R>({ label, columns, rows, keyOf, page = rows.length, onRow }: Props<R>) {
  const { wide } = useRoom();
  const [sorting, setSorting] = useState<SortingState>([]);
  const [at, setAt] = useState(0);
  const [told, setTold] = useState<string>();
  const table = useReactTable({
    data: rows as R[],
    columns: useMemo(() => columns.map(definition), [columns]),
    state: { sorting },
    onSortingChange: setSorting,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getRowId: keyOf,
  });
  const sorted = table.getRowModel().rows;
  const shown = Math.min(at, Math.max(0, Math.ceil(sorted.length / Math.max(1, page)) - 1));
  const copy = async () => {
    const lines = [columns.map(({ name }) => name), ...sorted.map(({ original }) => columns.map(({ show }) => show(original)))];
    try {
      // Over a line without encryption there is no clipboard at all.
      await navigator.clipboard.writeText(lines.map((cells) => cells.join('\t')).join('\n'));
      setTold(`${sorted.length} rows copied.`);
    } catch {
      setTold('This browser lets nothing be copied here. Nothing was copied.');
    }
  };
  return (
    <View>
      <View role="table" aria-label={label}>
        <View role="row" style={{ flexDirection: 'row', borderBottomWidth: 1, borderColor: colours.line, gap: 6 }}>
          {table.getFlatHeaders().map((header, i) => (
            <Head
              key={header.id}
              name={(columns[i] as Column<R>).name}
              words={(columns[i] as Column<R>).words ?? false}
              sorted={header.column.getIsSorted()}
              onSort={wide ? () => header.column.toggleSorting() : undefined}
            />
          ))}
        </View>
        {sorted.slice(shown * page, (shown + 1) * page).map((row) => (
          <Line key={row.id} row={row} columns={columns} onRow={onRow} />
        ))}
      </View>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', justifyContent: 'flex-end' }}>
        {told ? (
          <Text role="status" variant="bodySmall">
            {told}
          </Text>
        ) : null}
        <Button icon="copy" onPress={() => void copy()} accessibilityLabel={`Copy the table: ${label}`}>
          Copy
        </Button>
        <Pager page={shown} size={page} count={sorted.length} onPage={setAt} />
      </View>
    </View>
  );
}

function definition<R>({ name, value, show }: Column<R>): ColumnDef<R> {
  return {
    id: name,
    accessorFn: value,
    header: name,
    cell: ({ row }) => show(row.original),
    // Names as people read them, figures by their size, whatever units they are shown in.
    sortingFn: (a, b) => {
      const [one, two] = [value(a.original), value(b.original)];
      return typeof one === 'number' && typeof two === 'number' ? one - two : String(one).localeCompare(String(two));
    },
    sortDescFirst: false,
  };
}

const CELL = { flexBasis: 0, minWidth: 0 } as const;
const share = (words: boolean) => ({ ...CELL, flexGrow: words ? 2 : 1 });

function Head({
  name,
  words,
  sorted,
  onSort,
}: {
  name: string;
  words: boolean;
  sorted: false | 'asc' | 'desc';
  onSort: (() => void) | undefined;
}) {
  const text = (
    <Text variant="labelSmall" style={{ textAlign: words ? 'left' : 'right' }}>
      {name}
    </Text>
  );
  const row = { flexDirection: 'row', alignItems: 'center', justifyContent: words ? 'flex-start' : 'flex-end', gap: 2 } as const;
  const order = sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : 'none';
  return (
    <View role="columnheader" {...({ 'aria-sort': onSort ? order : undefined } as object)} style={[share(words), { paddingVertical: 4 }]}>
      {onSort ? (
        <Press role="button" aria-label={`Sort by ${name}`} onPress={onSort} style={[row, { minHeight: TARGET }]}>
          {text}
          {sorted ? <Icon name={sorted === 'asc' ? 'up' : 'down'} size={16} /> : null}
        </Press>
      ) : (
        <View style={row}>{text}</View>
      )}
    </View>
  );
}

function Line<R>({ row, columns, onRow }: { row: Row<R>; columns: readonly Column<R>[]; onRow: ((row: R) => void) | undefined }) {
  const style = { flexDirection: 'row', alignItems: 'center', gap: 6, minHeight: onRow ? TARGET : 30 } as const;
  const cells = row.getVisibleCells().map((cell, i) => {
    const { words = false, below } = columns[i] as Column<R>;
    return (
      <View key={cell.id} role="cell" style={share(words)}>
        <Text variant="bodySmall" style={{ textAlign: words ? 'left' : 'right', fontVariant: ['tabular-nums'] }}>
          {flexRender(cell.column.columnDef.cell, cell.getContext()) as string}
        </Text>
        {below ? (
          <Text variant="bodySmall" style={{ color: colours.faded }}>
            {below(row.original)}
          </Text>
        ) : null}
      </View>
    );
  });
  return onRow ? (
    <Press role="row" onPress={() => onRow(row.original)} style={style}>
      {cells}
    </Press>
  ) : (
    <View role="row" style={style}>
      {cells}
    </View>
  );
}
