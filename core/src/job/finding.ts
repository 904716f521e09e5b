import type { Patch } from './patch';

export type Severity = 'stop' | 'caution' | 'note';
export type Chapter = 'clear' | 'line' | 'makeup' | 'ground' | 'guard' | 'machine' | 'spoil' | 'order';

/** A change to the run's inputs that would mend a finding. */
export interface Fix {
  label: string;
  patches: Patch[];
}

/** Something the plan should not go ahead with unseen. Stations in metres; without them it holds for the whole run. */
export interface Finding {
  id: string;
  severity: Severity;
  chapter: Chapter;
  from?: number;
  to?: number;
  what: string;
  why: string;
  basis: string;
  fixes: Fix[];
}

const RANK: Record<Severity, number> = { stop: 0, caution: 1, note: 2 };

/** Worst first, then along the run. */
export const worstFirst = (findings: readonly Finding[]): Finding[] =>
  [...findings].sort((a, b) => RANK[a.severity] - RANK[b.severity] || (a.from ?? 0) - (b.from ?? 0));
