import type { TDocumentDefinitions } from 'pdfmake/interfaces';

/** The app's own sans in a form the PDF writer reads; put there by the build. */
const FONTS = { 'Source Sans': 'source-sans-400.woff', 'Source Sans Semibold': 'source-sans-600.woff' } as const;

async function base64(file: string): Promise<string> {
  const answer = await fetch(`/${file}`);
  if (!answer.ok) throw new Error('The font of the page did not load. Nothing was written; try again.');
  const bytes = new Uint8Array(await answer.arrayBuffer());
  let text = '';
  for (let i = 0; i < bytes.length; i += 0x8000) text += String.fromCharCode(...bytes.subarray(i, i + 0x8000));
  return btoa(text);
}

/** Writes a document as PDF. The writer is a megabyte and comes when it is first asked for. */
export async function writePdf(document: TDocumentDefinitions): Promise<Blob> {
  const { default: writer } = await import('pdfmake/build/pdfmake.min');
  const files = Object.values(FONTS);
  const contents = await Promise.all(files.map(base64));
  writer.addVirtualFileSystem(Object.fromEntries(files.map((file, i) => [file, contents[i] ?? ''])));
  const bold = FONTS['Source Sans Semibold'];
  writer.addFonts({
    'Source Sans': { normal: FONTS['Source Sans'], bold, italics: FONTS['Source Sans'], bolditalics: bold },
    'Source Sans Semibold': { normal: bold, bold, italics: bold, bolditalics: bold },
  });
  return writer.createPdf(document).getBlob();
}
