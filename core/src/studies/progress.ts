import { digGate, jobGateOf, opensByIssue, type DigGate, type Gate, type PlanInForce, type RunOfJob } from '../gates';
import type { Day } from '../clearance';
import { extent } from '../alignment';
import { jobInForce, plannedBy } from '../issue/jobInForce';
import { sameJson, type Job, type Run } from '../job';
import { tryPlan, type Tried } from '../plan';
import type { PlanFinding } from '../plan/checks';
import { readerOf, say } from '../words';

/** What a run is up to, as a list of runs tells it. */
export interface RunProgress {
  /** Metres. */
  length: number;
  /** Metres; undefined where its inputs make no plan. */
  deepest: number | undefined;
  stops: number;
  cautions: number;
  /** Clear to dig, of this run by itself; undefined where its inputs make no plan and none is issued. */
  dig: DigGate | undefined;
  /** The number of the issued plan people work to; undefined: none is issued. */
  issued: number | undefined;
  next: Next;
}

/** What is to be done next, in the order of the work: `what` says what stands in the way. */
export interface Next {
  step: 'inputs' | 'plan' | 'clear' | 'issue' | 'site';
  what: string;
}

/** The plan in force of a run as it was issued; `body` undefined: it is not on this device. */
export interface IssuedHere {
  number: number;
  body: { job: Job; run: Run } | undefined;
}

/** What each run of a job is up to, in their order, and the gate Clear to dig of them all; drafts are planned once, and the plans in force. */
export function jobProgress(
  job: Job,
  runs: readonly Run[],
  issued: readonly (IssuedHere | undefined)[],
  today: Day,
): { gate: Gate; runs: RunProgress[] } {
  const looked = runs.map((run, i) => {
    const tried = tryPlan(job, run);
    const draft = 'plan' in tried ? { job, run, plan: tried.plan } : undefined;
    const others = runs.filter((_, k) => k !== i);
    return { run, tried, dig: digGate(draft, inForceOf(job, run, tried, issued[i]), others, today) };
  });
  return { gate: jobGateOf(job, looked, today), runs: looked.map((one, i) => progressOf(job, one, issued[i]?.number)) };
}

/** The plan in force with what comes of it: the same as of the draft while that is as it was issued. One this program cannot plan says nothing here, as if it were not. */
function inForceOf(job: Job, draft: Run, triedDraft: Tried, issued: IssuedHere | undefined): PlanInForce | undefined {
  if (!issued) return undefined;
  const { number, body } = issued;
  if (!body) return { number, of: undefined };
  const itsJob = jobInForce(body.job, job);
  const same = sameJson(body.run, draft) && sameJson(plannedBy(body.job), plannedBy(job));
  const tried = same ? triedDraft : tryPlan(itsJob, body.run);
  return { number, of: 'plan' in tried ? { job: itsJob, run: body.run, plan: tried.plan } : undefined };
}

function progressOf(job: Job, { run, tried, dig }: RunOfJob, issued: number | undefined): RunProgress {
  const length = extent(run).length;
  if ('errors' in tried)
    return {
      ...{ length, deepest: undefined, stops: 0, cautions: 0, dig, issued },
      next: { step: 'inputs', what: tried.errors[0]?.message ?? '' },
    };
  const { deepest, findings } = tried.plan;
  const ofSeverity = (wanted: PlanFinding['severity']) => findings.filter(({ severity }) => severity === wanted);
  const stops = ofSeverity('stop');
  return {
    ...{ length, deepest: deepest.depth, stops: stops.length, cautions: ofSeverity('caution').length, dig, issued },
    next: nextOf(job, stops[0], dig, issued),
  };
}

function nextOf(job: Job, stop: PlanFinding | undefined, dig: DigGate | undefined, issued: number | undefined): Next {
  if (stop) return { step: 'plan', what: say(stop, readerOf(job)).what };
  const shut = dig?.reasons.find(({ state }) => state === 'stop');
  if (dig && shut) return { step: opensByIssue(dig) ? 'issue' : 'clear', what: shut.what };
  if (issued === undefined) return { step: 'issue', what: 'No plan is issued yet: people on site work to an issued plan.' };
  return { step: 'site', what: `Issued as plan ${issued}: on site it goes by what stands and what was looked at.` };
}
