import { useWho } from '../data/who';
import { blankJob, blankRun, type Job, type Patch, type Reach, type Run } from '@tamper/core/job';
import { planRun } from '@tamper/core/plan';
import type { Place } from '@tamper/core/trench';
import { readerOf } from '@tamper/core/words';
import type { AnyEntry } from '@tamper/core/book';
import { resolveRules } from '@tamper/core/rules';
import { useMemo, useState, type ReactNode } from 'react';
import { ProtectionContext, type ProtectionEdit } from '../features/protection/context';
import { patched } from '../features/frame/patched';
import { mendsFor, onPage } from './benches';
import { useBenchBook } from './books';

/** A drain 2 m deep in type C, held as asked. */
export const drain = (change: Partial<Reach> = {}): Run => {
  const run = blankRun({ name: 'Drain', length: 12, product: 'drain-160', cover: 1.74, ruleSet: 'UK' });
  return { ...run, reaches: run.reaches.map((reach) => ({ ...reach, soil: 'C', bottomWidth: 0.9, ...change })) };
};
export const box = { protection: 'shield', kit: 'box-medium', panel: 0.1 } as const;

/** Puts a tab of the guard screen on a bench: a run and a book that really change, no server. */
export function onProtection(tab: ReactNode, start: Run, startJob: Job = blankJob('Yard', 'UK')) {
  const seen = { run: start, job: startJob, book: [] as AnyEntry[], unmount: (): void => undefined };
  function Bench() {
    const [run, setRun] = useState(start);
    const [job, setJob] = useState(startJob);
    const book = useBenchBook();
    const [chosen, setPlace] = useState<string>();
    Object.assign(seen, { run, job, book: (book.book ?? []).map(({ entry }) => entry) });
    const plan = useMemo(() => planRun(job, run), [job, run]);
    const edit: ProtectionEdit = {
      document: { doc: run, change: setRun, stored: { id: 'r1' } } as unknown as ProtectionEdit['document'],
      job,
      run,
      plan,
      planned: true,
      rules: resolveRules(job.ruleSet, job.overrides),
      book,
      who: useWho().who,
      apply: (patches: readonly Patch[]) => {
        const next = patched(run, patches);
        if ('fault' in next) return next.fault;
        setRun(next.run);
        return undefined;
      },
      putJob: (change) => {
        setJob({ ...job, ...change });
        return undefined;
      },
      place: (plan.places.find(({ id }) => id === chosen) ?? plan.places[0]) as Place,
      setPlace,
      reader: readerOf(job),
      mends: mendsFor(job, run).lists,
      onFix: (_, fix) => void edit.apply(fix.patches),
    };
    return <ProtectionContext.Provider value={edit}>{tab}</ProtectionContext.Provider>;
  }
  seen.unmount = onPage(<Bench />).unmount;
  return seen;
}
