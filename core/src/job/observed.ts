import type { FieldError } from './errors';
import { plainJob, plainRun } from './plain';
import { errorsOf } from './read';
import { jobSchema, runSchema, type Job, type Run } from './schema';

/** What is wrong with a run as a document, whatever the book has of it. */
export const runErrors = (run: Run): readonly FieldError[] => errorsOf(runSchema, plainRun(run));
/** What is wrong with a job as a document, whatever the book has of it. */
export const jobErrors = (job: Job): readonly FieldError[] => errorsOf(jobSchema, plainJob(job));
