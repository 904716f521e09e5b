import Papa from 'papaparse';
import { InputError, MAX_COORDINATE, MAX_STATION, MAX_STATIONS, type FieldError, type LevelBook, type Run } from '../job';
import { distance, extent, placeAt, project, type ChainageRow, type PlanPoint } from '../alignment';
import type { SheetRow } from '../dig/sheet';
import { sheetEventWords } from '../dig/sheetWords';
import { parseLength, parseStation, type UnitSystem } from '../units';
import { mustBeText, refuse } from './refuse';

/** Largest CSV read, in characters. */
export const MAX_CSV = 4_000_000;
const MAX_ERRORS = 5;

/** What a table of levels turned out to hold. */
export type GroundTable = { kind: 'stations'; stations: Run['stations'] } | { kind: 'points'; points: (PlanPoint & { level: number })[] };

/** A table's rows as cells with the line they stand on; the header, when there is one, apart. */
function table(text: string): { header: string[] | undefined; rows: { cells: string[]; line: number }[] } {
  mustBeText(text, MAX_CSV, 'CSV');
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, '').trim(), { skipEmptyLines: 'greedy', delimiter: delimiterOf(text) });
  const rows = parsed.data.map((cells, index) => ({ cells, line: index + 1 }));
  const [first] = rows;
  const isHeader = first && !first.cells.slice(0, 2).some((cell) => /\d/.test(cell));
  return { header: isHeader ? first.cells.map((cell) => cell.trim().toLowerCase()) : undefined, rows: isHeader ? rows.slice(1) : rows };
}

/** Collects the sentences of rows that cannot be read, and refuses them together. */
function readRows<T>(
  rows: readonly { cells: string[]; line: number }[],
  read: (cells: string[], before: T | undefined) => T | string,
): T[] {
  const errors: FieldError[] = [];
  const values: T[] = [];
  for (const { cells, line } of rows) {
    const value = read(cells, values.at(-1));
    if (typeof value === 'string') errors.push({ field: `line ${line}`, message: value });
    else values.push(value);
  }
  if (errors.length > 0) throw new InputError(errors.slice(0, MAX_ERRORS));
  return values;
}

const bare = (units: UnitSystem) => (units === 'us' ? ('ft' as const) : ('m' as const));
const outOfLevels = (level: number) => level < -500 || level > 9000;
const EAST = /^(e|east|easting|x)$/;
const NORTH = /^(n|north|northing|y)$/;
const HEIGHT = /^(z|h|level|elevation|height|rl|ground)$/;

/**
 * Reads ground levels from CSV: `station,ground`, with finished ground as a third column if there is one; or points as `E,N,Z`, told by
 * their header in any order. Comma, semicolon or tab; values as people type them (bare numbers are metres, or feet in US units).
 * @returns stations in metres, ascending, or points to be put on the line by {@link groundFromPoints}.
 * @throws InputError with a sentence for each of the first few lines at fault. Nothing is half read.
 */
export function readGroundTable(text: string, units: UnitSystem): GroundTable {
  const { header, rows } = table(text);
  if (rows.length < 2) refuse('A run needs at least two lines of “station,ground”. Nothing was read.');
  if (rows.length > MAX_STATIONS) refuse(`The file has ${rows.length} levels; a run holds at most ${MAX_STATIONS}.`);
  const column = (name: RegExp) => header?.findIndex((cell) => name.test(cell)) ?? -1;
  const [east, north, height] = [column(EAST), column(NORTH), column(HEIGHT)];
  if (east >= 0 && north >= 0) {
    if (height < 0) refuse('The file has eastings and northings, and no column for the level (Z). Nothing was read.');
    return { kind: 'points', points: readRows(rows, (cells) => readPoint([cells[east], cells[north], cells[height]], units)) };
  }
  return { kind: 'stations', stations: readRows(rows, (cells, before) => readStation(cells, before, units)) };
}

