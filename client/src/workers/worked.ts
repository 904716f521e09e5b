import { InputError, type FieldError } from '@tamper/core/job';

/** What the core made of some inputs, or the fields that stand in its way. */
export type Worked<T> = { value: T } | { errors: readonly FieldError[] };

/** Sends what stands in the way as it is: an error loses what it says on its way out of a worker. */
export function worked<T>(work: () => T): Worked<T> {
  try {
    return { value: work() };
  } catch (error) {
    if (error instanceof InputError) return { errors: error.errors };
    throw error;
  }
}
