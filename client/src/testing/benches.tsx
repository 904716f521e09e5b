import { reachIndexAt } from '@tamper/core/alignment';
import { observedJob, observedRun, type Kept } from '@tamper/core/book';
import { blankJob, InputError, keyOf, plainJob, plainRun, type FieldError, type Job, type Patch, type Run } from '@tamper/core/job';
import { jobErrors } from '@tamper/core/documentErrors';
import { groundFindings, mendsOf, planRun, sectionAt, type Plan, tryPlan } from '@tamper/core/plan';
import { resolveRules } from '@tamper/core/rules';
import type { Sayable } from '@tamper/core/words';
import { fireEvent, render, screen } from '@testing-library/react';
import { useMemo, useState, type ReactNode } from 'react';
import { ClearContext } from '../features/clearance/edit';
import { patched } from '../features/frame/patched';
import { PlannedContext } from '../features/frame/session';
import { faultIn, RunEditContext, SectionContext } from '../features/run/context';
import { Themed } from '../theme/Themed';
import { NO_MENDS, withMends, type Mends, type MendsOf } from '../workers/useMends';
import { useBenchBook } from './books';
import './uuid';

/** The plan of a run, or what the planner says against it. */
function planned(job: Job, run: Run): { plan: Plan | undefined; errors: readonly FieldError[] } {
  try {
    return { plan: planRun(job, run), errors: [] };
  } catch (error) {
    if (error instanceof InputError) return { plan: undefined, errors: error.errors };
    throw error;
  }
}

/** Puts something on a page, in the look of the program. */
export const onPage = (part: ReactNode) => render(<Themed>{part}</Themed>);

/** Puts a part of the run screen on a bench: a run that really changes, planned anew each time, with no worker and no server. */
export function onRun(part: ReactNode, start: Run, { job = blankJob('Bench', 'UK'), cursor: at = 0 }: { job?: Job; cursor?: number } = {}) {
  const seen = { run: start, cursor: at, book: [] as Kept[] };
  function Bench() {
    const [doc, setRun] = useState(start);
    const book = useBenchBook();
    const run = observedRun(doc, book.book ?? []);
    const [cursor, setCursor] = useState(at);
    const [picking, setPicking] = useState(false);
    const { plan, errors } = useMemo(() => planned(job, run), [run]);
    Object.assign(seen, { run, cursor, book: book.book });
    const edit = {
      jobId: 'bench',
      job,
      run,
      cursor,
      setCursor,
      others: [],
      picking,
      setPicking,
      book,
      reachIndex: reachIndexAt(run, cursor),
      faultOf: (field: string) => faultIn(errors, field),
      apply: (patches: readonly Patch[]) => {
        const next = patched(run, patches);
        if ('fault' in next) return next.fault;
        setRun(plainRun(next.run));
        return undefined;
      },
    };
    const state = { good: plan && { job, run, plan }, errors, crash: undefined };
    return (
      <PlannedContext.Provider value={{ state, planned: errors.length === 0 }}>
        <RunEditContext.Provider value={edit}>
          <SectionContext.Provider value={{ section: sectionAt(job, run, cursor), drawn: { job, run } }}>{part}</SectionContext.Provider>
        </RunEditContext.Provider>
      </PlannedContext.Provider>
    );
  }
  onPage(<Bench />);
  return seen;
}

/** Puts a card of the Clear screen on a bench, with a job that really changes. */
export function onJob(part: ReactNode, start: Job, today: string) {
  const seen = { job: start };
  function Bench() {
    const [doc, setJob] = useState(start);
    const book = useBenchBook();
    const job = observedJob(doc, book.book ?? []);
    seen.job = job;
    const putJob = (change: Partial<Job>) => {
      const next = { ...job, ...change };
      const [fault] = jobErrors(next);
      if (!fault) setJob(plainJob(next));
      return fault?.message;
    };
    const edit = {
      job,
      book,
      jobId: '00000000-0000-4000-8000-000000000001',
      today,
      putJob,
      put: (change: Partial<Job['clearance']>) => putJob({ clearance: { ...job.clearance, ...change } }),
    };
    return <ClearContext.Provider value={edit}>{part}</ClearContext.Provider>;
  }
  onPage(<Bench />);
  return seen;
}

// By label and text: working out roles and names of a whole page takes seconds in a page without a browser.
export const field = (label: string | RegExp) => screen.getByLabelText<HTMLInputElement>(label, { selector: 'input, textarea' });
/** Types over what a field holds, and leaves it. */
export function type(label: string | RegExp, text: string): void {
  fireEvent.change(field(label), { target: { value: text } });
  fireEvent.blur(field(label));
}
/** Touches what carries a name or a text. */
export const press = (name: string | RegExp) => fireEvent.click(screen.queryByLabelText(name) ?? screen.getByText(name));
/** Chooses an answer of a row of buttons. */
export const choose = (question: string, answer: string) => press(`${question}: ${answer}`);

/** The fixes that mend what a plan or the tests of the ground find, tried on the spot: what the worker would tell. */
export function mendsFor(job: Job, run: Run, what: MendsOf = { kind: 'plan' }): Mends {
  const own = (of: Run, plan: Plan): readonly Sayable[] =>
    what.kind === 'ground' ? groundFindings(of, resolveRules(job.ruleSet, job.overrides), plan.places, what.tests) : plan.findings;
  const look = (of: Run) => {
    const tried = tryPlan(job, of);
    return 'plan' in tried ? [...own(of, tried.plan), ...tried.plan.findings] : undefined;
  };
  const before = look(run) ?? [];
  const tried = own(run, planRun(job, run)).map((finding) => [keyOf(finding), mendsOf<Sayable>(finding, run, before, look)] as const);
  return withMends(NO_MENDS, tried, run);
}
