import { InputError, observedFile, planRun, readJobFile, type FieldError } from '@tamper/core';
import { readFileSync } from 'node:fs';

/**
 * `npm run -s plan -- FILE.json` (`-` reads standard input): prints `{ job, plans }`, one Plan a run, SI units.
 * Bad input: one sentence per error on standard error, naming the field; exit code 2.
 */
function main(path: string | undefined): void {
  if (!path) return refuse([{ field: 'FILE', message: 'Say which job file to plan: npm run -s plan -- FILE.json' }]);
  try {
    const { job, runs } = observedFile(readJobFile(readFileSync(path === '-' ? 0 : path, 'utf8')));
    const plans = runs.map((run, index) => within(`runs[${index}]`, () => planRun(job, run)));
    process.stdout.write(`${JSON.stringify({ job: job.name, plans }, null, 2)}\n`);
  } catch (error) {
    if (error instanceof InputError) return refuse(error.errors);
    if (isUnreadable(error)) return refuse([{ field: 'FILE', message: `${path} cannot be read (${error.code}).` }]);
    throw error;
  }
}

/** Names the run in the errors of its plan. */
function within<T>(prefix: string, work: () => T): T {
  try {
    return work();
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    throw new InputError(error.errors.map(({ field, message }) => ({ field: `${prefix}.${field}`, message })));
  }
}

function refuse(errors: readonly FieldError[]): void {
  for (const { field, message } of errors) process.stderr.write(`${field}: ${message}\n`);
  process.exitCode = 2;
}

const isUnreadable = (error: unknown): error is NodeJS.ErrnoException => error instanceof Error && 'syscall' in error;

main(process.argv[2]);
