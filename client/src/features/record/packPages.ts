import { shortHead } from '@tamper/core/seals';
import type { ProofFile } from '@tamper/core/proof';
import { bookByKind, bookJson, type HandoverPack, type PackChapter } from '@tamper/core/pack';
import {
  writeAsLaidCsv,
  writeAsLaidDxf,
  writeAsLaidGeoJson,
  writeAsLaidLandXml,
  writeKindCsv,
  type AsLaidRun,
} from '@tamper/core/asLaidFiles';
import type { Kept } from '@tamper/core/book';
import type { Job } from '@tamper/core/job';
import { strToU8, type Zippable } from 'fflate';
import type { Content, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces';
import { picturesFor, type Pictures } from '../../photos/pictures';
import { a4 } from '../../print/a4';
import { zipped } from '../../ui/zip';

/** The pictures of the pack’s photos: small ones for paper, whole ones for the folder. Out of reach of the server one is printed as not on this device. */
export const picturesOfPack = (
  pack: HandoverPack,
  size: 'small' | 'full',
  most: number,
  tell: (done: number, all: number) => void,
): Promise<Pictures> =>
  picturesFor([...new Set(pack.chapters.flatMap(({ photos }) => photos.map(({ hash }) => hash)))].slice(0, most), size, tell);

const dataUri = (bytes: Uint8Array): string => {
  let text = '';
  for (let i = 0; i < bytes.length; i += 0x8000) text += String.fromCharCode(...bytes.subarray(i, i + 0x8000));
  return `data:image/jpeg;base64,${btoa(text)}`;
};

/** Three drawings go on a page. */
const [WIDE, HIGH] = [515, 210];

/** The seal as it stands on every page: short enough to be read out. */
const sealOf = ({ seal }: HandoverPack): string => (seal ? shortHead(seal) : 'none: not sent yet');

/** The pack as pages. What is missing is printed as missing. */
export function packPdf(
  pack: HandoverPack,
  drawings: Readonly<Record<string, string>>,
  pictures: Pictures,
  printed: string,
): TDocumentDefinitions {
  return {
    ...a4(pack.title, `${pack.job} · ${pack.run} · plan ${pack.revision.number} · seal ${sealOf(pack)} · printed ${printed}`, 9),
    content: [
      { text: pack.title, style: 'title' },
      {
        text: `${pack.job}. Plan ${pack.revision.number}. ${pack.entries} entries in the record, seal ${sealOf(pack)}. Printed ${printed}.`,
        margin: [0, 2, 0, 8],
      },
      ...pack.chapters.flatMap((chapter, i) => pagesOf(chapter, i + 1, drawings, pictures)),
    ],
  };
}

function pagesOf(
  { title, words, missing, tables, drawings: shown, photos }: PackChapter,
  number: number,
  drawings: Readonly<Record<string, string>>,
  pictures: Pictures,
): Content[] {
  const nothing = words.length + missing.length + tables.length + photos.length === 0;
  return [
    { text: `${number}. ${title}`, style: 'head' },
    ...words.map((text): Content => ({ text, margin: [0, 0, 0, 3] })),
    ...(nothing ? [{ text: 'None.', style: 'small' } satisfies Content] : []),
    ...missing.map((text): Content => ({ text: [{ text: 'MISSING  ', bold: true, color: '#8f1212' }, text], margin: [0, 0, 0, 2] })),
    ...tables.map(({ head, rows }): Content => ({
      table: {
        headerRows: 1,
        dontBreakRows: true,
        widths: head.map((_, i) => (i === head.length - 1 ? '*' : 'auto')),
        body: [head.map((text): TableCell => ({ text, bold: true })), ...rows.map((row): TableCell[] => row.map((text) => ({ text })))],
      },
      layout: 'lightHorizontalLines',
      margin: [0, 4, 0, 8],
    })),
    ...shown.flatMap(({ title: name }): Content[] =>
      drawings[name]
        ? [
            {
              stack: [
                { text: name, bold: true },
                { svg: drawings[name], fit: [WIDE, HIGH] },
              ],
              unbreakable: true,
              margin: [0, 4, 0, 6],
            },
          ]
        : [],
    ),
    ...rowsOf(
      photos.map(({ hash, says }): Content => {
        const picture = pictures.get(hash);
        return {
          stack: [
            picture
              ? { image: dataUri(picture), width: 160 }
              : { text: 'The picture is not on this device; the folder made with a line has it.', style: 'small' },
            { text: says, style: 'small' },
          ],
          margin: [0, 4, 0, 4],
        };
      }),
    ),
  ];
}
/** Three photos side by side. */
const rowsOf = (pictures: Content[]): Content[] =>
  Array.from({ length: Math.ceil(pictures.length / 3) }, (_, i): Content => ({
    columns: [0, 1, 2].map((k) => pictures[3 * i + k] ?? { text: '' }),
    columnGap: 10,
  }));

const escape = (text: string): string =>
  text.replace(/[&<>"]/g, (char) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[char] ?? char);

/** The pack as a page any browser opens, without the program and without a line. */
export function packHtml(pack: HandoverPack, drawings: Readonly<Record<string, string>>, pictures: Pictures, printed: string): string {
  const chapterHtml = ({ id, title, words, missing, tables, drawings: shown, photos }: PackChapter, i: number) =>
    [
      `<section id="${id}"><h2>${i + 1}. ${escape(title)}</h2>`,
      ...words.map((text) => `<p>${escape(text)}</p>`),
      ...missing.map((text) => `<p class="missing"><b>MISSING</b> ${escape(text)}</p>`),
      ...tables.map(
        ({ head, rows }) =>
          `<div class="wide"><table><thead><tr>${head.map((cell) => `<th scope="col">${escape(cell)}</th>`).join('')}</tr></thead><tbody>${rows.map((row) => `<tr>${row.map((cell) => `<td>${escape(cell)}</td>`).join('')}</tr>`).join('')}</tbody></table></div>`,
      ),
      ...shown.flatMap(({ title: name }) =>
        drawings[name] ? [`<figure>${drawings[name]}<figcaption>${escape(name)}</figcaption></figure>`] : [],
      ),
      ...photos.map(({ hash, says }) =>
        pictures.has(hash)
          ? `<figure class="photo"><img loading="lazy" src="photos/${hash}.jpg" alt="${escape(says)}"><figcaption>${escape(says)}</figcaption></figure>`
          : `<p class="missing"><b>MISSING</b> the picture of: ${escape(says)}</p>`,
      ),
      '</section>',
    ].join('\n');
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>${escape(pack.title)}</title>
<style>body{font:16px/1.45 system-ui,sans-serif;color:#231c16;background:#fffdf8;max-width:60rem;margin:0 auto;padding:1rem}h1{font-size:1.6rem}h2{border-top:2px solid #7b3a19;padding-top:.6rem;margin-top:2rem}table{border-collapse:collapse;width:100%}th,td{text-align:left;vertical-align:top;padding:.3rem .6rem .3rem 0;border-bottom:1px solid #d8cdbf}.wide{overflow-x:auto}.missing{color:#8f1212}figure{margin:1rem 0}figure svg{max-width:100%;height:auto}.photo{display:inline-block;width:15rem;vertical-align:top;margin-right:1rem}.photo img{width:100%}nav a{margin-right:1rem}</style></head>
<body><h1>${escape(pack.title)}</h1><p>${escape(pack.job)}. Plan ${pack.revision.number}. ${pack.entries} entries in the record, seal ${escape(sealOf(pack))}. Written ${escape(printed)}.</p>
<p>Beside this page: <a href="as-laid.csv">as-laid.csv</a>, <a href="as-laid.geojson">as-laid.geojson</a>, <a href="as-laid.dxf">as-laid.dxf</a>, <a href="as-laid.xml">as-laid.xml</a> (LandXML), <a href="book.json">book.json</a>, and the book by kind.</p>
<nav>${pack.chapters.map(({ id, title }, i) => `<a href="#${id}">${i + 1}. ${escape(title)}</a>`).join(' ')}</nav>
${pack.chapters.map(chapterHtml).join('\n')}
</body></html>
`;
}

/** What the folder is made of besides its page. */
export interface FolderOf {
  job: Job;
  run: AsLaidRun['run'];
  points: AsLaidRun['points'];
  book: readonly Kept[];
  at: string;
  /** The chains of the record, to be checked without this program; undefined where the server was not heard. */
  proof: ProofFile | undefined;
}

/** The pack as a zipped folder: a page, the files others read, the book by kind, the photos. */
export async function packFolder(
  pack: HandoverPack,
  drawings: Readonly<Record<string, string>>,
  pictures: Pictures,
  printed: string,
  { job, run, points, book, at, proof }: FolderOf,
): Promise<Blob> {
  const runs = [{ run, points }];
  const files: Zippable = {
    'index.html': strToU8(packHtml(pack, drawings, pictures, printed)),
    'as-laid.csv': strToU8(writeAsLaidCsv(runs)),
    'as-laid.geojson': strToU8(writeAsLaidGeoJson(job, runs)),
    'as-laid.dxf': strToU8(writeAsLaidDxf(job, runs)),
    'as-laid.xml': strToU8(writeAsLaidLandXml(job, runs, at)),
    'book.json': strToU8(bookJson(book)),
    ...(proof ? { 'proof.json': strToU8(JSON.stringify(proof)) } : {}),
    ...Object.fromEntries(Object.entries(bookByKind(book)).map(([kind, rows]) => [`book/${kind}.csv`, strToU8(writeKindCsv(rows))])),
    ...Object.fromEntries([...pictures].map(([hash, bytes]) => [`photos/${hash}.jpg`, [bytes, { level: 0 }] as const])),
  } as Zippable;
  return zipped(files);
}
