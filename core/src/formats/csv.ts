import Papa from 'papaparse';
import { InputError, MAX_STATION, MAX_STATIONS, type FieldError, type Run } from '../job';
import { parseLength, parseStation, type UnitSystem } from '../units';

/** Largest CSV read, in characters. */
export const MAX_CSV = 4_000_000;

/**
 * Reads ground levels from CSV `station,ground`: comma, semicolon or tab; a header line is optional;
 * values as people type them (bare numbers are metres, or feet in US units).
 * @returns stations in metres, sorted as they must be to be accepted.
 * @throws InputError with a sentence for each of the first few lines at fault. Nothing is half read.
 */
export function readGroundCsv(text: string, units: UnitSystem): Run['stations'] {
  if (text.length > MAX_CSV)
    fail([{ field: 'file', message: 'The file is larger than 4 MB; a list of levels is far smaller. Nothing was read.' }]);
  if (text.includes('\u0000') || text.includes('\uFFFD'))
    fail([{ field: 'file', message: 'This is not plain text in UTF-8. Save it as CSV (UTF-8) and try again.' }]);
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, '').trim(), { skipEmptyLines: 'greedy', delimiter: delimiterOf(text) });
  const rows = parsed.data.map((cells, index) => ({ cells, line: index + 1 }));
  const first = rows[0];
  const body = first && !first.cells.slice(0, 2).some((cell) => /\d/.test(cell)) ? rows.slice(1) : rows;
  if (body.length < 2) fail([{ field: 'file', message: 'A run needs at least two lines of “station,ground”. Nothing was read.' }]);
  if (body.length > MAX_STATIONS)
    fail([{ field: 'file', message: `The file has ${body.length} levels; a run holds at most ${MAX_STATIONS}.` }]);
  const errors: FieldError[] = [];
  const stations: Run['stations'] = [];
  for (const { cells, line } of body) {
    const field = `line ${line}`;
    const station = parseStation(cells[0] ?? '', units);
    const ground = parseLength(cells[1] ?? '', units === 'us' ? 'ft' : 'm');
    const before = stations.at(-1);
    if (cells.length < 2) errors.push({ field, message: `“${cells.join(',')}” has one value; it needs a station and a ground level.` });
    else if (!station.ok) errors.push({ field, message: station.error });
    else if (!ground.ok) errors.push({ field, message: ground.error.replace('length', 'level') });
    else if (station.value < 0 || station.value > MAX_STATION)
      errors.push({ field, message: `Station ${cells[0]} is outside 0 to 20 km.` });
    else if (ground.value < -500 || ground.value > 9000) errors.push({ field, message: `Level ${cells[1]} is outside −500 to 9,000 m.` });
    else if (before && station.value === before.station)
      errors.push({ field, message: `Station ${cells[0]} is there twice; keep one of them.` });
    else if (before && station.value < before.station)
      errors.push({ field, message: `Station ${cells[0]} comes after a greater one; sort them so that they go up.` });
    else stations.push({ station: station.value, ground: ground.value });
  }
  if (errors.length > 0) fail(errors.slice(0, 5));
  return stations;
}

/** Semicolons and tabs are never part of a number, so where they stand they separate; guessing would split decimal commas. */
const delimiterOf = (text: string): string => [';', '\t'].find((mark) => text.includes(mark)) ?? ',';

/** Writes ground levels as CSV in metres; {@link readGroundCsv} in metric reads them back exactly. */
export const writeGroundCsv = (stations: Run['stations']): string =>
  Papa.unparse({ fields: ['station', 'ground'], data: stations.map(({ station, ground }) => [station, ground]) }) + '\r\n';

function fail(errors: FieldError[]): never {
  throw new InputError(errors);
}
