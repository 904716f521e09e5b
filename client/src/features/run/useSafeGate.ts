import { resolveRules, safeToEnter, type SafeGate } from '@tamper/core';
import { useMemo } from 'react';
import type { JobDocument, RunDocument } from '../../data/documents';
import type { BookState } from '../../data/runBook';
import { useMayBeOld } from '../../data/useCurrent';
import { useNow } from '../../data/useNow';
import type { PlanState } from '../../workers/usePlan';

interface Inputs {
  job: JobDocument;
  run: RunDocument;
  good: PlanState['good'];
  /** Do the inputs as they are make a plan? */
  planned: boolean;
  book: Pick<BookState, 'entries' | 'waiting'>;
}

/**
 * The gate Safe to enter of the newest inputs and the book, as this device knows them; undefined while they are being worked out: a plan that is
 * behind its inputs opens nothing.
 */
export function useSafeGate({ job, run, good, planned, book }: Inputs): SafeGate | undefined {
  const now = useNow();
  const mayBeOld = useMayBeOld([job, run], now);
  const { entries, waiting } = book;
  // What was just entered is older than the clock's next step.
  const latest = entries?.reduce((last, { at }) => (at > last ? at : last), now) ?? now;
  const at = latest > now && Date.parse(latest) - Date.parse(now) < 60_000 ? latest : now;
  const behind = planned && (good?.job !== job.doc || good.run !== run.doc);
  return useMemo(
    () =>
      good && entries && !behind
        ? safeToEnter({
            run: good.run,
            rules: resolveRules(good.job.ruleSet, good.job.overrides),
            units: good.job.units,
            plan: good.plan,
            book: entries,
            refused: waiting.flatMap(({ entry, refused }) => (refused === undefined ? [] : [entry])),
            planned,
            mayBeOld,
            now: at,
          })
        : undefined,
    [good, entries, waiting, behind, planned, mayBeOld, at],
  );
}
