import { fillReport, fillStretches, type FillReport, type FillStretch } from '@tamper/core/fill';
import type { Range } from '@tamper/core/geometry';
import { isPit } from '@tamper/core/trench';
import { createContext, useMemo } from 'react';
import { deviceClock } from '../../data/deviceClock';
import { useSite } from '../site/context';
import { inside } from '../../ui/inside';

/** The fill as the book has it beside the plan in force. */
export interface Fill {
  report: FillReport;
  /** Where it is dug open, reach by reach: each has its own ladder. */
  open: Range[];
  /** What comes next, stretch by stretch. */
  stretches: FillStretch[];
  /** Id of the issued plan. */
  revision: string;
}

/** Worked out once for all that stands on a page; undefined where nothing is issued. */
export function useFillOf(): Fill | undefined {
  const { force, book, job, run, rules } = useSite();
  const entries = book.book;
  return useMemo(() => {
    if (!force) return undefined;
    const places = force.plan.places;
    const report = fillReport({ job, run, places, rules, book: entries ?? [], now: deviceClock().now() });
    const trench = places.filter((place) => !isPit(place));
    return { report, open: trench.map(({ from, to }) => ({ from, to })), stretches: fillStretches(report, trench), revision: force.id };
  }, [force, entries, job, run, rules]);
}

export const FillContext = createContext<Fill | undefined>(undefined);

export const useFill = inside(FillContext, 'the fill screen');
