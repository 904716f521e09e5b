import { applyPatches, byGravity, keyOf, runSchema, speaksOf, type Finding, type Fix, type Job, type Run } from '../job';
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

/** Are two findings, of a run and of the run changed, about the same thing? A reach may have been parted: then where they speak decides. */
const sameMatter = (a: Finding, b: Finding): boolean =>
  keyOf(a) === keyOf(b) ||
  (a.code === b.code && a.with?.id === b.with?.id && a.subject?.kind === b.subject?.kind && a.where.some((where) => speaksOf(b, where)));

const stopsAmong = <F extends Finding>(findings: readonly F[]): F[] => findings.filter(({ severity }) => severity === 'stop');
/** Stops of one list that the other has nothing of. */
const only = <F extends Finding>(stops: readonly F[], others: readonly F[]): F[] =>
  stops.filter((stop) => !others.some((other) => sameMatter(stop, other)));

/** Ground is what it is: planning for it is offered whatever has to follow. */
const TRUTH: readonly Fix['code'][] = ['planFor'];

/**
 * The fixes of a finding that mend it, each tried by planning the run with it: the finding goes or weakens, and no more stops come than go; for a stop,
 * fewer. A fix that only trades one stop for another is none.
 * @param look what is found of a run: of its plan, and of whatever else the finding is from.
 */
export function mendsOf<F extends Finding>(finding: F, run: Run, look: Look<F>): Mend<F>[] {
  if (finding.fixes.length === 0) return [];
  const before = look(run) ?? [];
  return finding.fixes.flatMap((fix) => {
    const changed = runSchema.safeParse(applyPatches(run, fix.patches));
    const after = changed.success ? look(changed.data) : undefined;
    if (!after) return [];
    const still = after.filter((other) => sameMatter(finding, other));
    if (still.some(({ severity }) => byGravity(severity, finding.severity) <= 0)) return [];
    const [stopsBefore, stopsAfter] = [stopsAmong(before), stopsAmong(after)];
    const brings = only(stopsAfter, stopsBefore);
    const goes = only(stopsBefore, stopsAfter).length;
    const mends = finding.severity === 'stop' ? brings.length < goes : brings.length <= goes;
    return mends || TRUTH.includes(fix.code) ? [{ fix, brings }] : [];
  });
}
