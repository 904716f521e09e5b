/** One thing wrong with an input: the field's path as written in the job file, and a sentence for people. */
export interface FieldError {
  field: string;
  message: string;
}

/** Most errors told at once: who gets more mends those first. */
export const MOST_ERRORS = 50;

/** The errors as they are told: no more than {@link MOST_ERRORS}, the last of which counts the rest. */
export function told(errors: readonly FieldError[]): readonly FieldError[] {
  if (errors.length <= MOST_ERRORS) return errors;
  const shown = errors.slice(0, MOST_ERRORS - 1);
  const rest = errors.length - shown.length;
  return [...shown, { field: 'more', message: `${rest.toLocaleString('en-GB')} more; mend these first.` }];
}

/** Thrown when inputs cannot be planned from. Carries every field at fault, never just the first, as far as they can be read. */
export class InputError extends Error {
  readonly errors: readonly FieldError[];
  constructor(all: readonly FieldError[]) {
    const errors = told(all);
    super(errors.map((error) => `${error.field}: ${error.message}`).join('\n'));
    this.errors = errors;
    this.name = 'InputError';
  }
}

/** Writes a path the way the job file is read: `runs[0].stations[3].ground`. */
export function fieldName(path: readonly PropertyKey[]): string {
  return (
    path.reduce<string>((name, part) => (typeof part === 'number' ? `${name}[${part}]` : `${name}${name ? '.' : ''}${String(part)}`), '') ||
    'file'
  );
}
