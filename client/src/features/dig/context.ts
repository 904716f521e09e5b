import type { PlannedRevision } from '@tamper/core';
import { digLevels, elsewhereBy, machineReady, type DigInputs, type DigLevels, type Readiness } from '@tamper/core/dig';
import { createContext, useMemo } from 'react';
import { deviceClock } from '../../data/deviceClock';
import { nowAfter, useNow } from '../../data/useNow';
import type { SiteEdit } from '../site/context';
import { inside } from '../../ui/inside';

/** The levels of the dig beside its plan, what they were worked out from, and whether the machine is ready. */
export interface Dig {
  levels: DigLevels;
  inputs: DigInputs;
  ready: Readiness;
}

/** What the book says of the dig; worked out once for all that shows it. @param plans issued, as far as they are known. */
export function useDigOf(
  { job, run, plan, rules, book }: Pick<SiteEdit, 'job' | 'run' | 'plan' | 'rules' | 'book'>,
  plans: readonly PlannedRevision[] = NONE,
): Dig {
  const entries = book.book;
  const found = useMemo(() => {
    const elsewhere = elsewhereBy(plans, run);
    const inputs = { job, run, places: plan.places, rules, book: entries ?? [], now: deviceClock().now(), elsewhere };
    return { levels: digLevels(inputs), inputs };
  }, [job, run, plan, rules, entries, plans]);
  const tick = useNow();
  const sensors = found.levels.inForce?.kept.entry.fact.means === 'sensors';
  // What a shift ends lapses by itself, with nobody entering anything.
  const ready = useMemo(
    () => machineReady({ book: entries ?? [], machine: job.machine, sensors, now: nowAfter(tick), rules }),
    [entries, job.machine, sensors, tick, rules],
  );
  return useMemo(() => ({ ...found, ready }), [found, ready]);
}

const NONE: readonly PlannedRevision[] = [];

export const DigContext = createContext<Dig | undefined>(undefined);

export const useDig = inside(DigContext, 'the dig screen');