function readPoint(cells: (string | undefined)[], units: UnitSystem): (PlanPoint & { level: number }) | string {
  const values = cells.map((cell) => parseLength(cell ?? '', bare(units)));
  for (const value of values) if (!value.ok) return value.error.replace('a length', 'a coordinate');
  const [x, y, level] = values.map((value) => (value.ok ? value.value : NaN)) as [number, number, number];
  if (Math.abs(x) > MAX_COORDINATE || Math.abs(y) > MAX_COORDINATE)
    return `${cells[0]}, ${cells[1]} lies more than 10,000 km from the origin.`;
  if (outOfLevels(level)) return `Level ${cells[2]} is outside −500 to 9,000 m.`;
  return { x, y, level };
}

type Station = Run['stations'][number];
function readStation(cells: string[], before: Station | undefined, units: UnitSystem): Station | string {
  if (cells.length < 2) return `“${cells.join(',')}” has one value; it needs a station and a ground level.`;
  const [at, level, left] = [cells[0] ?? '', cells[1] ?? '', cells[2]?.trim() ?? ''];
  const station = parseStation(at, units);
  if (!station.ok) return station.error;
  const ground = parseLength(level, bare(units));
  if (!ground.ok) return ground.error.replace('length', 'level');
  const finished = left === '' ? undefined : parseLength(left, bare(units));
  if (finished && !finished.ok) return finished.error.replace('length', 'level');
  if (station.value < 0 || station.value > MAX_STATION) return `Station ${at} is outside 0 to 20 km.`;
  if (outOfLevels(ground.value) || (finished && outOfLevels(finished.value))) return `Level ${level} is outside −500 to 9,000 m.`;
  if (before && station.value === before.station) return `Station ${at} is there twice; keep one of them.`;
  if (before && station.value < before.station) return `Station ${at} comes after a greater one; sort them so that they go up.`;
  return { station: station.value, ground: ground.value, ...(finished ? { finished: finished.value } : {}) };
}

/** Points further from the line than this are no ground of this trench, metres. */
export const MOST_OFFSET = 25;

/** Surveyed points put on the line: what became of them. Metres. */
export interface OffsetReport {
  used: number;
  /** Points that lie too far from the line, or at a station that has one nearer to it. */
  left: number;
  mean: number;
  worst: { offset: number; station: number };
}

/**
 * Ground levels of a run from surveyed points: each counts at the nearest place on the line. The ends take the level of the first and
 * last point where none falls on them.
 * @throws InputError when fewer than two points lie within 25 m of the line.
 */
export function groundFromPoints(
  run: Pick<Run, 'route' | 'stations'>,
  points: readonly (PlanPoint & { level: number })[],
): { stations: Run['stations']; report: OffsetReport } {
  const { start, end } = extent(run);
  const placed = points.map((point) => ({ ...project(run, point), level: point.level })).filter(({ gap }) => gap <= MOST_OFFSET);
  const sorted = placed.sort((a, b) => a.station - b.station || a.gap - b.gap);
  const kept = sorted.filter((point, i) => i === 0 || point.station - (sorted[i - 1] as typeof point).station > 0.005);
  if (kept.length < 2) {
    const nearest = points.reduce((least, point) => Math.min(least, distance(point, placeAt(run, project(run, point).station))), Infinity);
    refuse(
      `Fewer than two of the ${points.length} points lie within ${MOST_OFFSET} m of the line; the nearest is ${nearest.toFixed(1)} m off. Draw the line where they are first.`,
    );
  }
  const levels = kept.map(({ station, level }) => ({ station, ground: level }));
  const [first, last] = [levels[0], levels.at(-1)] as [Station, Station];
  const stations = [
    ...(first.station > start + 0.005 ? [{ station: start, ground: first.ground }] : []),
    ...levels.map((item, i) =>
      i === 0 && item.station <= start + 0.005
        ? { ...item, station: start }
        : i === levels.length - 1 && item.station >= end - 0.005
          ? { ...item, station: end }
          : item,
    ),
    ...(last.station < end - 0.005 ? [{ station: end, ground: last.ground }] : []),
  ];
  const worst = kept.reduce((far, point) => (point.gap > Math.abs(far.offset) ? { offset: point.offset, station: point.station } : far), {
    offset: 0,
    station: start,
  });
  const mean = kept.reduce((sum, { gap }) => sum + gap, 0) / kept.length;
  return { stations, report: { used: kept.length, left: points.length - kept.length, mean, worst } };
}

