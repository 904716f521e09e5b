import { MINUTE } from '@tamper/core/book';
import { coverGateOf } from '@tamper/core/cover';
import { isHeard, type Hearing, type SafeGate } from '@tamper/core/gates';
import { useMemo } from 'react';
import { hearingHere } from '../../data/hearing';
import { useNow } from '../../data/useNow';
import { useSafe } from '../frame/session';
import { useSite } from '../site/context';
import type { Lay } from './context';

/** Out of hearing, what this device knows of the server: it changes by the minute, and a minute is over when it begins. In hearing there is nothing to weigh. */
function useHearing(heard: number | undefined): Hearing | undefined {
  const now = useNow();
  const minute = isHeard({ heard, now }) ? undefined : Math.ceil(now / MINUTE) * MINUTE;
  const last = minute === undefined ? undefined : heard;
  return useMemo(() => (minute === undefined ? undefined : hearingHere(last, minute)), [minute, last]);
}

/** The gate Ready to cover from what was worked out of the book already; undefined while plans or book are being fetched. */
export const useCoverGate = (lay: Worked): SafeGate | undefined => useGate(lay, useHearing(useSite().book.heard));

/** What the record says was ready to cover, as far as it is here; undefined while plans or book are being fetched. */
export const useCoveredBy = (lay: Worked): SafeGate | undefined => useGate(lay, undefined);

type Worked = Pick<Lay, 'report'> | undefined;

function useGate(lay: Worked, hearing: Hearing | undefined): SafeGate | undefined {
  const { force, job, book } = useSite();
  const { revisions } = useSafe();
  const report = lay?.report;
  return useMemo(
    () => (revisions && book.book ? coverGateOf(force && report && { force, report, hearing, units: job.units }) : undefined),
    [revisions, book.book, force, report, hearing, job.units],
  );
}
