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
export interface Dug {
  job: Job;
  run: Run;
  plan: Plan;
}
/** A reason of the gate; `issued`: only the issued plan of this number says so, the draft does not. */
export type DigReason = GateReason & { issued?: number };
/** The gate of a run, with what its issued plan says. */
export interface DigGate extends Omit<Gate, 'reasons'> {
  reasons: DigReason[];
}

/** The plan in force of a run; `of` undefined: it is not on this device, and nobody knows here what it says. */
export interface PlanInForce {
  number: number;
  of: Dug | undefined;
}

/**
 * The gate **Clear to dig** as people meet it at a run: they dig to the issued plan, and what was found and planned since stands beside the draft. What either shuts is shut.
 * @param draft undefined while it is being planned, and where it makes no plan; @param issued the plan in force, with the papers of now; undefined where none is.
 * @returns undefined where there is neither.
 */
export function digGate(draft: Dug | undefined, issued: PlanInForce | undefined, others: readonly Run[], today: Day): DigGate | undefined {
  const gateFor = (its: Dug | undefined) => its && runGate(its.job, its.run, its.plan, others, today);
  const [own, theirs] = [gateFor(draft), gateFor(issued?.of)];
  if (!own || !issued) return own ?? theirs;
  const said = new Set(stopsOf(own).map(({ id }) => id));
  const more = stopsOf(theirs).flatMap(({ what, ...reason }) =>
    said.has(reason.id) ? [] : [{ ...reason, what: `Plan ${issued.number} as issued: ${what}`, issued: issued.number }],
  );
  const since = issued.of ? linesSince(issued.number, issued.of.run, draft?.run.existing ?? []) : [notHere(issued.number)];
  const all = [...own.reasons, ...more, ...since];
  const open = all.every(({ state }) => state !== 'stop');
  return {
    open,
    until: open ? [own.until, theirs?.until].flatMap((day) => day ?? []).sort()[0] : undefined,
    reasons: reasonsFirst(all),
  };
}

const NOT_HERE = 'issued';
const notHere = (number: number): DigReason => ({
  id: NOT_HERE,
  state: 'stop',
  what: `Plan ${number} is not on this device`,
  why: 'What it says against digging is not known here. Connect, and look again.',
});

/** Is it shut by nothing but the issued plan, so that issuing the draft opens it? */
export const opensByIssue = (gate: DigGate): boolean =>
  !gate.open && gate.reasons.every(({ state, issued }) => state !== 'stop' || issued !== undefined);

/** What of a gate the draft does not say. */
export const besideDraft = (gate: DigGate): DigReason[] => gate.reasons.filter(({ id, issued }) => issued !== undefined || id === NOT_HERE);

/** Lines entered or changed since a plan was issued: no card of it says where they are dug to by hand. What the book has of them is beside the draft, and a name is only a name. */
function linesSince(number: number, run: Run, lines: Run['existing']): DigReason[] {
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
const stopsOf = (gate: Gate | undefined): GateReason[] => (gate?.reasons ?? []).filter(({ state }) => state === 'stop');

/** A run of a job, what came of planning its draft, and its own gate. */
export interface RunOfJob {
  run: Run;
  tried: Tried;
  dig: DigGate | undefined;
}

/**
 * The gate **Clear to dig** of a whole job: of all its runs together, as they are drafted and as they are issued. A run that cannot be planned yet keeps it shut; one
 * that was put away is not dug, but a marked line may be entered on it.
 */
export function jobGateOf(job: Job, runs: readonly RunOfJob[], today: Day): Gate {
  const dug = runs.flatMap((one, index) => (one.run.archived ? [] : [{ ...one, index }]));
  const depth = dug.reduce((most, { tried }) => ('plan' in tried ? Math.max(most, tried.plan.deepestHole) : most), 0);
  return gateOf(
    job,
    dug.flatMap(({ run }) => run.existing),
    kindsEntered(runs.map(({ run }) => run)),
    depth,
    dug.flatMap(({ run, index, tried, dig }) => [
      ...saidOf(job, run, index, tried),
      ...(dig ? besideDraft(dig) : []).map((reason) => ({
        ...reason,
        id: `${index}.issued.${reason.id}`,
        what: `${run.name}: ${reason.what}`,
      })),
    ]),
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
