import { practised, standingOf, type Attempt } from '@tamper/core/practiceProgress';
import { skillName } from '@tamper/core/practised';
import type { TDocumentDefinitions } from 'pdfmake/interfaces';
import { showMoment } from '../ui/moment';
import { a4 } from './a4';

/** A training record: how somebody stands in each skill, every answer and exercise, and room to sign. */
export function practiceDocument(who: string, attempts: readonly Attempt[], printed: string): TDocumentDefinitions {
  const done = practised.map((what) => standingOf(attempts, what)).filter(({ tries }) => tries > 0);
  const rows = attempts.toSorted((a, b) => (a.at < b.at ? 1 : -1));
  return {
    ...a4('Training record', `Training record · ${who} · printed ${printed}`),
    content: [
      { text: 'Training record', style: 'title' },
      { text: who },
      { text: 'By skill', style: 'head' },
      {
        table: {
          headerRows: 1,
          widths: ['*', 'auto', 'auto', 'auto'],
          body: [
            ['Skill', 'Level', 'Right', 'Last'],
            ...done.map(({ what, level, right, tries, last }) => [
              skillName(what).name,
              level,
              `${right} of ${tries}`,
              last ? showMoment(last) : '',
            ]),
          ],
        },
      },
      { text: 'Every answer and exercise, newest first', style: 'head' },
      {
        table: {
          headerRows: 1,
          widths: ['auto', 'auto', 'auto', 'auto', '*'],
          body: [
            ['When', 'What', 'Level', 'Right', 'Answer or result'],
            ...rows.map(({ at, what, level, right, said }) => [showMoment(at), skillName(what).name, level, right ? 'yes' : 'no', said]),
          ],
        },
      },
      {
        text: 'Practice shows that somebody knows. Whether they do it on site is seen on site, by a competent person.',
        style: 'small',
        margin: [0, 12, 0, 24],
      },
      { columns: [{ text: 'Signed: ____________________' }, { text: 'Seen by: ____________________' }] },
    ],
  };
}
