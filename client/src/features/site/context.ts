import type { PlannedRevision, SafeGate } from '@tamper/core';
import type { Entry } from '@tamper/core/book';
import type { Job, Run } from '@tamper/core/job';
import type { Rules } from '@tamper/core/rules';
import { entryRefusal } from '@tamper/core/refusals';
import type { RegisteredPiece } from '@tamper/core/site';
import { createContext } from 'react';
import type { JobDocument, RunDocument } from '../../data/documents';
import { useBook, useWritten, type OpenBook, type Written } from '../../data/useBook';
import { writeBy, type Enter } from '../../data/write';
import type { PlanState } from '../../workers/usePlan';
import { inside } from '../../ui/inside';

/** What people on site work on: the issued plan, the book, and the gates that come of both. */
export interface SiteEdit {
  jobId: string;
  runId: string;
  /** The draft: what is planned now, whether or not it is issued. */
  draft: { job: JobDocument; run: RunDocument; good: PlanState['good']; planned: boolean };
  /** The issued plan in force; undefined where none is. */
  force: PlannedRevision | undefined;
  /** What is built: the issued plan, and before there is one the draft. */
  job: Job;
  run: Run;
  rules: Rules;
  plan: PlannedRevision['plan'];
  book: OpenBook;
  register: readonly RegisteredPiece[];
  gate: SafeGate | undefined;
  who: string;
}

export const SiteContext = createContext<SiteEdit | undefined>(undefined);

export const useSite = inside(SiteContext, 'the site screen');

type Writer = Pick<SiteEdit, 'job' | 'rules' | 'who'> & Partial<Pick<SiteEdit, 'plan' | 'force' | 'run'>> & { book: Written };

/**
 * Enters facts in the book under the name of who holds the device.
 * @returns what to say where nobody has said who, or the entry cannot be true beside what the book holds; nothing is entered then.
 */
export const enterBy =
  ({ job, rules, book, who, plan, force, run }: Writer, unsaid: string, more?: Parameters<typeof entryRefusal>[2]): Enter =>
  (...written) =>
    writeBy({ book, who }, unsaid, (entry, now) =>
      entryRefusal(entry as Entry, { job, rules, plan: force && plan, run: force && run, book: book.book ?? [], now }, more),
    )(...written);

/** Said where nobody has said who they are. */
export const UNSAID = 'Say who you are first: a role will do.';

export const useEnter = (unsaid = UNSAID): Enter => enterBy(useSite(), unsaid);

/** Enters what is of the whole job, such as benchmarks and its machine: every run has it. */
export function useEnterJob(unsaid = UNSAID): Enter {
  const site = useSite();
  return enterBy({ ...site, book: useWritten(useBook(site.jobId)) }, unsaid);
}
