import { boardWords, instrumentWords, sightNames, sheetEventWords, type DigLevels, type SheetRow } from '@tamper/core/dig';
import type { Job, Run } from '@tamper/core/job';
import { formatLength, formatStation, type UnitSystem } from '@tamper/core/units';
import type { Content, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces';
import { a4 } from './a4';

/** The grade sheet as a table on paper: levels and widths, and what is read from the set-up in force. @param sight what a reading is called; undefined: none is set up. */
export function gradeSheetTable(rows: readonly SheetRow[], units: UnitSystem, sight: string | undefined): Content {
  const level = (metres: number | undefined): TableCell => ({
    text: metres === undefined ? '–' : formatLength(metres, units, 'level'),
    alignment: 'right',
  });
  const heads = ['Station', 'Ground', 'Bottom', 'Bed top', 'Invert', 'Cut', 'Width', 'Lips', ...(sight === undefined ? [] : [sight])];
  return {
    table: {
      headerRows: 1,
      widths: ['*', ...heads.slice(1).map(() => 'auto')],
      body: [
        heads.map((text, i): TableCell => ({ text, bold: true, alignment: i === 0 ? 'left' : 'right' })),
        ...rows.map((row): TableCell[] => [
          { stack: [formatStation(row.station, units), { text: sheetEventWords(row.events), style: 'small' }] },
          level(row.ground),
          level(row.bottom),
          level(row.bed),
          level(row.invert),
          level(row.cut),
          { text: formatLength(row.width, units), alignment: 'right' },
          { text: `${formatLength(row.lip.left, units)} / ${formatLength(row.lip.right, units)}`, alignment: 'right' },
          ...(sight === undefined ? [] : [level(row.readings.bottom)]),
        ]),
      ],
    },
    layout: 'lightHorizontalLines',
    margin: [0, 4, 0, 10],
  };
}

/** The grade sheet by itself, for the cab and the hut. */
export function gradeSheetDocument(
  job: Job,
  run: Run,
  levels: DigLevels,
  rows: readonly SheetRow[],
  printed: string,
): TDocumentDefinitions {
  const { units } = job;
  const fact = levels.inForce?.kept.entry.fact;
  const boards = levels.inForce && boardWords(run, levels.designs, levels.inForce, units);
  return {
    ...a4(`${run.name}: grade sheet`, `${job.name} · ${run.name} · printed ${printed}`, 9),
    content: [
      { text: `${run.name}: grade sheet`, style: 'title' },
      { text: `${instrumentWords(levels, units)}.${boards ? ` ${boards}` : ''}`, margin: [0, 0, 0, 6] },
      gradeSheetTable(rows, units, fact && sightNames[fact.means].column),
    ],
  };
}
