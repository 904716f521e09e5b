import type { FieldError } from './errors';
import { jobErrors, runErrors } from './observed';
import type { Job, Run } from './schema';
import { upgradeIssued } from './upgrade';
import { isLoose } from './upgrade/loose';

/** What is wrong with the inputs of an issued copy of whatever format, which hold what was observed besides. */
export function issuedErrors(body: { job: unknown; run: unknown }): readonly FieldError[] {
  const { job, run } = upgradeIssued(body);
  return [
    ...within('job', holdsObserved.job(job) ? jobErrors(job as unknown as Job) : NONE),
    ...within('run', holdsObserved.run(run) ? runErrors(run as unknown as Run) : NONE),
  ];
}

const NONE: readonly FieldError[] = [{ field: '', message: 'Nothing of the kind is in it.' }];

/** Is there where what was observed would be, to be left out? */
const holdsObserved = {
  job: (job: unknown) => isLoose(job) && isLoose(job.clearance) && isLoose(job.pace),
  run: (run: unknown) => isLoose(run) && Array.isArray(run.existing) && run.existing.every(isLoose),
};

const within = (part: string, errors: readonly FieldError[]): FieldError[] =>
  errors.map(({ field, message }) => ({ field: field ? `${part}.${field}` : part, message }));
