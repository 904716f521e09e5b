import { z } from 'zod';
import type { Kit } from '../catalogue';
import type { Kept } from '../book';
import { once } from '../catalogue/once';
import { kitOf, orderedJson, type FieldError, type Job, type Run } from '../job';
import { person, text } from '../job/schema/basics';
import { tryPlan, type Plan } from '../plan/plan';
import type { Rules } from '../rules';
import { readerOf, sayStops } from '../words';
import { changesBetween, firstOf, MOST_TOLD, type Issuable } from './changes';
import { drift } from './drift';
import { figuresOf, type IssuedFigures } from './figures';
import { saysMoved } from './moved';

/** What an issued plan is a copy of: inputs, and what was looked up for them. Nothing of it changes any more. */
export interface RevisionBody {
  job: Job;
  run: Run;
  rules: Rules;
  /** Tables of the supports that are used, by id. */
  kits: Kit[];
  figures: IssuedFigures;
}

/** An issued plan without its body, as it is listed. `changes`: since the one before, in sentences, and what it said STOP to; `digest`: SHA-256 of the body with its keys in order. */
export interface RevisionHead {
  id: string;
  number: number;
  at: string;
  author: string;
  why: string;
  digest: string;
  changes: string[];
}
export type Revision = RevisionHead & { body: RevisionBody };

/** What somebody sends to issue a plan: the versions they see, so that nobody issues what they have not looked at. */
export const issueSchema = once(() =>
  z.strictObject({
    id: z.uuid(),
    author: person,
    why: text(300),
    job: z.int().min(1),
    run: z.int().min(1),
  }),
);
export type IssueRequest = z.infer<ReturnType<typeof issueSchema>>;

/** The copy that is issued of a run with what its book holds, what changed since the last one, and what the plan says STOP to all the same; what stands in the way where the run cannot be dug as it is. */
export function issueOf(
  job: Job,
  run: Run,
  before: RevisionBody | undefined,
  book: readonly Kept[] = [],
): { body: RevisionBody; changes: string[] } | { errors: readonly FieldError[] } {
  const tried = tryPlan(job, run);
  if ('errors' in tried) return tried;
  const { plan } = tried;
  const used = new Set(plan.supports.flatMap(({ kit }) => kit?.id ?? []));
  const reader = readerOf(job);
  const body: RevisionBody = {
    job,
    run,
    rules: reader.rules,
    kits: [...used].sort().flatMap((id) => kitOf(job, id) ?? []),
    figures: figuresOf(plan),
  };
  const stops = stopsAt({ job, run, plan }, before, book).map((stop) => `Issued with a STOP: ${stop}`);
  return { body, changes: [...changed(before, { job, run, plan }), ...firstOf(MOST_TOLD.stops, stops)] };
}

/** What stands against issuing a plan, so that somebody has to say why all the same: what it says STOP to, and where its line was moved under the book. */
export const stopsAt = (
  { job, run, plan }: { job: Job; run: Run; plan: Pick<Plan, 'findings'> },
  before: { run: Run } | undefined,
  book: readonly Kept[],
): string[] => [...sayStops(plan.findings, readerOf(job)), ...(before ? saysMoved(before.run, run, book, job.units) : [])];

function changed(before: RevisionBody | undefined, issued: Issuable): string[] {
  if (!before) return ['First issue'];
  const old = tryPlan(before.job, before.run);
  const { units } = issued.job;
  const changes =
    'plan' in old
      ? [
          ...drift(before, { plan: old.plan, rules: readerOf(before.job).rules }, units),
          ...changesBetween({ ...before, plan: old.plan }, issued, units),
        ]
      : [];
  return changes.length > 0 ? changes : ['Nothing changed'];
}

/** The text a digest is made of: the same after a database has sorted the keys. */
export const bodyText = (body: RevisionBody): string => orderedJson(body);
