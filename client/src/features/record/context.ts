import { recordOf, type RunRecord } from '@tamper/core/record';
import { closingOf, type Closing } from '@tamper/core/site';
import { createContext, useMemo } from 'react';
import { deviceClock } from '../../data/deviceClock';
import { useSite } from '../site/context';
import { inside } from '../../ui/inside';

/** The record of the run by its plan in force, and whether it is still open. */
export interface HeldRecord extends RunRecord {
  closing: Closing;
  revision: string;
}

/** Worked out once for all that stands on a page; undefined where nothing is issued. */
export function useRecordOf(): HeldRecord | undefined {
  const { force, book, job, run, rules } = useSite();
  const entries = book.book;
  return useMemo(() => {
    if (!force) return undefined;
    const known = entries ?? [];
    const now = deviceClock().now();
    const record = recordOf({ job, run, places: force.plan.places, rules, book: known, now });
    return { ...record, closing: closingOf(known, now, rules), revision: force.id };
  }, [force, entries, job, run, rules]);
}

export const RecordContext = createContext<HeldRecord | undefined>(undefined);

export const useRecord = inside(RecordContext, 'the record screen');
