/** One thing wrong with an input: the field's path as written in the job file, and a sentence for people. */
export interface FieldError {
  field: string;
  message: string;
}

/** Thrown when inputs cannot be planned from. Carries every field at fault, never just the first. */
export class InputError extends Error {
  constructor(readonly errors: readonly FieldError[]) {
    super(errors.map((error) => `${error.field}: ${error.message}`).join('\n'));
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
