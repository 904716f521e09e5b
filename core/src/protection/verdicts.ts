import { ByDepth, EPSILON } from '../geometry';
import type { Rules } from '../rules';
import type { Place } from '../trench';
import { shoreSpacings, spacingAt } from './shores';
import type { PlaceSupport } from './schedule';
import { faceHeld, pressesOn, sideBreakDepths, sidesOf, standingOf, supportHeight, type SideName } from './support';
import { standsForShortOnly, wallBreakDepths, wallFault, type WallFault } from './walls';

/** Why what is planned does not make a place safe at a depth. `side`: an unsupported side that does not stand; the rest is about the supports. */
export type Fault =
  | { code: 'side'; side: SideName; fault: WallFault }
  | { code: 'noTable' | 'pastTable' | 'noSpacing' | 'shoresC' | 'low' | 'notUpright' }
  | { code: 'end'; fault: WallFault };

/** Everything the rules say of a place at one depth. */
export interface Verdict {
  faults: readonly Fault[];
  /** How grave: from the depth protection is needed, from the depth one looks for signs, or not yet. */
  level: 'stop' | 'caution' | 'none';
  /** Deeper than an engineer designs it from. */
  engineer: boolean;
  /** Deep enough for a way out of its own. */
  egress: boolean;
  /** Does a side stand only because the cut is open for a short time? */
  shortTerm: boolean;
}

/**
 * **What the rule set says of this hole here**: the one function of a place and a depth from which every range is found. Sides are taken one by one: those
 * nothing holds must stand by themselves, those supports stand against must be held as high as they do not. Nobody in it: only the engineer's depth counts.
 */
export function verdictAt(place: Place, support: PlaceSupport | undefined, depth: number, rules: Rules): Verdict {
  const at = (limit: number | null) => limit !== null && depth >= limit - EPSILON;
  const { entry } = place.sides;
  const faults = entry ? faultsAt(place, support, depth, rules) : [];
  return {
    faults,
    level: !entry ? 'none' : at(rules.protectionDepth.value) ? 'stop' : at(rules.protectionPromptDepth.value) ? 'caution' : 'none',
    // “Over” means over: a dig of exactly that depth is not.
    engineer: rules.engineerDepth.value !== null && depth > rules.engineerDepth.value + EPSILON,
    egress: entry && at(rules.egressDepth.value),
    shortTerm:
      entry &&
      place.sides.protection === 'none' &&
      sidesOf(place).some(({ wall }) => standsForShortOnly(wall, standingOf(place), depth, rules)),
  };
}

function faultsAt(place: Place, support: PlaceSupport | undefined, depth: number, rules: Rules): Fault[] {
  const standing = standingOf(place);
  if (place.sides.protection === 'none')
    return sidesOf(place).flatMap(({ side, wall }): Fault[] => {
      const fault = wallFault(wall, standing, depth, rules);
      return fault ? [{ code: 'side', side, fault }] : [];
    });
  return [...supportFaults(place, support, depth, rules), ...endFault(place, depth, rules)];
}

function supportFaults(place: Place, support: PlaceSupport | undefined, depth: number, rules: Rules): Fault[] {
  const { protection } = place.sides;
  const kit = support?.kit;
  const past = kit !== undefined && depth > kit.depth + EPSILON;
  // Every side stands by itself there: what stands in front of it is only in the way, no deeper than its table goes.
  if (faceHeld(place, depth, rules) <= EPSILON && depth <= (rules.slopeDepth.value ?? Infinity) + EPSILON)
    return past ? [{ code: 'pastTable' }] : [];
  const faults: Fault[] = [];
  if (protection === 'shores') {
    if (place.soil === 'C' && (kit?.kind !== 'shores' || kit.spacings.length === 0)) return [{ code: 'shoresC' }];
    if (!pressesOn(place, depth, rules)) faults.push({ code: 'notUpright' });
  }
  if (!kit) return [...faults, { code: 'noTable' }];
  if (past) faults.push({ code: 'pastTable' });
  if (kit.kind === 'shores' && spacingAt(kit, place.soil, depth) === undefined) faults.push({ code: 'noSpacing' });
  if (kit.kind === 'shield') {
    const height = support?.schedule?.kind === 'shield' ? support.schedule.stack.height : 0;
    if (height < supportHeight(place, depth, rules) - EPSILON) faults.push({ code: 'low' });
  }
  // Over supports that end below the lip the ground stands by its own slope: tabled only so deep.
  if (faceHeld(place, depth, rules) < depth - EPSILON && depth > (rules.slopeDepth.value ?? Infinity) + EPSILON)
    faults.push({ code: 'pastTable' });
  return faults;
}

/** Shores hold two sides of a pit; its ends have to stand by themselves. Boxes and sheets close it all round. */
function endFault(place: Place, depth: number, rules: Rules): Fault[] {
  if (!place.ends || place.sides.protection !== 'shores') return [];
  const fault = wallFault(place.ends, standingOf(place), depth, rules);
  return fault ? [{ code: 'end', fault }] : [];
}

/** Every depth at which {@link verdictAt} may change its answer, metres. */
export function placeBreakDepths(place: Place, support: PlaceSupport | undefined, rules: Rules): number[] {
  const limits = [rules.protectionDepth, rules.protectionPromptDepth, rules.engineerDepth, rules.egressDepth, rules.slopeDepth];
  const table = support?.kit ? [support.kit.depth, ...Object.values(shoreSpacings).flatMap((rows) => rows.map((row) => row.depth))] : [];
  const rows = support?.kit?.kind === 'shores' ? support.kit.spacings.map((row) => row.depth) : [];
  const stack = support?.schedule?.kind === 'shield' ? [support.schedule.stack.height - (rules.supportUpstand.value ?? 0)] : [];
  const ends = place.ends ? wallBreakDepths(place.ends, place.soil, rules) : [];
  return [...limits.flatMap(({ value }) => value ?? []), ...table, ...rows, ...stack, ...ends, ...sideBreakDepths(place, rules)];
}

/** The verdict at every depth of a place, worked out once at each depth it may change and once between. */
export const verdictsOf = (place: Place, support: PlaceSupport | undefined, rules: Rules): ByDepth<Verdict> =>
  new ByDepth(placeBreakDepths(place, support, rules), (depth) => verdictAt(place, support, depth, rules));
