import type { TDocumentDefinitions } from 'pdfmake/interfaces';

/** A page upright in the program's letters, with what it is of and when it was printed at its foot. */
export const a4 = (title: string, of: string, fontSize = 10): Omit<TDocumentDefinitions, 'content'> => ({
  pageSize: 'A4',
  pageMargins: [40, 46, 40, 46],
  info: { title },
  defaultStyle: { font: 'Source Sans', fontSize, color: '#231c16' },
  styles: {
    title: { fontSize: 20, font: 'Source Sans Semibold' },
    head: { fontSize: 13, font: 'Source Sans Semibold', margin: [0, 8, 0, 4] },
    small: { fontSize: 8, color: '#54493f' },
  },
  footer: (page, pages) => ({
    columns: [
      { text: of, style: 'small', width: '*' },
      { text: `${page} of ${pages}`, style: 'small', alignment: 'right', width: 'auto' },
    ],
    margin: [40, 14, 40, 0],
  }),
});
