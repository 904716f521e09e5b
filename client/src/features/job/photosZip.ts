import { photoHash } from '@tamper/core/book';
import type { JobFile } from '@tamper/core/job';
import { writeJobFile } from '@tamper/core/jobFile';
import type { ProofFile } from '@tamper/core/proof';
import { strFromU8, strToU8, type Zippable } from 'fflate';
import { ApiError } from '../../data/http';
import { picturesFor } from '../../photos/pictures';
import { photoLine, upload } from '../../store/upload';
import { unzipped, zipped } from '../../ui/zip';

type Tell = (done: number, all: number) => void;

/** Photos the book of a job refers to, by their hashes. */
export const photosIn = ({ book }: Pick<JobFile, 'book'>): string[] => [
  ...new Set(book.flatMap(({ entry }) => ((entry.photos ?? []) as { hash: string }[]).map(({ hash }) => hash))),
];

/** Name of the job's file in its zip. */
const JOB = 'job.tamper.json';

/** A job in one zip: its file, the chains of its record, its photos each by its hash. */
export async function jobZip(file: JobFile, proof: ProofFile, tell: Tell): Promise<{ zip: Blob; missing: number }> {
  const hashes = photosIn(file);
  const pictures = await picturesFor(hashes, 'full', tell);
  const files: Zippable = {
    [JOB]: strToU8(writeJobFile(file)),
    'proof.json': strToU8(JSON.stringify(proof)),
    ...Object.fromEntries([...pictures].map(([hash, bytes]) => [`photos/${hash}.jpg`, [bytes, { level: 0 }] as const])),
  } as Zippable;
  return { zip: await zipped(files), missing: hashes.length - pictures.size };
}

/** The job's file in a zip. @throws Error where there is none. */
export async function jobIn(bytes: ArrayBuffer): Promise<string> {
  const [found] = Object.values(await unzipped(bytes, (name) => name.endsWith('.tamper.json')));
  if (!found) throw new Error('There is no job file in this zip. Nothing was read.');
  return strFromU8(found);
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
  const names = Object.entries(await unzipped(bytes)).filter(([name]) => !name.endsWith('/') && !name.endsWith('.json'));
  const brought: Brought = { came: 0, foreign: [], refused: [] };
  for (const [i, [name, content]] of names.entries()) {
    if (i % 5 === 0) tell(i, names.length);
    const hash = name.replace(/^.*\//, '').replace(/\..*$/, '');
    if (!photoHash().safeParse(hash).success || !wanted.has(hash)) brought.foreign.push(name);
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
