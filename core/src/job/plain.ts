import type { Job, Run } from './schema';

/*
 * What was observed stands in the book, and is put beside what a document says before anything is worked out. A document never holds it.
 */

/** A value less one of its keys. */
export function omit<T extends object, K extends keyof T>(value: T, key: K): Omit<T, K> {
  const { [key]: _, ...rest } = value;
  return rest;
}

/** A run less what the book has of it: what is kept as its document. */
export const plainRun = (run: Run): Run =>
  run.clearing === undefined &&
  run.found === undefined &&
  run.haunched === undefined &&
  run.existing.every(({ exposures }) => exposures === undefined)
    ? run
    : { ...omit(omit(omit(run, 'clearing'), 'found'), 'haunched'), existing: run.existing.map((line) => omit(line, 'exposures')) };

/** A job less what the book has of it: what is kept as its document. */
export function plainJob(job: Job): Job {
  const { clearance, pace } = job;
  const { request } = clearance;
  if (clearance.walked === undefined && request?.remarked === undefined && pace.logged === undefined) return job;
  return {
    ...job,
    clearance: { ...omit(clearance, 'walked'), request: request && omit(request, 'remarked') },
    pace: omit(pace, 'logged'),
  };
}
