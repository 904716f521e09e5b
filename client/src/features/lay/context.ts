import { layReport, layTasks, type ClosedTask, type LayReport, type LayTask } from '@tamper/core/lay';
import { createContext, useMemo, useState } from 'react';
import { deviceClock } from '../../data/deviceClock';
import type { PlacedLine } from '@tamper/core/job';
import { useSafe } from '../frame/session';
import { useSite } from '../site/context';
import { inside } from '../../ui/inside';

/** What was laid beside its plan, what is to be seen to, and which of the lines one looks at. */
export interface Lay {
  report: LayReport;
  tasks: { open: LayTask[]; closed: ClosedTask[] };
  /** Id of the issued plan it is held against: what is entered is of it. */
  revision: string;
  line: PlacedLine;
  choose: (line: string) => void;
}

/** Worked out once for all that stands on a page; undefined where nothing is issued. */
export function useLayOf(): Lay | undefined {
  const { force, book, job } = useSite();
  const { revisions } = useSafe();
  const [chosen, choose] = useState<string>();
  const entries = book.book;
  const worked = useMemo(() => {
    if (!force || !revisions) return undefined;
    const known = entries ?? [];
    const report = layReport({ revisions, force, book: known, now: deviceClock().now() });
    return { report, revision: force.id, tasks: layTasks(report, known, job.units) };
  }, [force, revisions, entries, job.units]);
  return useMemo(() => {
    const line = worked?.report.laid.find(({ id }) => id === chosen) ?? worked?.report.laid[0];
    return worked && line ? { ...worked, line, choose } : undefined;
  }, [worked, chosen]);
}

export const LayContext = createContext<Lay | undefined>(undefined);

export const useLay = inside(LayContext, 'the lay screen');
