import { observedJob } from '@tamper/core/book';
import { blankJob, plainJob, type Job, type Patch, type Run } from '@tamper/core/job';
import { jobErrors } from '@tamper/core/documentErrors';
import { planRun, type Plan } from '@tamper/core/plan';
import { readerOf } from '@tamper/core/words';
import { demoFile } from '@tamper/core/demo';
import { useMemo, useState, type ReactNode } from 'react';
import { mendsFor, onPage } from './benches';
import { useBenchBook } from './books';
import { patched } from '../features/frame/patched';
import { SafeContext, type Safe } from '../features/frame/session';
import { LogisticsContext } from '../features/logistics/context';

const NOTHING_ISSUED: Safe = { gate: undefined, revisions: [], error: undefined };

/** A part of the works screen on a run and a job that really change. */
export function onLogistics(part: ReactNode, start: Run = demoFile.runs[0] as Run, job: Job = blankJob('Bench')) {
  const seen = { run: start, job };
  function Bench() {
    const [run, setRun] = useState(start);
    const [doc, setJob] = useState<Job>(seen.job);
    const book = useBenchBook();
    const job = observedJob(doc, book.book ?? []);
    Object.assign(seen, { run, job });
    const plan = useMemo((): Plan => planRun(job, run), [job, run]);
    const apply = (patches: readonly Patch[]) => {
      const next = patched(run, patches);
      if ('fault' in next) return next.fault;
      setRun(next.run);
      return undefined;
    };
    const putJob = (change: Partial<Job>) => {
      const next = { ...job, ...change };
      const [fault] = jobErrors(next);
      if (!fault) setJob(plainJob(next));
      return fault?.message;
    };
    return (
      <LogisticsContext.Provider
        value={{
          job,
          run,
          plan,
          cursor: 10,
          setCursor: () => undefined,
          apply,
          putJob,
          book,
          entries: [],
          reader: readerOf(job),
          mends: mendsFor(job, run).lists,
          onFix: (_, fix) => void apply(fix.patches),
        }}
      >
        <SafeContext.Provider value={NOTHING_ISSUED}>{part}</SafeContext.Provider>
      </LogisticsContext.Provider>
    );
  }
  onPage(<Bench />);
  return seen;
}
