import { useCallback, useEffect } from 'react';
import { whenIdle } from '../ui/whenIdle';
import type { JobDocument, RunDocument } from './documents';
import { useLookAgain } from './useLookAgain';

/** Takes in what somebody changed elsewhere, as often as the book is looked at. */
export function useFresh(documents: readonly Pick<JobDocument | RunDocument, 'look'>[]): void {
  const looks = documents.map(({ look }) => look);
  // The functions of a document keep their identity.
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const look = useCallback(() => looks.forEach((one) => void one()), looks);
  useEffect(() => whenIdle(look), [look]);
  useLookAgain(look);
}
