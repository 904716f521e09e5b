import { FILE_VERSION } from '../limits';
import { jobOf2, runOf2 } from './format2';
import { jobOf3, runOf3 } from './format3';
import { jobOf4, runOf4 } from './format4';
import { jobOf5, runOf5 } from './format5';
import { jobOf6, runOf6 } from './format6';
import { jobOf7, runOf7 } from './format7';
import { entryOver, jobOf8, observedInJob, observedInRun, runOf8, type Observation } from './format8';
import { runOf9 } from './format9';
import { jobOf10, runOf10 } from './format10';
import { runOf11 } from './format11';
import { jobOf12, runOf12 } from './format12';
import { runOf13 } from './format13';
import { isLoose, list, type Loose } from './loose';

/*
 * One file a format, each with what it brought, written down as it was then: what a blank document holds today has no say in it.
 * Stored documents carry no version of their own; each step knows by its keys whether it has been taken.
 */

const upgraded = (doc: unknown, ...steps: ((doc: Loose) => Loose)[]): unknown =>
  isLoose(doc) ? steps.reduce((now, step) => step(now), doc) : doc;

/** A job of any earlier format as one of format 7, the last whose documents held what was observed. */
const jobUpTo7 = (doc: unknown): unknown =>
  isLoose(doc) && 'products' in doc ? jobOf7(doc) : upgraded(doc, jobOf2, jobOf3, jobOf4, jobOf5, jobOf6, jobOf7);
const runUpTo7 = (doc: unknown): unknown =>
  isLoose(doc) && 'laid' in doc ? runOf7(doc) : upgraded(doc, runOf2, runOf3, runOf4, runOf5, runOf6, runOf7);

/**
 * Brings a job written by an earlier format up to this one; leaves what is new already, or no job at all, as it is.
 * The result still has to pass the schema. What it held that stands in the book today is told by {@link broughtOver}.
 */
export const upgradeJob = (doc: unknown): unknown => upgraded(jobUpTo7(doc), jobOf8, jobOf10, jobOf12);

/** Brings a run written by an earlier format up to this one, format by format. */
export const upgradeRun = (doc: unknown): unknown => upgraded(runUpTo7(doc), runOf8, runOf9, runOf10, runOf11, runOf12, runOf13);

/** Issued copies hold what was observed where documents of format 7 did: it stays in them. */
export const upgradeIssued = <B extends { job: unknown; run: unknown }>(body: B): B => ({
  ...body,
  job: upgraded(jobUpTo7(body.job), jobOf10, jobOf12),
  run: upgraded(runUpTo7(body.run), runOf9, runOf10, runOf11, runOf12, runOf13),
});

/** What an earlier document held of what stands in the book today; nothing for a document of today's format. */
export const broughtOver = {
  job: (doc: unknown): Observation[] => observed(jobUpTo7(doc), observedInJob),
  run: (doc: unknown): Observation[] => observed(runUpTo7(doc), observedInRun),
};
const observed = (doc: unknown, of: (doc: Loose) => Observation[]): Observation[] => (isLoose(doc) ? of(doc) : []);

/** A job file of any format read so far, as one of this format. */
export function upgradeFile(file: unknown): unknown {
  if (!isLoose(file) || typeof file.version !== 'number' || file.version < 1 || file.version >= FILE_VERSION) return file;
  const runs = Array.isArray(file.runs) ? (file.runs as unknown[]) : undefined;
  const observations = [
    ...(runs ?? []).flatMap((doc, run) => broughtOver.run(doc).map((one) => ({ run, one }))),
    // Marks put back settle a search in vain: they come after it.
    ...broughtOver.job(file.job).map((one) => ({ one })),
  ];
  return {
    ...file,
    version: FILE_VERSION,
    job: upgradeJob(file.job),
    runs: runs ? runs.map(upgradeRun) : file.runs,
    // Files have a book since format 8, which held none of this in its documents any more. Kept under ids of their own where the file is taken in.
    book: [
      ...list(file.book),
      ...observations.map(({ one, ...where }, i) => ({
        ...where,
        entry: entryOver(one, i, `00000000-0000-4000-8000-${String(i).padStart(12, '0')}`),
      })),
    ],
    revisions: list(file.revisions),
  };
}
export { entryOver, type Observation } from './format8';
