import { useCallback, useEffect } from 'react';
import type { JobDocument, RunDocument } from './documents';
import { LOOK, useLookAgain } from './useLookAgain';

type Heard = Pick<JobDocument | RunDocument, 'look' | 'current'>;

/** Unheard for longer than this, a document may be old, ms: three looks. */
const OLD = 3 * LOOK;

/**
 * May one of these documents have been changed elsewhere without this device having heard? Asks the server as often as the book is looked at.
 * @param now ISO 8601.
 */
export function useMayBeOld(documents: readonly Heard[], now: string): boolean {
  const looks = documents.map(({ look }) => look);
  // The functions of a document keep their identity.
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const look = useCallback(() => looks.forEach((one) => void one()), looks);
  useEffect(look, [look]);
  useLookAgain(look);
  return documents.some(({ current }) => current === undefined || Date.parse(now) - current > OLD);
}
