import { safeToEnter, type SafeGate } from '@tamper/core/gates';
import type { UnitSystem } from '@tamper/core/units';
import { useMemo } from 'react';
import { hearingHere } from '../../data/hearing';
import type { BookState } from '../../data/jobBook';
import { nowAfter, useNow } from '../../data/useNow';
import { useSame } from '../../ui/useSame';
import { useIssued, type Issued } from '../../workers/useIssued';

/**
 * The gate Safe to enter from the issued plans, the book and the clock, as this device knows them; undefined while they are being fetched: what is not known
 * opens nothing.
 */
export function useSafeGate(
  { book, heard, inForce }: Pick<BookState, 'book' | 'heard' | 'inForce'>,
  units: UnitSystem,
  jobId: string,
): Issued & { gate: SafeGate | undefined } {
  const tick = useNow();
  const issued = useIssued(jobId, inForce, book, heard);
  const { revisions } = issued;
  const gate = useMemo(() => {
    if (!book || !revisions) return undefined;
    return safeToEnter({ revisions, book, ...hearingHere(heard, nowAfter(tick)), units });
  }, [book, revisions, heard, units, tick]);
  const { error } = issued;
  // The clock's next step mostly opens and shuts nothing.
  const told = useSame(gate);
  return useMemo(() => ({ revisions, error, gate: told }), [revisions, error, told]);
}
