/** What is used of the browser build of the PDF writer. */
declare module 'pdfmake/build/pdfmake.min' {
  import type { TDocumentDefinitions } from 'pdfmake/interfaces';
  interface Writer {
    addVirtualFileSystem: (files: Record<string, string>) => void;
    addFonts: (fonts: Record<string, Record<'normal' | 'bold' | 'italics' | 'bolditalics', string>>) => void;
    createPdf: (document: TDocumentDefinitions) => { getBlob: () => Promise<Blob> };
  }
  const writer: Writer;
  export default writer;
}
