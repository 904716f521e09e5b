import { photoHash } from '@tamper/core/book';
import type { JobFile } from '@tamper/core/job';
import type { Zippable } from 'fflate';
import { ApiError } from '../../data/http';
import { picturesFor } from '../../photos/pictures';
import { photoLine, upload } from '../../store/upload';
import { unzipped, zipped } from '../../ui/zip';

type Tell = (done: number, all: number) => void;

/** Photos the book of a job refers to, by their hashes. */
export const photosIn = ({ book }: Pick<JobFile, 'book'>): string[] => [
  ...new Set(book.flatMap(({ entry }) => ((entry.photos ?? []) as { hash: string }[]).map(({ hash }) => hash))),
];

/** The photos of a job in one zip beside its file, each by its hash. */
export async function photosZip(file: JobFile, tell: Tell): Promise<{ zip: Blob; missing: number }> {
  const hashes = photosIn(file);
  const pictures = await picturesFor(hashes, 'full', tell);
  const files: Zippable = Object.fromEntries([...pictures].map(([hash, bytes]) => [`photos/${hash}.jpg`, [bytes, { level: 0 }] as const]));
  return { zip: await zipped(files), missing: hashes.length - pictures.size };
}

/** What came of a zip of photos that was brought in. */
export interface Brought {
  came: number;
  /** Pictures no entry of this job refers to, and files that are none: left out. */
  foreign: string[];
  refused: string[];
}

/** Brings in the photos of a zip that the book of the job refers to; the server looks at each and knows it by its hash. @throws Error where it is no zip. */
export async function bringPhotos(file: JobFile, bytes: ArrayBuffer, tell: Tell): Promise<Brought> {
  const wanted = new Set(photosIn(file));
  const names = Object.entries(await unzipped(bytes)).filter(([name]) => !name.endsWith('/'));
  const brought: Brought = { came: 0, foreign: [], refused: [] };
  for (const [i, [name, content]] of names.entries()) {
    if (i % 5 === 0) tell(i, names.length);
    const hash = name.replace(/^.*\//, '').replace(/\..*$/, '');
    if (!photoHash.safeParse(hash).success || !wanted.has(hash)) brought.foreign.push(name);
    else
      try {
        await upload(photoLine, hash, content.slice().buffer);
        brought.came++;
      } catch (error) {
        // Out of reach there is no use in trying the next.
        if (!(error instanceof ApiError) || error.status === 0 || error.status >= 500) throw error;
        brought.refused.push(`${name}: ${error.message}`);
      }
  }
  return brought;
}
