import { InputError } from '@tamper/core/errors';

/** What was refused, as sentences for the screen. */
export const sentencesOf = (fault: unknown): string[] =>
  fault instanceof InputError
    ? fault.errors.map(({ field, message }) => (field === 'file' ? message : `${field}: ${message}`))
    : [fault instanceof Error ? fault.message : String(fault)];
