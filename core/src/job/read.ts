import { type z } from 'zod';
import { fieldName, InputError, told, type FieldError } from './errors';

/**
 * Checks a value against a schema.
 * @throws InputError with one sentence per field at fault.
 */
export function check<T>(schema: z.ZodType<T>, value: unknown, base: readonly PropertyKey[] = []): T {
  const result = schema.safeParse(value, { reportInput: true });
  if (result.success) return result.data;
  throw new InputError(result.error.issues.flatMap((issue) => explain(issue, base)));
}

/** The errors of a value against a schema; empty when it is fine. */
export function errorsOf(schema: z.ZodType, value: unknown): readonly FieldError[] {
  const result = schema.safeParse(value, { reportInput: true });
  return result.success ? [] : told(result.error.issues.flatMap((issue) => explain(issue, [])));
}

function explain(issue: z.core.$ZodIssue, base: readonly PropertyKey[]): FieldError[] {
  const path = [...base, ...issue.path];
  if (issue.code === 'unrecognized_keys')
    return issue.keys.map((key) => ({ field: fieldName([...path, key]), message: `“${key}” is not part of the format; take it out.` }));
  return [{ field: fieldName(path), message: sentence(issue) }];
}

function sentence(issue: z.core.$ZodIssue): string {
  switch (issue.code) {
    case 'invalid_type':
      if (issue.input === undefined) return `Missing; it needs ${article(issue.expected)}.`;
      return `Needs ${article(issue.expected)}, not ${describe(issue.input)}.`;
    case 'invalid_value':
      return issue.input === undefined
        ? `Missing; use ${list(issue.values)}.`
        : `${describe(issue.input)} is not one of ${list(issue.values)}.`;
    case 'invalid_union':
      return 'Says a “kind” that is not known here.';
    default:
      return issue.message;
  }
}

const article = (expected: string): string =>
  expected === 'number'
    ? 'a number'
    : expected === 'int'
      ? 'a whole number'
      : expected === 'array'
        ? 'a list'
        : `${/^[aeiou]/.test(expected) ? 'an' : 'a'} ${expected}`;
const list = (values: readonly unknown[]): string => values.map((value) => JSON.stringify(value)).join(', ');
const describe = (input: unknown): string =>
  typeof input === 'object' ? (Array.isArray(input) ? 'a list' : 'an object') : `${JSON.stringify(input) ?? String(input)}`.slice(0, 60);
