import { knows, whereOf, type AnyEntry, type Kept } from '../book';
import type { Range } from '../geometry';
import { holds } from './along';
import type { LayReport } from './report';

/** An entry with photos that is believed. */
export interface Shown extends Range {
  kept: Kept;
}

/**
 * Of which plan, and which of its lines, an entry is that was made of something laid; `line` null: of all that lies there. `any`: it may be made of anything, and
 * shows what was laid where whoever made it knew of that. Undefined: its photo shows something else, as that of something found, or of what was filled over it.
 */
function madeOf({ fact }: AnyEntry, leading: string | null): { revision: string; line: string | null } | 'any' | undefined {
  switch (fact.kind) {
    case 'laid':
    case 'joint':
    case 'test':
    case 'witnessed':
    case 'asLaid':
      return fact;
    case 'coverReady':
      return { ...fact, line: null };
    case 'bedSeen':
      return fact.when === 'after' ? { ...fact, line: null } : 'any';
    case 'check':
      return fact.layer === 'pipe' ? { ...fact, line: fact.line ?? leading } : 'any';
    case 'note':
      return 'any';
    default:
      return undefined;
  }
}

/** Entries with photos. */
export const shownBy = (book: readonly Kept[], believed: (one: Kept) => boolean): Shown[] =>
  book.flatMap((kept) => {
    const where = (kept.entry.photos?.length ?? 0) > 0 && believed(kept) ? whereOf(kept.entry) : null;
    return where ? [{ ...where, kept }] : [];
  });

/**
 * Is there a photo near a station of what lies there now? One taken with an entry of something laid by a plan that says the same there, or by somebody who knew
 * that it was laid: the trench before, and what lay there before the plan was changed, were photographed too.
 * @param apart photos are at most this far apart, metres.
 */
export const isShown = (report: LayReport, apart: number, at: number): boolean =>
  report.shown.some((one) => at >= one.from - apart / 2 - 1e-9 && at <= one.to + apart / 2 + 1e-9 && showsLaid(report, one, at));

function showsLaid({ lines, laid, counts }: LayReport, { kept, from, to }: Shown, at: number): boolean {
  const taken = Math.min(Math.max(at, from), to);
  const of = madeOf(kept.entry, laid.find(({ leads }) => leads)?.id ?? null);
  if (of === undefined) return false;
  if (of !== 'any') return counts(of.revision, of.line, taken);
  return lines.some(
    (one) =>
      one.believed && holds(one, taken) && knows(kept, one.kept) && counts(one.kept.entry.fact.revision, one.kept.entry.fact.line, taken),
  );
}
