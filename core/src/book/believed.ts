import type { Rules } from '../rules';
import { knows, type Heard } from './entry';
import type { AnyEntry, Entry, FactKind } from './registry';

/** An entry of the book as somebody holds it. */
export type Kept = Heard<AnyEntry>;
/** One of a certain kind. */
export type KeptOf<K extends FactKind> = Heard<Entry<K>>;

/** The entries of one kind. */
export const ofKind = <K extends FactKind>(book: readonly Kept[], kind: K): KeptOf<K>[] =>
  book.filter(({ entry }) => entry.fact.kind === kind) as KeptOf<K>[];

/** When an entry was, ms; NaN where it cannot be read. Moments are compared as moments, never as texts. */
export const momentOf = ({ entry }: Heard): number => Date.parse(entry.at);

/** By the server's measure, how far the device's clock was off when the entry was made, ms: what it did not know itself then. Undefined until it arrived. */
export const clockFault = ({ entry, off }: Heard): number | undefined =>
  off === undefined ? undefined : Math.abs(off - (entry.clock ?? 0));

/** Why what is good in an entry does not count. */
export type Doubt = 'refused' | 'withdrawn' | 'clock' | 'future' | 'unreadable';

/** Ids of entries that another one puts right. Whatever its clock says, and whether or not the server took it: what was good in them is gone. */
export function withdrawn(book: readonly Kept[]): ReadonlySet<string> {
  const gone = new Set<string>();
  for (const { entry } of book) if (entry.corrects !== undefined) gone.add(entry.corrects);
  return gone;
}

/**
 * Is what is good in an entry believed now? Never from the future, never from a device whose clock turned out further off than the rule lets it be, never
 * once it was said to be wrong or refused.
 * @param now ms.
 * @returns why not; undefined where it is.
 */
export function doubtOf(one: Kept, gone: ReadonlySet<string>, now: number, rules: Rules): Doubt | undefined {
  if (one.refused) return 'refused';
  if (gone.has(one.entry.id)) return 'withdrawn';
  const at = momentOf(one);
  if (Number.isNaN(at)) return 'unreadable';
  const tolerance = (rules.clockOff.value ?? 0) * MINUTE;
  const fault = clockFault(one);
  if (fault !== undefined && fault > tolerance) return 'clock';
  // Written later than it came in: its clock was ahead, whatever it says of itself.
  if (one.receivedAt !== undefined && at > Date.parse(one.receivedAt) + tolerance) return 'clock';
  return at > now ? 'future' : undefined;
}
export const MINUTE = 60_000;
export const HOUR = 60 * MINUTE;

/** A good look lifts bad news only when it was made in the knowledge of it; clocks have no say in it. */
export const lifts = (good: Kept, bad: Kept): boolean => knows(good, bad);

/** Of entries that each say how one thing is, those nobody said anything about since in the knowledge of them. More than one: they disagree. */
export const latest = <T extends Heard>(entries: readonly T[]): T[] =>
  entries.filter((one) => !entries.some((other) => other !== one && knows(other, one)));

/** Does a fact say that something is not as it should be? It is heard whatever plan it names. */
export function saysNo(fact: AnyEntry['fact']): boolean {
  switch (fact.kind) {
    case 'inspection':
      return fact.items.some(({ ok }) => !ok);
    case 'bedSeen':
    case 'laid':
    case 'coverReady':
    case 'stand':
      return fact.points.some(({ ok }) => !ok);
    case 'witnessed':
      return !fact.ok;
    default:
      return false;
  }
}
