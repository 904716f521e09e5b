import { InputError } from '../job';

/** Ends the reading of a file with one sentence. Nothing is half read. */
export function refuse(message: string, field = 'file'): never {
  throw new InputError([{ field, message }]);
}

/** Refuses a file that is too large or is no plain text. */
export function mustBeText(text: string, most: number, what: string): void {
  if (text.length > most) refuse(`The file is larger than ${most / 1e6} MB; ${what} is far smaller. Nothing was read.`);
  if (text.includes('\u0000') || text.includes('\uFFFD'))
    refuse(`This is not plain text in UTF-8. Save it as ${what} in UTF-8 and try again.`);
}
