import type { BeddingId, KitKind, SoilClass } from '../catalogue';
import type { Patch } from './patch';

export type Severity = 'stop' | 'caution' | 'note';
/** Questions that decide whether work may go on. */
export type GateName = 'dig' | 'enter' | 'cover';

/** What a finding is about. Places are holes: reaches dug open, by the id of the reach, and pits. */
export interface Subject {
  kind:
    | 'place'
    | 'reach'
    | 'laid'
    | 'existing'
    | 'structure'
    | 'beside'
    | 'stretch'
    | 'pinch'
    | 'product'
    | 'window'
    | 'leg'
    | 'bend'
    | 'entry';
  id: string;
}

/** Stations of the run between which something holds, metres. */
interface Where {
  from: number;
  to: number;
}

/** What is known of every change that may be offered, by its code: SI, no words. Lengths and stations in metres, slopes horizontal per vertical. */
export interface FixFacts {
  batter: { ratio: number };
  batterAbove: { ratio: number };
  slopeThere: { from: number; to: number; ratio: number };
  uprightSides: object;
  hold: { by: KitKind; name: string };
  takeKit: { name: string };
  planFor: { soil: SoilClass };
  pitLong: { length: number };
  keepOpen: { length: number };
  widen: { width: number };
  narrow: { width: number };
  planWide: { width: number };
  layAtFall: { fall: number };
  cover: { cover: number };
  dig: { depth: number };
  lower: { by: number };
  tidy: object;
  bed: { thickness: number };
  bedOf: { material: BeddingId };
  tracer: object;
  fabric: object;
  tape: object;
  asUsual: object;
  chamberThere: object;
  trialPit: object;
  jointBay: object;
  digOpen: object;
  digFrom: { end: 'start' | 'end' };
  setBack: { setback: number };
  takeLine: { name: string };
  sleeve: { bore: number };
  valves: { by: 'pairs' | 'each' };
  reverseReturn: object;
  spoilOn: { side: 'left' | 'right' | 'both' };
}
export type FixCode = keyof FixFacts;

/** A change to the run's inputs that may mend a finding; its facts are put into words where they are read. */
export type Fix = { [K in FixCode]: { code: K; facts: FixFacts[K]; patches: Patch[] } }[FixCode];

/** What a check found once: facts in SI, no words. `where` is empty where it holds for the whole run. */
export interface Found<F = unknown> {
  severity: Severity;
  subject?: Subject | undefined;
  /** A second thing it is about: the other of two lines too close. */
  with?: Subject | undefined;
  where: readonly Where[];
  facts: F;
  fixes: Fix[];
}

/** Something the plan should not go ahead with unseen. */
export interface Finding<C extends string = string, F = unknown> extends Found<F> {
  code: C;
}

/** Tells a finding from every other of a plan, and finds it again in another plan of the same run. */
export const keyOf = ({ code, subject, with: other }: Pick<Finding, 'code' | 'subject' | 'with'>): string =>
  [code, ...[subject, other].flatMap((one) => (one ? [`${one.kind}:${one.id}`] : []))].join(' ');

const RANK: Record<Severity, number> = { stop: 0, caution: 1, note: 2 };
/** Below zero: the first is the graver. */
export const byGravity = (a: Severity, b: Severity): number => RANK[a] - RANK[b];

/** Worst first, then along the run. */
export const worstFirst = <T extends Found>(findings: readonly T[]): T[] =>
  [...findings].sort((a, b) => byGravity(a.severity, b.severity) || (a.where[0]?.from ?? 0) - (b.where[0]?.from ?? 0));

/** Those that stop a plan. */
export const stopsAmong = <T extends Pick<Found, 'severity'>>(findings: readonly T[]): T[] =>
  findings.filter(({ severity }) => severity === 'stop');

/** The stretch from the first to the last place of a finding; undefined where it holds for the whole run. */
export function spanOf({ where }: Pick<Found, 'where'>): Where | undefined {
  const [first] = where;
  return first && { from: first.from, to: where.reduce((most, { to }) => Math.max(most, to), first.to) };
}

/** Does a finding speak of any part of a stretch? */
export const speaksOf = ({ where }: Pick<Found, 'where'>, stretch: Where): boolean =>
  where.length === 0 || where.some(({ from, to }) => from <= stretch.to && to >= stretch.from);
