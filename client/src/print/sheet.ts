import { fileName, saveBlob } from '../ui/files';
import { printedOn } from '../ui/moment';
import { svgText } from './svgText';

/** One drawing on a page across, as large as it goes, with what it is and when it was printed; its bar says the scale. @throws Error with a sentence. */
export async function printSheet(svg: SVGElement, title: string): Promise<void> {
  const { writePdf } = await import('./pdf');
  const page = await writePdf({
    pageSize: 'A4',
    pageOrientation: 'landscape',
    pageMargins: [40, 40, 40, 40],
    defaultStyle: { font: 'Source Sans', fontSize: 10 },
    content: [
      { text: title, fontSize: 16, font: 'Source Sans Semibold' },
      { svg: svgText(svg), fit: [760, 430], alignment: 'center', margin: [0, 10] },
      {
        text: `Printed ${printedOn()}. Read lengths by the bar; a plan to work to is an issued one. Local codes and a competent person on site decide.`,
      },
    ],
  });
  saveBlob(fileName(title, 'pdf'), page);
}