/**
 * Reads a level book: columns `point, station, bs, is, fs, known, distance`, told by their header; empty cells where nothing was read.
 * @throws InputError naming the lines at fault, or when there is no header.
 */
export function readLevelBook(text: string, units: UnitSystem): LevelBook['rows'] {
  const { header, rows } = table(text);
  const columns = {
    point: /^(point|name|remarks?)$/,
    station: /^(station|chainage|sta)$/,
    back: /^(bs|back|backsight)$/,
    inter: /^(is|inter|intermediate)$/,
    fore: /^(fs|fore|foresight)$/,
    known: /^(known|bm|rl|level)$/,
    distance: /^(distance|dist)$/,
  };
  const at = Object.fromEntries(
    Object.entries(columns).map(([key, name]) => [key, header?.findIndex((cell) => name.test(cell)) ?? -1]),
  ) as Record<keyof typeof columns, number>;
  if (at.back < 0 || at.fore < 0) refuse('A level book needs a header that names at least BS and FS. Nothing was read.');
  return readRows(rows, (cells) => {
    const cell = (key: keyof typeof columns) => (at[key] < 0 ? '' : (cells[at[key]] ?? '').trim());
    const row: LevelBook['rows'][number] = { point: cell('point') };
    for (const key of ['station', 'back', 'inter', 'fore', 'known', 'distance'] as const) {
      if (cell(key) === '') continue;
      const value = key === 'station' ? parseStation(cell(key), units) : parseLength(cell(key), bare(units));
      if (!value.ok) return value.error;
      row[key] = value.value;
    }
    return row;
  });
}

/** Semicolons and tabs are never part of a number, so where they stand they separate; guessing would split decimal commas. */
const delimiterOf = (text: string): string => [';', '\t'].find((mark) => text.includes(mark)) ?? ',';

const csv = (fields: string[], data: (string | number)[][]): string => `${Papa.unparse({ fields, data })}\r\n`;

/** Writes ground levels as CSV in metres; {@link readGroundTable} in metric reads them back exactly. */
export function writeGroundCsv(stations: Run['stations']): string {
  if (stations.every(({ finished }) => finished === undefined))
    return csv(
      ['station', 'ground'],
      stations.map(({ station, ground }) => [station, ground]),
    );
  return csv(
    ['station', 'ground', 'finished'],
    stations.map(({ station, ground, finished }) => [station, ground, finished ?? '']),
  );
}

/** Writes a chainage table as CSV in metres. */
export const writeChainageCsv = (rows: readonly ChainageRow[]): string =>
  csv(
    ['station', 'ground', 'finished', 'invert', 'bottom', 'depth', 'cover'],
    rows.map((row) =>
      [row.station, row.ground, row.finished, row.invert, row.bottom, row.depth, row.cover].map((value) => Number(value.toFixed(4))),
    ),
  );

/** Writes a grade sheet as CSV in metres: levels, widths, offsets of the lips from the centre line, and what the rod reads where an instrument stands. */
export const writeSheetCsv = (rows: readonly SheetRow[]): string => {
  const figure = (value: number | undefined) => (value === undefined ? '' : Number(value.toFixed(4)));
  return `${Papa.unparse(
    {
      fields: [
        ...['station', 'what', 'ground', 'finished', 'bottom', 'bed', 'invert', 'crown', 'cut', 'width', 'lip left', 'lip right'],
        ...['rod bottom', 'rod bed', 'rod invert', 'rod finished'],
      ],
      data: rows.map((row) => [
        figure(row.station),
        sheetEventWords(row.events),
        ...[row.ground, row.finished, row.bottom, row.bed, row.invert, row.crown, row.cut, row.width, row.lip.left, row.lip.right].map(
          figure,
        ),
        ...[row.readings.bottom, row.readings.bed, row.readings.pipe, row.readings.finished].map(figure),
      ]),
    },
    { escapeFormulae: true },
  )}\r\n`;
};
