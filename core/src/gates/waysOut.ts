import { without, type Range } from '../geometry';
import { shuts } from '../plan/shuts';
import type { Plan } from '../plan/plan';
import { ladderStations } from '../protection/thresholds';
import { touches } from '../protection/inspection';
import type { Rules } from '../rules';
import { protectedIn, type RegisteredPiece } from '../site';
import { isPit } from '../trench/places';

/**
 * Where ways out are wanted by what stands now: in every stretch people may come to be in, deep enough for one, none further off than the rule lets it be.
 * It is offered, not known: somebody has to see them stand there.
 * @param range no further than this. @returns stations, ascending.
 */
export function waysOutWanted(plan: Plan, register: readonly RegisteredPiece[], rules: Rules, range: Range): number[] {
  const stopped = plan.findings.flatMap(({ severity, code, where }) => (severity === 'stop' && shuts(code, 'enter') ? where : []));
  const deep = plan.places
    .filter((place) => place.sides.entry && touches(place, range))
    .flatMap((place) => {
      const support = plan.supports.find((one) => one.place === place.id);
      const { where } = protectedIn(place, support, register, () => undefined, rules);
      if (isPit(place)) return plan.ladders.some((one) => one.place === place.id) ? where : [];
      return where.flatMap((held) => plan.ranges.egress.flatMap((deepThere) => meet(held, deepThere)));
    })
    .flatMap((held) => meet(held, range))
    .flatMap((held) => without(held, stopped));
  return [...new Set(ladderStations(deep, rules.egressTravel.value ?? Infinity))].sort((a, b) => a - b);
}

function meet(a: Range, b: Range): Range[] {
  const [from, to] = [Math.max(a.from, b.from), Math.min(a.to, b.to)];
  return to - from > 0.1 ? [{ from, to }] : [];
}
