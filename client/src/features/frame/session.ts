import type { Run, SafeGate } from '@tamper/core';
import type { Fix, Job, Patch } from '@tamper/core/job';
import type { Reader, Sayable } from '@tamper/core/words';
import { createContext } from 'react';
import type { JobDocument, RunDocument } from '../../data/documents';
import type { OpenBook } from '../../data/useBook';
import { inside } from '../../ui/inside';
import type { Issued } from '../../workers/useIssued';
import type { MendLists } from '../../workers/useMends';
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

/** What is open on the run, and how to look elsewhere. */
export interface Looking extends Omit<Where, 'cursor'> {
  look: (change: Partial<Where>) => void;
}

/** A run and its job open for work. It changes with the inputs; what follows from them a moment later is told apart below, each to those who show it. */
export interface RunSession {
  jobId: string;
  runId: string;
  job: JobDocument;
  run: RunDocument;
  book: OpenBook;
  /** Puts changes into the run, or into the job. A sentence refuses them; nothing is changed then. */
  apply: (patches: readonly Patch[], tag?: string) => string | undefined;
  putJob: (change: Partial<Job>) => string | undefined;
  /** For whom findings are put into words. */
  reader: Reader;
  /** Why what was to be done with the run as a whole was not. */
  fault: string | undefined;
  remove: () => void;
  /** A new run of this job from a copy of this one, or from where one looks. */
  duplicate: () => void;
  branch: (station: number) => void;
}

/** The run planned once for every screen of it. */
export interface Planned {
  /** The plan of the newest inputs that made one, and what is wrong with newer ones. */
  state: PlanState;
  /** Do the inputs as they are now make a plan? */
  planned: boolean;
}

/** The gate Safe to enter, and the issued plans it hangs on. */
export type Safe = Issued & { gate: SafeGate | undefined };

/** The fixes that were tried on the plan, and what takes one. */
export interface MendsHere {
  mends: MendLists;
  onFix: (finding: Sayable, fix: Fix) => void;
}

export const SessionContext = createContext<RunSession | undefined>(undefined);
/** The job's other runs, as they are stored: they come after the run, and few ask for them. */
export const OthersContext = createContext<readonly Run[] | undefined>(undefined);
/** The station apart from the rest: it is dragged. */
export const CursorContext = createContext<{ cursor: number | undefined } | undefined>(undefined);
export const WhereContext = createContext<Looking | undefined>(undefined);
export const PlannedContext = createContext<Planned | undefined>(undefined);
export const MendsContext = createContext<MendsHere | undefined>(undefined);
export const SafeContext = createContext<Safe | undefined>(undefined);

const FRAME = 'the frame of a run';
export const useSession = inside(SessionContext, FRAME);
export const useOthers = inside(OthersContext, FRAME);
export const useWhere = inside(WhereContext, FRAME);
export const useCursor = inside(CursorContext, FRAME);
export const usePlanned = inside(PlannedContext, FRAME);
export const useMendsHere = inside(MendsContext, FRAME);
export const useSafe = inside(SafeContext, FRAME);
