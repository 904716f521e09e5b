import { jobGateOf, runGate, type Gate } from '../gates';
import type { Day } from '../clearance';
import { extent } from '../alignment';
import type { Job, Run } from '../job';
import { tryPlan } from '../plan';
import { readerOf, say } from '../words';

/** What a run is up to, as a list of runs tells it. */
export interface RunProgress {
  /** Metres. */
  length: number;
  /** Metres; undefined where its inputs make no plan. */
  deepest: number | undefined;
  stops: number;
  cautions: number;
  /** Clear to dig, of this run by itself; undefined where its inputs make no plan. */
  dig: Gate | undefined;
  /** The number of the issued plan people work to; undefined: none is issued. */
  issued: number | undefined;
  next: Next;
}

/** What is to be done next, in the order of the work: `what` says what stands in the way. */
export interface Next {
  step: 'inputs' | 'plan' | 'clear' | 'issue' | 'site';
  what: string;
}

/** What each run of a job is up to, in their order, and the gate Clear to dig of them all; each is planned once. */
export function jobProgress(
  job: Job,
  runs: readonly Run[],
  issued: readonly (number | undefined)[],
  today: Day,
): { gate: Gate; runs: RunProgress[] } {
  const tried = runs.map((run) => tryPlan(job, run));
  const reader = readerOf(job);
  return {
    gate: jobGateOf(job, runs, tried, today),
    runs: runs.map((run, i): RunProgress => {
      const one = tried[i] as (typeof tried)[number];
      const length = extent(run).length;
      if ('errors' in one)
        return {
          ...{ length, deepest: undefined, stops: 0, cautions: 0, dig: undefined, issued: issued[i] },
          next: { step: 'inputs', what: one.errors[0]?.message ?? '' },
        };
      const { plan } = one;
      const dig = runGate(
        job,
        run,
        plan,
        runs.filter((_, k) => k !== i),
        today,
      );
      const stops = plan.findings.filter(({ severity }) => severity === 'stop');
      const shut = dig.reasons.find(({ state }) => state === 'stop');
      const [stop] = stops;
      return {
        length,
        deepest: plan.deepest.depth,
        stops: stops.length,
        cautions: plan.findings.filter(({ severity }) => severity === 'caution').length,
        dig,
        issued: issued[i],
        next: stop
          ? { step: 'plan', what: say(stop, reader).what }
          : shut && !dig.open
            ? { step: 'clear', what: shut.what }
            : issued[i] === undefined
              ? { step: 'issue', what: 'No plan is issued yet: people on site work to an issued plan.' }
              : { step: 'site', what: `Issued as plan ${issued[i]}: on site it goes by what stands and what was looked at.` },
      };
    }),
  };
}
