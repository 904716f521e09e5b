import { FILE_VERSION } from '../schema';
import { jobOf2, runOf2 } from './format2';
import { jobOf3, runOf3 } from './format3';
import { jobOf4, runOf4 } from './format4';
import { jobOf5, runOf5 } from './format5';
import { jobOf6, runOf6 } from './format6';
import { jobOf7, runOf7 } from './format7';
import { isLoose, type Loose } from './loose';

/*
 * One file a format, each with what it brought, written down as it was then: what a blank document holds today has no say in it.
 * Stored documents carry no version of their own; each step knows by its keys whether it has been taken.
 */

const upgraded = (doc: unknown, ...steps: ((doc: Loose) => Loose)[]): unknown =>
  isLoose(doc) ? steps.reduce((now, step) => step(now), doc) : doc;

/**
 * Brings a job written by an earlier format up to this one; leaves what is new already, or no job at all, as it is.
 * The result still has to pass the schema.
 */
export const upgradeJob = (doc: unknown): unknown =>
  isLoose(doc) && 'products' in doc ? jobOf7(doc) : upgraded(doc, jobOf2, jobOf3, jobOf4, jobOf5, jobOf6, jobOf7);

/** Brings a run written by an earlier format up to this one, format by format. */
export const upgradeRun = (doc: unknown): unknown =>
  isLoose(doc) && 'laid' in doc ? runOf7(doc) : upgraded(doc, runOf2, runOf3, runOf4, runOf5, runOf6, runOf7);

/** A job file of any format read so far, as one of this format. */
export function upgradeFile(file: unknown): unknown {
  if (!isLoose(file) || typeof file.version !== 'number' || file.version < 1 || file.version >= FILE_VERSION) return file;
  return {
    ...file,
    version: FILE_VERSION,
    job: upgradeJob(file.job),
    runs: Array.isArray(file.runs) ? file.runs.map(upgradeRun) : file.runs,
  };
}
