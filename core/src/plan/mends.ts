import { EPSILON, joined, type Range } from '../geometry';
import { applyPatches, byGravity, keyOf, speaksOf, stopsAmong, type Finding, type Fix, type Job, type Run, type Severity } from '../job';
import { runErrors } from '../job/observed';
import { tryPlan } from './plan';

/** A fix that mends what it is for, with every stop it would bring. */
export interface Mend<F extends Finding = Finding> {
  fix: Fix;
  brings: F[];
}

/** What stands against a run; undefined where it makes no plan at all. */
export type Look<F extends Finding> = (run: Run) => readonly F[] | undefined;

/** Everything a plan finds of a run. */
export const lookOf =
  (job: Job) =>
  (run: Run): readonly Finding[] | undefined => {
    const tried = tryPlan(job, run);
    return 'plan' in tried ? tried.plan.findings : undefined;
  };

/** A stretch without its ends: where two reaches meet, what is said of one is not said of the other. */
const inner = ({ from, to }: Range): Range => (to - from > 2 * EPSILON ? { from: from + EPSILON, to: to - EPSILON } : { from, to });

/**
 * Are findings of a run and of the run changed about the same thing: of the same subject, or of a part of it that is a subject of its own only since?
 * @param known keys of everything found before.
 */
const sameMatter =
  (known: ReadonlySet<string>) =>
  (before: Finding, after: Finding): boolean =>
    keyOf(before) === keyOf(after) ||
    (!known.has(keyOf(after)) &&
      before.code === after.code &&
      before.with?.id === after.with?.id &&
      before.subject?.kind === after.subject?.kind &&
      before.where.some((where) => speaksOf(after, inner(where))));

/** How much of a run some findings speak of, metres; without end where one speaks of all of it. */
function lengthOf(findings: readonly Finding[]): number {
  if (findings.some(({ where }) => where.length === 0)) return Infinity;
  const stretches = joined(findings.flatMap(({ where }) => where).sort((a, b) => a.from - b.from));
  return stretches.reduce((sum, { from, to }) => sum + to - from, 0);
}

/** Is what a fix brings worth what goes: fewer stops, or stops over less than half of what was stopped? For what is no stop, no more than go. */
function isBetter(severity: Severity, brings: readonly Finding[], goes: readonly Finding[]): boolean {
  if (severity !== 'stop') return brings.length <= goes.length;
  return brings.length < goes.length || (goes.length > 0 && lengthOf(brings) < lengthOf(goes) / 2);
}

/** Ground is what it is: planning for it is offered whatever has to follow. */
const TRUTH: readonly Fix['code'][] = ['planFor'];

/**
 * The fixes of a finding that mend it, each tried by planning the run with it: the finding goes or weakens, and what it brings is less than what goes. A fix
 * that only trades one stop for another is none; one that leaves a stop over a metre in place of one over thirty says so.
 * @param before everything found of the run as it is: what `look` says of it. @param look what is found of a run: of its plan, and of whatever else the
 * finding is from.
 */
export function mendsOf<F extends Finding>(finding: F, run: Run, before: readonly F[], look: Look<F>): Mend<F>[] {
  if (finding.fixes.length === 0) return [];
  const same = sameMatter(new Set(before.map(keyOf)));
  return finding.fixes.flatMap((fix) => {
    const changed = applyPatches(run, fix.patches);
    const after = runErrors(changed).length === 0 ? look(changed) : undefined;
    if (!after) return [];
    const still = after.filter((other) => same(finding, other));
    if (still.some(({ severity }) => byGravity(severity, finding.severity) <= 0)) return [];
    const [stopsBefore, stopsAfter] = [stopsAmong(before), stopsAmong(after)];
    const brings = stopsAfter.filter((stop) => !stopsBefore.some((old) => same(old, stop)));
    const goes = stopsBefore.filter((stop) => !stopsAfter.some((left) => same(stop, left)));
    return isBetter(finding.severity, brings, goes) || TRUTH.includes(fix.code) ? [{ fix, brings }] : [];
  });
}
