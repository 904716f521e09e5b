import type { Kit } from '../../catalogue';
import { heaviestOf, placingEffort } from '../../protection';
import { applyPatches, type Finding, type Fix, type Job, type Patch, type Run } from '../../job';
import { estimateOf, hoursIn, labourCost, personHours, priceOf } from '../../estimate';
import { hireDays } from '../../order/items';
import type { PlanFinding } from '../../plan/checks';
import { shuts } from '../../plan/shuts';
import { lookOf, mendsOf } from '../../plan/mends';
import { planRun, tryPlan, type Plan } from '../../plan/plan';
import { resolveRules } from '../../rules';
import { isPit, lipOf, type Place, endIdsOf } from '../../trench';
import { candidates, optionIds, type Candidate, type OptionId } from './candidates';
import { optionWords } from './words';

export { benchFor, optionIds, type OptionId } from './candidates';
export { designerWords, optionWords } from './words';

/** Who has to design a way always, whatever the figures say. */
export type Designer = 'supplier' | 'engineer';

/** One way to hold a hole, worked out on the whole plan. SI; hours people work on the hole and what they and the hire cost, the job's money: as the order has them. */
export interface ProtectionOption {
  id: OptionId;
  kit: Kit | undefined;
  feasible: boolean;
  /** What stands against it, worst first, and changes that do mend that, each tried. */
  against: PlanFinding[];
  mends: Fix[];
  designer: Designer | undefined;
  topWidth: number;
  /** Room left beside the lip on each side; below zero: short by so much. */
  spare: { left: number; right: number };
  dig: number;
  spoil: number;
  lift: number;
  list: { what: string; count: number }[];
  hireDays: number;
  crewHours: number;
  cost: number;
  patches: Patch[];
  /** The run with it, and the hole in that: what a drawing of it shows. */
  run: Run;
  place: Place;
}

/** Supports that do not do what they must: never feasible, however shallow. */
const NEVER: readonly string[] = ['noTable', 'pastTable', 'noSpacing', 'shoresC', 'low', 'upright'].map((code) => `protection.${code}`);

/** Does a finding say that a way to hold a hole does not work? */
const isAgainst = ({ code, severity, subject }: PlanFinding, place: string): boolean =>
  subject?.kind === 'place' && subject.id === place && ((severity === 'stop' && shuts(code, 'enter')) || NEVER.includes(code));

/**
 * Every way to hold a hole, worked out by planning the run with it: what does not work says why, by its findings. Of several tables of supports the
 * cheapest that works stands for its kind, else the one with least against it.
 * @param placeId of a reach dug open or a pit. None for what is nowhere.
 */
export function protectionOptions(job: Job, run: Run, placeId: string): ProtectionOption[] {
  const rules = resolveRules(job.ruleSet, job.overrides);
  const place = planRun(job, run).places.find(({ id }) => id === placeId);
  if (!place) return [];
  const tried = candidates(job, place, rules).flatMap((candidate) => worked(job, run, placeId, candidate) ?? []);
  return optionIds.flatMap((id) => {
    const [best] = tried.filter((option) => option.id === id).sort((a, b) => a.against.length - b.against.length || a.cost - b.cost);
    if (!best) return [];
    return [{ ...best, mends: best.against.length > 0 ? mendsFor(job, best) : [] }];
  });
}

/** The first fix of each thing that stands against a way. */
function mendsFor(job: Job, { run, against }: Pick<ProtectionOption, 'run' | 'against'>): Fix[] {
  const look = lookOf(job);
  const before = look(run) ?? [];
  return against.flatMap((finding) => mendsOf<Finding>(finding, run, before, look).slice(0, 1)).map(({ fix }) => fix);
}

function worked(job: Job, run: Run, placeId: string, candidate: Candidate): Omit<ProtectionOption, 'mends'> | undefined {
  const next = applyPatches(run, candidate.patches);
  const tried = tryPlan(job, next);
  if ('errors' in tried) return undefined;
  const { plan } = tried;
  const place = plan.places.find(({ id }) => id === placeId) as Place;
  const against = plan.findings.filter((finding) => isAgainst(finding, placeId));
  const dig = digOf(plan, place);
  const support = plan.supports.find((one) => one.place === placeId);
  const loaded = plan.findings.some(
    ({ code, severity, subject }) => code === 'protection.beside' && severity === 'caution' && subject?.id === placeId,
  );
  const effort = placingEffort(support?.schedule);
  const hours = hoursIn(estimateOf(job, next, plan), placeId);
  const stands =
    candidate.kit && effort.pieces > 0
      ? hireDays(
          Object.values(hours).reduce((sum, one) => sum + one, 0),
          job.pace.shift,
        )
      : 0;
  const hired = candidate.kit ? priceOf(job, `hire.${candidate.kit.id}`, candidate.kit.hire) : 0;
  const [left, right] = [lipOf(place, 'left'), lipOf(place, 'right')];
  return {
    id: candidate.id,
    kit: candidate.kit,
    feasible: against.length === 0,
    against,
    designer: loaded ? 'engineer' : optionWords[candidate.id].designer,
    topWidth: left + right,
    spare: { left: next.spoil.corridorLeft - left, right: next.spoil.corridorRight - right },
    dig,
    spoil: dig * looseOver(plan),
    lift: support?.schedule ? heaviestOf(support.schedule) : 0,
    list: effort.list,
    hireDays: stands,
    crewHours: personHours(job, hours),
    cost: labourCost(job, hours) + stands * effort.pieces * hired,
    patches: candidate.patches,
    run: next,
    place,
  };
}

/** Loose over bank volume of all that is dug, turf and topsoil among it. */
const looseOver = ({ balance, dig }: Plan): number => balance.loose / Math.max(1e-9, dig.hand + dig.machine);

/** What digging one hole takes, m³ in the bank: of a pit what it adds to the trench, of a reach with the ends laid back for it. */
function digOf({ pits, profile: { station, dug, reach } }: Plan, place: Place): number {
  if (isPit(place)) return pits.find(({ id }) => id === place.id)?.dig ?? 0;
  const [first, last] = [reach.indexOf(place.reach), reach.lastIndexOf(place.reach)];
  const ends = pits.filter(({ id }) => endIdsOf(place.id).includes(id)).reduce((sum, { dig }) => sum + dig, 0);
  return station.length === 0 ? 0 : (dug[last] as number) - (dug[first] as number) + ends;
}

/** What to say when nothing works. */
export const noneWorks = (options: readonly Pick<ProtectionOption, 'feasible'>[]): string | undefined =>
  options.some(({ feasible }) => feasible)
    ? undefined
    : 'Nothing standard works here. Call a licensed engineer or the support supplier’s designer before anybody digs.';
