import { picturesOf } from '@tamper/core/book';
import { useMemo } from 'react';
import { useSame } from '../../ui/useSame';
import { useSafe, useSession } from '../frame/session';
import type { OnRecord } from './context';
import { useFoundMarks } from './useFoundMarks';

/** What the site has on record, to be drawn on top of what is planned: found out once for the strip and whichever drawing is looked at. */
export function useMarksOnRecord(cursor: number): OnRecord {
  const { book } = useSession().book;
  const { gate } = useSafe();
  const marks = useFoundMarks(cursor);
  const pictured = useSame(useMemo(() => picturesOf(book ?? []).flatMap(({ where }) => where?.from ?? []), [book]));
  const open = useSame(gate?.where ?? NOWHERE);
  return useMemo(() => ({ marks, pictured, open }), [marks, pictured, open]);
}
const NOWHERE: OnRecord['open'] = [];
