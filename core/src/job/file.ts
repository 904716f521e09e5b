import { InputError } from './errors';
import { check } from './read';
import { jobFileSchema, type JobFile } from './schema';
import { upgradeFile } from './upgrade';

/** Largest job file read, in characters. A 20 km run with levels every metre is well below it. */
export const MAX_FILE = 8_000_000;

/**
 * Reads the text of a job file of this or an earlier format.
 * @throws InputError when it is too large, is not JSON, or breaks the schema.
 */
export function readJobFile(textOfFile: string): JobFile {
  if (textOfFile.length > MAX_FILE)
    throw new InputError([
      { field: 'file', message: `The file is larger than ${MAX_FILE / 1e6} MB; a job file is far smaller. Nothing was read.` },
    ]);
  let value: unknown;
  try {
    value = JSON.parse(textOfFile.replace(/^\uFEFF/, ''));
  } catch (error) {
    throw new InputError([
      { field: 'file', message: `This is not a JSON file (${error instanceof Error ? error.message : 'unreadable'}).` },
    ]);
  }
  return check(jobFileSchema, upgradeFile(value));
}

/** Writes a job file that {@link readJobFile} reads back to the same value. */
export const writeJobFile = (file: JobFile): string => `${JSON.stringify(file, null, 2)}\n`;
