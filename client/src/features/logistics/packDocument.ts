import type { Plan } from '@tamper/core';
import { designsOf, gradeSheet } from '@tamper/core/dig';
import { spanOf, type Job, type Run } from '@tamper/core/job';
import { orderGroupNames, orderGroups, type Order } from '@tamper/core/order';
import { ruleSets } from '@tamper/core/rules';
import { formatLength, formatMass, formatStation, formatVolume } from '@tamper/core/units';
import { readerOf, say } from '@tamper/core/words';
import type { Content, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces';
import { a4 } from '../../print/a4';
import { gradeSheetTable } from '../../print/gradeSheet';
import { amount, money } from './units';

/** A drawing of the pack, as it stands on the screen. */
export interface PackDrawing {
  title: string;
  svg: string;
}

/** A line of the grade sheet every so far, metres, and wherever something happens. */
const SHEET_STEP = 5;
const WIDE = 515;
const head = (text: string): Content => ({ text, style: 'head' });
const cells = (...texts: string[]): TableCell[] => texts.map((text, i): TableCell => ({ text, alignment: i === 0 ? 'left' : 'right' }));
const table = (header: string[], body: TableCell[][], widths: (string | number)[]): Content => ({
  table: {
    headerRows: 1,
    widths,
    body: [header.map((text, i): TableCell => ({ text, bold: true, alignment: i === 0 ? 'left' : 'right' })), ...body],
  },
  layout: 'lightHorizontalLines',
  margin: [0, 4, 0, 10],
});

/** The plan pack as a document: what is dug, what stands against it, the drawings, the places of the machine, and the order. The core works all of it out. */
export function packDocument(
  job: Job,
  run: Run,
  plan: Plan,
  order: Order,
  drawings: readonly PackDrawing[],
  printed: string,
): TDocumentDefinitions {
  const { units, rates } = job;
  const show = (metres: number) => formatLength(metres, units);
  const designs = designsOf(job, run, plan.places);
  const sheet = gradeSheet({ run, places: plan.places, windows: plan.handWindows, designs }, SHEET_STEP);
  const reader = readerOf(job);
  const said = plan.findings.map((finding) => ({ severity: finding.severity, span: spanOf(finding), ...say(finding, reader) }));
  const items = orderGroups.flatMap((group): TableCell[][] => {
    const own = order.items.filter((item) => item.group === group);
    if (own.length === 0) return [];
    return [
      [{ text: orderGroupNames[group], bold: true, colSpan: 5, fillColor: '#f0ddcf' }, '', '', '', ''],
      ...own.map((item): TableCell[] => [
        { stack: [item.what, { text: item.basis, style: 'small' }] },
        { text: amount(item.order, item.unit, units), alignment: 'right' },
        { text: item.packs, alignment: 'right' },
        { text: String(Number(item.price.toFixed(2))), alignment: 'right' },
        { text: money(item.cost, rates.currency), alignment: 'right' },
      ]),
    ];
  });
  return {
    ...a4(`${run.name}: plan pack`, `${job.name} · ${run.name} · printed ${printed}`),
    content: [
      { text: run.name, style: 'title' },
      {
        text: `${job.name}. Rules: ${ruleSets[job.ruleSet].name}. Check your local code; a competent person decides on site.`,
        margin: [0, 0, 0, 6],
      },
      table(
        ['The run', ''],
        [
          cells('Length', formatLength(plan.length, units)),
          cells('Deepest', `${show(plan.deepest.depth)} at ${formatStation(plan.deepest.station, units)}`),
          cells('Widest at the top', show(plan.widestTop)),
          cells('Dug', `${formatVolume(plan.dig.machine, units)} by machine, ${formatVolume(plan.dig.hand, units)} by hand`),
          cells('Off site, loose', formatVolume(plan.balance.surplusLoose, units)),
          cells('Bed and fine fill', formatMass(plan.balance.beddingMass, units)),
          cells('Places of the machine', String(plan.setUps.list.length)),
          cells('All told', money(order.total, rates.currency)),
        ],
        ['*', 'auto'],
      ),
      head('What stands against it'),
      plan.findings.length > 0
        ? table(
            ['Finding', 'Where'],
            said.map(({ severity, what, why, span }): TableCell[] => [
              {
                stack: [
                  {
                    text: `${severity === 'stop' ? 'STOP' : severity === 'caution' ? 'Caution' : 'Note'}: ${what}`,
                    bold: severity === 'stop',
                  },
                  { text: why, style: 'small' },
                ],
              },
              {
                text:
                  span === undefined
                    ? 'all along'
                    : `${formatStation(span.from, units)}${span.to > span.from ? ` – ${formatStation(span.to, units)}` : ''}`,
                alignment: 'right',
              },
            ]),
            ['*', 90],
          )
        : { text: 'Nothing.' },
      ...drawings.map(({ title, svg }, index): Content => ({
        unbreakable: true,
        ...(index === 0 ? { pageBreak: 'before' as const } : {}),
        stack: [head(title), { svg, width: WIDE }],
      })),
      { text: 'Grade sheet', style: 'head', pageBreak: 'before' },
      gradeSheetTable(sheet, units, undefined),
      { text: 'Order', style: 'head', pageBreak: 'before' },
      {
        table: {
          headerRows: 1,
          dontBreakRows: true,
          widths: ['*', 62, 118, 40, 62],
          body: [
            ['Item', 'Amount', 'Comes as', 'Price', 'Cost'].map((text, i): TableCell => ({
              text,
              bold: true,
              alignment: i === 0 ? 'left' : 'right',
            })),
            ...items,
            [
              { text: 'All told', bold: true, colSpan: 4 },
              '',
              '',
              '',
              { text: money(order.total, rates.currency), bold: true, alignment: 'right' },
            ],
          ],
        },
        layout: 'lightHorizontalLines',
      },
      { text: 'Amounts from the plan; prices as typed or placeholders. Not a quotation.', style: 'small', margin: [0, 6, 0, 0] },
    ],
  };
}
