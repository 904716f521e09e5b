import type { Plan, Section } from '@tamper/core';
import type { FieldError, Job, Patch, Run } from '@tamper/core/job';
import type { Range } from '@tamper/core/geometry';
import { createContext } from 'react';
import { usePlanned } from '../frame/session';
import type { Written } from '../../data/useBook';
import { inside } from '../../ui/inside';
import type { FoundMarks } from './useFoundMarks';
import type { PlanTooling } from './usePlanHand';

/** What every editor of a run works on. */
export interface RunEdit {
  jobId: string;
  job: Job;
  run: Run;
  /** Station of the cursor, metres, and the reach there. */
  cursor: number;
  reachIndex: number;
  /** Puts changes into the run. Returns a sentence and changes nothing when the result could not be a run. */
  apply: (patches: readonly Patch[], tag?: string) => string | undefined;
  setCursor: (station: number) => void;
  /** Does the next touch of the strip add an existing line? */
  picking: boolean;
  setPicking: (picking: boolean) => void;
  /** The job's other runs, as they are stored. */
  others: readonly Run[];
  /** The book of the run and its job, to be read and written. */
  book: Written;
  /** What the planner says is wrong with a field of the run. */
  faultOf: (field: string) => string | undefined;
}

export const RunEditContext = createContext<RunEdit | undefined>(undefined);

/** The section at the cursor. It follows what is typed when that is painted. */
export interface SectionHere {
  section: Section;
  /** What it is of: the newest inputs where they can be dug. */
  drawn: { job: Job; run: Run };
}

export const SectionContext = createContext<SectionHere | undefined>(undefined);

/** Where one looks, what a touch does, and what the next one is for. It stays the same while somebody types. */
export interface Touch {
  tools: PlanTooling;
  /** Station of the cursor, metres, and what moves it. */
  cursor: number;
  setCursor: (station: number) => void;
  /** Adds an existing line at a station; undefined unless the next touch is to. */
  pick: ((station: number) => void) | undefined;
  /** Moves a laid line's centre, in the section at the cursor. */
  moveLine: (id: string, centre: { x: number; y: number }) => void;
}

export const TouchContext = createContext<Touch | undefined>(undefined);

/** What the site has on record, drawn on top of what is planned. */
export interface OnRecord {
  /** Levels as found; undefined before anybody checked. */
  marks: FoundMarks | undefined;
  /** Stations something was photographed at. */
  pictured: readonly number[];
  /** Stretches where Safe to enter is open now. */
  open: readonly Range[];
}

export const OnRecordContext = createContext<OnRecord | undefined>(undefined);

export const useRunEdit = inside(RunEditContext, 'a run screen');
export const useSectionHere = inside(SectionContext, 'a run screen');
export const useTouch = inside(TouchContext, 'a run screen');
export const useOnRecord = inside(OnRecordContext, 'a run screen');

/** The plan on screen, which may lag behind the run; undefined before the first. */
export const usePlanOnScreen = (): Plan | undefined => usePlanned().state.good?.plan;

/** Finds what the planner said of a field or of anything below it. */
export const faultIn = (errors: readonly FieldError[], field: string): string | undefined =>
  errors.find((error) => error.field === field || error.field.startsWith(`${field}.`) || error.field.startsWith(`${field}[`))?.message;
