import { accessChecks } from '../clearance/access';
import type { Day } from '../clearance';
import { knownLine } from '../existing/known';
import { findingsOf, machineOf, omit, sameJson, type Job, type Run } from '../job';
import type { Plan, Tried } from '../plan/plan';
import { readerOf } from '../words';
import { clearToDig } from './clear';
import { against, reasonsFirst, type Gate, type GateReason } from './reasons';

/** Kinds of the lines entered on runs, as known now. */
export const kindsEntered = (runs: readonly Pick<Run, 'existing'>[]): ReadonlySet<string> =>
  new Set(runs.flatMap(({ existing: lines }) => lines.map((line) => knownLine(line).kind)));

/**
 * The gate **Clear to dig** of one run, from its plan.
 * @param others the other runs of the job: a marked line may be entered on any of them.
 */
export function runGate(job: Job, run: Run, plan: Plan, others: readonly Run[], today: Day): Gate {
  return gateOf(job, run.existing, kindsEntered([run, ...others]), plan.deepestHole, against(plan.findings, 'dig', readerOf(job)), today);
}

/** A run with its plan, and the job it is of. */
interface Planned {
  job: Job;
  run: Run;
  plan: Plan;
}
/** A reason of the gate; `issued`: only the issued plan of this number says so, the draft does not. */
export type DigReason = GateReason & { issued?: number };
export interface DigGate extends Omit<Gate, 'reasons'> {
  reasons: DigReason[];
}

/**
 * The gate **Clear to dig** as people meet it at a run: they dig to the issued plan, and what was found and planned since stands beside the draft. What either shuts is shut.
 * @param draft undefined while it is being planned; @param issued the plan in force, with the papers of now; undefined where none is.
 * @returns undefined where there is neither.
 */
export function digGate(
  draft: Planned | undefined,
  issued: (Planned & { number: number }) | undefined,
  others: readonly Run[],
  today: Day,
): DigGate | undefined {
  const gateFor = (its: Planned | undefined) => its && runGate(its.job, its.run, its.plan, others, today);
  const [own, theirs] = [gateFor(draft), gateFor(issued)];
  if (!own || !theirs || !issued) return own ?? theirs;
  const said = new Set(stopsOf(own).map(({ id }) => id));
  const more = stopsOf(theirs).flatMap(({ what, ...reason }) =>
    said.has(reason.id) ? [] : [{ ...reason, what: `Plan ${issued.number} as issued: ${what}`, issued: issued.number }],
  );
  const all = [...own.reasons, ...more, ...linesSince(issued, draft?.run.existing ?? [])];
  const open = all.every(({ state }) => state !== 'stop');
  return {
    open,
    until: open ? [own.until, theirs.until].flatMap((day) => day ?? []).sort()[0] : undefined,
    reasons: reasonsFirst(all),
  };
}

/** Is it shut by nothing but the issued plan, so that issuing the draft opens it? */
export const opensByIssue = (gate: DigGate): boolean =>
  !gate.open && gate.reasons.every(({ state, issued }) => state !== 'stop' || issued !== undefined);

/** Lines entered or changed since a plan was issued: no card of it says where they are dug to by hand. What the book has of them is beside the draft, and a name is only a name. */
function linesSince({ number, run }: { number: number; run: Run }, lines: Run['existing']): DigReason[] {
  const bare = (line: Run['existing'][number]) => omit(omit(line, 'exposures'), 'name');
  return lines.flatMap((line): DigReason[] => {
    const then = run.existing.find(({ id }) => id === line.id);
    if (then && sameJson(bare(then), bare(line))) return [];
    return [
      {
        id: `since.${line.id}`,
        state: 'stop',
        what: `Plan ${number} ${then ? `has ${line.name} otherwise` : `does not know ${line.name}`}`,
        why: `${then ? 'Changed' : 'Entered'} since it was issued: where it is dug to by hand is on no card yet. Issue the draft.`,
        issued: number,
      },
    ];
  });
}
const stopsOf = ({ reasons }: Gate): GateReason[] => reasons.filter(({ state }) => state === 'stop');

/** The gate **Clear to dig** of a whole job: of all its runs together. A run that cannot be planned yet keeps it shut. @param tried what came of each, in their order. */
export function jobGateOf(job: Job, runs: readonly Run[], tried: readonly Tried[], today: Day): Gate {
  const depth = tried.reduce((most, one) => ('plan' in one ? Math.max(most, one.plan.deepestHole) : most), 0);
  return gateOf(
    job,
    runs.flatMap(({ existing: lines }) => lines),
    kindsEntered(runs),
    depth,
    tried.flatMap((one, i) => saidOf(job, runs[i] as Run, i, one)),
    today,
  );
}

/** What one run of a job says against digging, under its name. */
function saidOf(job: Job, { name }: Run, index: number, tried: Tried): GateReason[] {
  if ('plan' in tried)
    return against(tried.plan.findings, 'dig', readerOf(job)).map((reason) => ({
      ...reason,
      id: `${index}.${reason.id}`,
      what: `${name}: ${reason.what}`,
    }));
  const why = tried.errors.map(({ message }) => message).join(' ');
  return [{ id: `${index}.plan`, state: 'stop', what: `${name} cannot be dug as it stands`, why }];
}

function gateOf(
  job: Job,
  lines: Run['existing'],
  entered: ReadonlySet<string>,
  depth: number,
  ofPlans: readonly GateReason[],
  today: Day,
): Gate {
  const reader = readerOf(job);
  const { rules, units } = reader;
  const way = findingsOf(accessChecks, { pinches: job.clearance.pinches, machine: machineOf(job), rules });
  return clearToDig({
    clearance: job.clearance,
    rules,
    units,
    lines,
    kindsEntered: entered,
    depth,
    against: [...against(way, 'dig', reader), ...ofPlans],
    today,
  });
}
