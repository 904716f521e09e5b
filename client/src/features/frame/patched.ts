import { applyPatches, LostPathError, type Patch, type Run } from '@tamper/core/job';
import { runErrors } from '@tamper/core/documentErrors';

/** The run with patches applied, or the first sentence against it. */
export function patched(run: Run, patches: readonly Patch[]): { run: Run } | { fault: string } {
  try {
    const next = applyPatches(run, patches);
    const [fault] = runErrors(next.stations === run.stations ? withEndsOnly(next) : next);
    return fault ? { fault: fault.message } : { run: next };
  } catch (error) {
    // What the change was for is gone, here or elsewhere.
    if (error instanceof LostPathError) return { fault: error.message };
    throw error;
  }
}

/** Stations nobody touched were valid before: their ends stand in for thousands of them, so that checking a key press stays cheap. */
function withEndsOnly(run: Run): Run {
  const [first, last] = [run.stations[0], run.stations.at(-1)];
  return first && last ? { ...run, stations: [first, last] } : run;
}
