import type { Run, SafeGate } from '@tamper/core';
import type { Fix, Job, Patch } from '@tamper/core/job';
import type { Reader, Sayable } from '@tamper/core/words';
import { createContext, useContext } from 'react';
import type { JobDocument, RunDocument } from '../../data/documents';
import type { OpenBook } from '../../data/useBook';
import type { Issued } from '../../workers/useIssued';
import type { Mends } from '../../workers/useMends';
import type { PlanState } from '../../workers/usePlan';

/** Where on a run one looks: it stays the same from screen to screen, and stands in the address. */
export interface Where {
  /** Station, metres; undefined until somebody chose one. */
  cursor: number | undefined;
  /** The part of the section whose inputs are open. */
  part: string | undefined;
  /** The hole one looks at: a reach dug open, or a pit. */
  hole: string | undefined;
}

/** A run and its job open for work, planned once for every screen of the run. */
export interface RunSession {
  jobId: string;
  runId: string;
  job: JobDocument;
  run: RunDocument;
  /** The plan of the newest inputs that made one, and what is wrong with newer ones. */
  state: PlanState;
  /** Do the inputs as they are now make a plan? */
  planned: boolean;
  /** The job's other runs, as they are stored. */
  others: readonly Run[];
  book: OpenBook;
  /** The gate Safe to enter, and the issued plans it hangs on. */
  safe: Issued & { gate: SafeGate | undefined };
  where: Where;
  look: (change: Partial<Where>) => void;
  /** Puts changes into the run, or into the job. A sentence refuses them; nothing is changed then. */
  apply: (patches: readonly Patch[], tag?: string) => string | undefined;
  putJob: (change: Partial<Job>) => string | undefined;
  /** For whom findings are put into words; the fixes that were tried on the plan, and what takes one. */
  reader: Reader;
  mends: Mends;
  onFix: (finding: Sayable, fix: Fix) => void;
  /** A new run of this job from a copy of this one, or from where one looks. */
  duplicate: () => void;
  branch: (station: number) => void;
}

export const SessionContext = createContext<RunSession | undefined>(undefined);

export function useSession(): RunSession {
  const session = useContext(SessionContext);
  if (!session) throw new Error('useSession belongs inside the frame of a run');
  return session;
}
