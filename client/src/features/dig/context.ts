import { digReport, digNotes, type DigNote, type DigReport } from '@tamper/core/dig';
import { createContext, useContext, useMemo } from 'react';
import { deviceClock } from '../../data/deviceClock';
import type { SiteEdit } from '../site/context';

/** The dig beside its plan, and what is said of it. */
export interface Dig {
  report: DigReport;
  notes: DigNote[];
}

/** What the book says of the dig; worked out once for all that shows it. */
export function useDigOf({ job, run, plan, rules, book }: Pick<SiteEdit, 'job' | 'run' | 'plan' | 'rules' | 'book'>): Dig {
  const entries = book.book;
  return useMemo(() => {
    const { places, supports } = plan;
    const report = digReport({ job, run, places, rules, book: entries ?? [], now: deviceClock().now() });
    return { report, notes: digNotes({ report, places, supports, rules, units: job.units }) };
  }, [job, run, plan, rules, entries]);
}

export const DigContext = createContext<Dig | undefined>(undefined);

export function useDig(): Dig {
  const dig = useContext(DigContext);
  if (!dig) throw new Error('useDig belongs inside the dig screen');
  return dig;
}
