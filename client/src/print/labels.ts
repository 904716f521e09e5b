import { labelsOf } from '@tamper/core/lay';
import type { Job, Run } from '@tamper/core/job';
import type { TDocumentDefinitions } from 'pdfmake/interfaces';
import { a4 } from './a4';

/** Labels for the ends of every line, to be cut out: two to a row. */
export function labelsDocument(job: Job, run: Run, printed: string): TDocumentDefinitions {
  const labels = labelsOf(job, run);
  const cell = (label: (typeof labels)[number] | undefined) => ({
    stack: label ? [{ text: label.name, style: 'head' }, { text: label.way }, { text: `${run.name}, ${label.end}`, style: 'small' }] : [],
    margin: [8, 10, 8, 10] as [number, number, number, number],
  });
  const rows = labels.flatMap((label, i) => (i % 2 === 0 ? [[cell(label), cell(labels[i + 1])]] : []));
  return {
    ...a4(`${run.name}: labels`, `${job.name} · ${run.name} · printed ${printed}`, 12),
    content: [{ table: { widths: ['*', '*'], body: rows, dontBreakRows: true } }],
  };
}
