import { untestedGround, weakerThanPlanned, type GroundContext, type SoilTests } from '../ground';
import { checkList, findingsOf, type FoundBy, type Run } from '../job';
import { extent } from '../alignment';
import type { Place } from '../trench';
import type { Rules } from '../rules';
import { gatesShut } from './shuts';

/** Checks of what is planned against what was seen of the ground. */
export const groundChecks = checkList<GroundContext>()({
  'ground.claim': { gates: gatesShut['ground.claim'], run: weakerThanPlanned },
  'ground.untested': { gates: gatesShut['ground.untested'], run: untestedGround },
});

export type GroundFinding = FoundBy<typeof groundChecks>;

/** Places no further than the run goes: there they can be tested. */
export function onRun(run: Pick<Run, 'stations'>, places: readonly Place[]): Place[] {
  const { start, end } = extent(run);
  return places.map((place) => ({ ...place, from: Math.max(place.from, start), to: Math.min(place.to, end) }));
}

/** What the tests of the ground say against the places somebody enters. */
export function groundFindings(run: Pick<Run, 'stations'>, rules: Rules, places: readonly Place[], tests: SoilTests): GroundFinding[] {
  const entered = onRun(
    run,
    places.filter(({ sides }) => sides.entry),
  );
  return findingsOf(groundChecks, { rules, tests, entered });
}
