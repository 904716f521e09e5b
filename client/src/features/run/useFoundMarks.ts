import { useEffect, useMemo, useState } from 'react';
import type { Marks } from '../../drawing/marks';
import { useSafe, useSession } from '../frame/session';

/** Levels as found, drawn on the strip, the long section and the section at the cursor. */
export interface FoundMarks {
  strip: Marks;
  long: Marks;
  /** Undefined where nobody checked near the cursor. */
  section: Marks | undefined;
}

/** What was found, to be drawn where it is; it comes once somebody has checked something, and costs nothing before. */
export function useFoundMarks(cursor: number): FoundMarks | undefined {
  const { book, job } = useSession();
  const { revisions } = useSafe();
  const entries = book.book;
  const any = entries?.some(({ entry }) => entry.fact.kind === 'check') ?? false;
  const [drawer, setDrawer] = useState<typeof import('../dig/foundMarks')>();
  useEffect(() => {
    // Without it the drawings show what is planned, as before.
    if (any) import('../dig/foundMarks').then(setDrawer, () => undefined);
  }, [any]);
  const { units } = job.doc;
  const levels = useMemo(() => drawer?.foundLevels(revisions, entries), [drawer, revisions, entries]);
  const marks = useMemo(() => levels && drawer?.marksAlong(levels), [drawer, levels]);
  const section = useMemo(() => levels && drawer?.markAt(levels, cursor, units), [drawer, levels, cursor, units]);
  return useMemo(() => marks && { ...marks, section }, [marks, section]);
}
