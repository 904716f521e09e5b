import { coverGateOf } from '@tamper/core/cover';
import type { SafeGate } from '@tamper/core/gates';
import { useMemo } from 'react';
import { useSafe } from '../frame/session';
import { useSite } from '../site/context';
import type { Lay } from './context';

/** The gate Ready to cover from what was worked out of the book already; undefined while plans or book are being fetched. */
export function useCoverGate(lay: Pick<Lay, 'report'> | undefined): SafeGate | undefined {
  const { force, job, book } = useSite();
  const { revisions } = useSafe();
  const report = lay?.report;
  return useMemo(
    () => (revisions && book.book ? coverGateOf(force && report && { force, report, units: job.units }) : undefined),
    [revisions, book.book, force, report, job.units],
  );
}
