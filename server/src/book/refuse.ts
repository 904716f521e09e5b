import { jobInForce, resolveRules, tryPlan, type Plan, type RevisionBody, type Tried } from '@tamper/core';
import { fillChecks } from '@tamper/core/fillRefusals';
import { layChecks } from '@tamper/core/layRefusals';
import { entryRefusal } from '@tamper/core/refusals';
import { bookOfKind, saysNo, type Entry } from '@tamper/core/book';
import type { Store } from '../db/store';
import type { Revisions } from '../revisions/revisions';
import type { Refuse } from './book';

const CHECKS = { ...layChecks, ...fillChecks };

/** Plans of issued copies already worked out: a copy never changes, so its plan does not either. */
const planned = new Map<string, Tried>();
const KEPT = 50;

/** The plan of an issued copy; undefined where this program would not issue it any more: what is entered of it is taken all the same. */
function planOf(id: string, { job, run }: RevisionBody): Plan | undefined {
  const tried = planned.get(id) ?? tryPlan(job, run);
  if (!planned.has(id) && planned.size >= KEPT) planned.delete(planned.keys().next().value as string);
  planned.set(id, tried);
  return 'plan' in tried ? tried.plan : undefined;
}

/** Refuses what is said of a run in the book of the whole job, and the other way round: it would be looked for in vain. */
export function refuseKind({ fact }: Entry, jobId: string, about: string): Refuse | undefined {
  const of = bookOfKind(fact.kind);
  if (of === 'either' || (of === 'job') === (about === jobId)) return undefined;
  return () => (of === 'job' ? 'This is about the whole job: enter it there.' : 'This is about one run: enter it there.');
}

/** Holds an entry against the issued plan in force and the book; where nothing is issued, against the job as it is. */
export async function refuseAgainst(entry: Entry, jobId: string, runId: string, store: Store, revisions: Revisions): Promise<Refuse> {
  const { fact } = entry;
  // What was found wanting is heard whatever plan it names.
  const named = 'revision' in fact && !saysNo(fact);
  if (named && !(await revisions.list(runId)).some(({ id }) => id === fact.revision))
    return () => 'It names a plan that was not issued for this run; look at the one that is.';
  const force = await revisions.inForce(runId);
  const body = force && (await revisions.get(force.id)).body;
  const { doc } = await store.jobs.getAnywhere(jobId);
  const job = body ? jobInForce(body.job, doc) : doc;
  const rules = resolveRules(job.ruleSet, job.overrides);
  const plan = force && body ? planOf(force.id, body) : undefined;
  return (book) => entryRefusal(entry, { job, rules, plan, run: body?.run, book, now: Date.now() }, CHECKS);
}
