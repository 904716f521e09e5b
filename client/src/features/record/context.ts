import { fillReport, type FillReport } from '@tamper/core/fill';
import { joined, type Range } from '@tamper/core/geometry';
import {
  asLaidOf,
  pointsExpected,
  recordTasks,
  tiePointsOf,
  type AsLaidPoint,
  type ExpectedPoint,
  type HeldPoint,
  type UnplacedPoint,
} from '@tamper/core/record';
import { closingOf, type Closing } from '@tamper/core/site';
import { isPit } from '@tamper/core/trench';
import { createContext, useContext, useMemo } from 'react';
import { deviceClock } from '../../data/deviceClock';
import { useSite } from '../site/context';

/** What was measured of what was laid, and what is still owed. */
export interface RunRecord {
  points: AsLaidPoint[];
  unplaced: UnplacedPoint[];
  expected: ExpectedPoint[];
  ties: HeldPoint[];
  fill: FillReport;
  tasks: ReturnType<typeof recordTasks>;
  closing: Closing;
  open: Range[];
  revision: string;
}

/** Worked out once for all that stands on a page; undefined where nothing is issued. */
export function useRecordOf(): RunRecord | undefined {
  const { force, book, job, run, rules } = useSite();
  const entries = book.book;
  return useMemo(() => {
    if (!force) return undefined;
    const { places } = force.plan;
    const known = entries ?? [];
    const now = deviceClock().now();
    const inputs = { job, run, places, rules, book: known };
    const fill = fillReport({ ...inputs, now });
    const { points, unplaced } = asLaidOf(inputs);
    const expected = pointsExpected(inputs, points);
    const open = joined(places.filter((place) => !isPit(place)));
    return {
      points,
      unplaced,
      expected,
      ties: tiePointsOf(known),
      fill,
      tasks: recordTasks({ fill, places: open, expected, surface: run.surface, book: known, units: job.units }),
      closing: closingOf(known, now, rules),
      open,
      revision: force.id,
    };
  }, [force, entries, job, run, rules]);
}

export const RecordContext = createContext<RunRecord | undefined>(undefined);

export function useRecord(): RunRecord {
  const record = useContext(RecordContext);
  if (!record) throw new Error('useRecord belongs inside the record screen');
  return record;
}
