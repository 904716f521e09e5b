import Papa from 'papaparse';
import { entryColumns, sayEntry, type Kept } from '../book';
import type { UnitSystem } from '../units';

/** The book as a table, in the order it came in: who, when by whose clock, what it says, and what its kind holds besides. */
export function writeBookCsv(book: readonly Kept[], units: UnitSystem): string {
  const own = [...new Set(book.flatMap(({ entry }) => Object.keys(entryColumns(entry))))];
  const fields = [
    'order',
    'received',
    'at',
    'author',
    'device',
    'kind',
    'says',
    'corrects',
    'photos',
    'id',
    ...own.map((key) => `fact.${key}`),
  ];
  const rows = book.map(({ entry, seq, receivedAt }) => {
    const columns = entryColumns(entry);
    const { at, author, device, fact, corrects, photos = [], id } = entry;
    return [
      seq ?? '',
      receivedAt ?? '',
      at,
      author,
      device,
      fact.kind,
      sayEntry(entry, units),
      corrects ?? '',
      photos.map(({ hash }) => hash).join('; '),
      id,
      ...own.map((key) => columns[key] ?? ''),
    ];
  });
  return Papa.unparse({ fields, data: rows }, { escapeFormulae: true });
}
