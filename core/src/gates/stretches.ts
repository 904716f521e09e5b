import { joined, type Range } from '../geometry';
import { reasonsFirst, type Gate, type GateReason } from './reasons';

/** A stretch of one answer: open to a moment, or shut and why. */
export interface EnterStretch extends Range {
  open: boolean;
  /** The moment it shuts by itself, ISO 8601; undefined while it is shut. */
  closes: string | undefined;
  reasons: EnterReason[];
}
/** A reason with where it holds, and who can do something about it. */
export interface EnterReason extends GateReason {
  where: Range[];
  who: string;
}

/** A gate worked out along the run: open where and until when, and what is missing elsewhere. `open`: anywhere at all. */
export interface SafeGate extends Gate {
  where: Range[];
  /** The moment the first of what is open shuts. */
  closes: string | undefined;
  stretches: EnterStretch[];
  reasons: EnterReason[];
  /** Number of the plan in force. */
  revision: number | undefined;
}

/** What is said of one station, and who can do something about it. */
export interface Reason extends GateReason {
  who: string;
}
/** A stretch over which everything that is said is the same. `closes`: ms, Infinity where no moment ends it. */
export interface JudgedPiece extends Range {
  reasons: readonly Reason[];
  closes: number;
}

/** Stretches shorter than this are none, metres. */
export const SHORTEST = 1e-6;

export const isOpen = ({ reasons }: Pick<JudgedPiece, 'reasons'>): boolean => reasons.every(({ state }) => state !== 'stop');

const tellsApart = ({ id, what, why }: GateReason): string => [id, what, why].join('\n');

/** Stretches of one answer joined, and every reason once with where it holds. @param revision number of the plan in force. */
export function gateOf(pieces: readonly JudgedPiece[], revision: number): SafeGate {
  const stretches: EnterStretch[] = [];
  const where = new Map<string, { reason: Reason; ranges: Range[] }>();
  for (const { from, to, reasons, closes } of pieces) {
    for (const reason of reasons) {
      const known = where.get(tellsApart(reason)) ?? { reason, ranges: [] };
      known.ranges.push({ from, to });
      where.set(tellsApart(reason), known);
    }
    const open = isOpen({ reasons });
    const moment = open && Number.isFinite(closes) ? new Date(closes).toISOString() : undefined;
    const last = stretches.at(-1);
    const key = (some: readonly GateReason[]) => some.map(tellsApart).join('\n');
    if (last && from - last.to < SHORTEST && last.open === open && last.closes === moment && key(last.reasons) === key(reasons))
      last.to = to;
    else stretches.push({ from, to, open, closes: moment, reasons: reasons.map((reason) => ({ ...reason, where: [{ from, to }] })) });
  }
  const opened = stretches.filter(({ open }) => open);
  return {
    open: opened.length > 0,
    reasons: reasonsFirst([...where.values()].map(({ reason, ranges }): EnterReason => ({ ...reason, where: joined(ranges) }))),
    until: undefined,
    where: joined(opened.map(({ from, to }) => ({ from, to }))),
    closes: opened.flatMap(({ closes }) => closes ?? []).sort()[0],
    stretches,
    revision,
  };
}

/** Shut everywhere, for reasons that have no place. */
export const shutGate = (reasons: EnterReason[]): SafeGate => ({
  open: false,
  reasons,
  until: undefined,
  where: [],
  closes: undefined,
  stretches: [],
  revision: undefined,
});
