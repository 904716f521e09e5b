import Papa from 'papaparse';
import { skillName } from '../practice/names';
import type { Attempt } from '../practice/progress';

/** What somebody practised, a line each, oldest first: a training record that opens anywhere. */
export const practiceCsv = (who: string, attempts: readonly Attempt[]): string =>
  Papa.unparse(
    {
      fields: ['at', 'who', 'what', 'level', 'right', 'answer or result', 'by', 'drill', 'version'],
      data: attempts
        .toSorted((a, b) => (a.at < b.at ? -1 : 1))
        .map(({ at, what, level, right, said, by, seed, version }) => [
          at,
          who,
          skillName(what).name,
          level,
          right ? 'yes' : 'no',
          said,
          by,
          seed === 0 ? '' : seed,
          version,
        ]),
    },
    { escapeFormulae: true },
  );
