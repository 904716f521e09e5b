import type { Day } from '../clearance';
import { keyOf, type GateName } from '../job';
import type { PlanFinding } from '../plan/checks';
import { shuts } from '../plan/shuts';
import { say } from '../words';
import type { Reader } from '../words';

/** One thing a gate looks at. A `stop` closes it; a `caution` must be known to who goes on. `until`: the last day this holds. */
export interface GateReason {
  id: string;
  state: 'ok' | 'caution' | 'stop';
  what: string;
  /** What it rests on, or what to do. */
  why: string;
  until?: Day;
}

/** May work go on, and why. */
export interface Gate {
  open: boolean;
  reasons: GateReason[];
  /** The last day it stays open if nothing else changes; undefined when no date ends it, or it is shut. */
  until: Day | undefined;
}

const RANK = { stop: 0, caution: 1, ok: 2 };
/** What shuts a gate first, then what to know, then what is in order. */
export const reasonsFirst = <T extends GateReason>(reasons: readonly T[]): T[] =>
  [...reasons].sort((a, b) => RANK[a.state] - RANK[b.state]);

/** A finding as a reason, in words. */
export function reasonOf(finding: PlanFinding, reader: Reader, state: GateReason['state'] = 'stop'): GateReason {
  const { what, why } = say(finding, reader);
  return { id: keyOf(finding), state, what, why };
}

/** What of some findings shuts a gate. */
export const against = (findings: readonly PlanFinding[], gate: GateName, reader: Reader): GateReason[] =>
  findings.filter(({ severity, code }) => severity === 'stop' && shuts(code, gate)).map((finding) => reasonOf(finding, reader));
