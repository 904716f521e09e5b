import type { SoilClass } from '../catalogue';
import { benchHeights, EPSILON, wallOffset } from '../geometry';
import type { Wall } from '../job';
import type { RuleKey, Rules } from '../rules';

const SLOPE_RULE: Record<SoilClass, RuleKey> = { rock: 'slopeRock', A: 'slopeA', B: 'slopeB', C: 'slopeC' };

/** Steepest batter a soil class may stand at unsupported, horizontal per vertical, with its basis. Ungiven slopes count as flat. */
export function classSlope(rules: Rules, soil: SoilClass): { ratio: number; basis: string } {
  const rule = rules[SLOPE_RULE[soil]];
  return { ratio: rule.value ?? Infinity, basis: rule.basis };
}

/** How the ground is laid back at the ends of a trench: at 45°, flatter where its class asks for that; upright in rock. */
export function endFace(rules: Rules, soil: SoilClass): Wall {
  const { ratio } = classSlope(rules, soil);
  return ratio === 0 ? { kind: 'vertical' } : { kind: 'batter', ratio: Math.max(1, ratio) };
}

/** The flattest batter a class asks for; upright in rock. */
export function batterFor(rules: Rules, soil: SoilClass): Wall {
  const { ratio } = classSlope(rules, soil);
  return ratio === 0 ? { kind: 'vertical' } : { kind: 'batter', ratio };
}

/** The ground a side stands in. `shortTerm`: does the cut count on standing open for a short time only? */
export interface Standing {
  soil: SoilClass;
  granular: boolean;
  shortTerm: boolean;
}

/** What is wrong with an unsupported side. */
export type WallFault =
  'vertical' | 'pastTable' | 'steepBatter' | 'foot' | 'benchInC' | 'benchGranular' | 'firstRiser' | 'laterRiser' | 'steepBench';

/** A height typed as it is shown, to the centimetre, is the height meant, metres. */
const AS_SHOWN = 0.005;

/** May this ground be benched at all? Source: 29 CFR 1926 Subpart P App. B: benches in type A and in cohesive type B, never in C. */
function benchBan({ soil, granular }: Standing): WallFault | null {
  if (soil === 'C') return 'benchInC';
  return soil === 'B' && granular ? 'benchGranular' : null;
}

/** Highest bench risers, metres; a rule without a number allows none. */
export const riserLimits = (rules: Rules, soil: SoilClass): { first: number; later: number } => ({
  first: rules.benchFirstRiser.value ?? 0,
  later: (soil === 'B' ? rules.benchRiserB.value : rules.benchRiserA.value) ?? 0,
});

type Bench = Extract<Wall, { kind: 'bench' }>;

/** Are the risers of a benched face of this height within limits? */
function riserFault({ riser, count }: Pick<Bench, 'riser' | 'count'>, soil: SoilClass, height: number, rules: Rules): WallFault | null {
  const { first, later } = riserLimits(rules, soil);
  const benches = Math.min(count, Math.floor((height + EPSILON) / riser));
  if (Math.min(height, riser) > first + AS_SHOWN) return 'firstRiser';
  const highestLater = benches === 0 ? 0 : Math.max(benches > 1 ? riser : 0, height - benches * riser);
  return highestLater > later + AS_SHOWN ? 'laterRiser' : null;
}

/**
 * Why a side does not stand by itself at a depth (metres); null when it does.
 * Batter: as flat as the class slope or flatter; type A a vertical foot up to 3½ ft under the class slope in cuts to 8 ft, under 1:1 in cuts to 12 ft;
 * type A steeper for a short time, where the rule set has that and the cut counts on it. Bench: never in C or granular B, risers within limits, and the
 * whole face (toe to lip) no steeper than the class slope, the safer reading of the published figures.
 * Source: 29 CFR 1926 Subpart P App. B, table B-1 and figures B-1.1 to B-1.3.
 */
export function wallFault(wall: Wall, ground: Standing, depth: number, rules: Rules): WallFault | null {
  const { soil } = ground;
  const { ratio } = classSlope(rules, soil);
  if (depth > (rules.slopeDepth.value ?? Infinity) + EPSILON) return 'pastTable';
  if (soil === 'rock') return ratio === 0 || (wall.kind === 'batter' && wall.ratio >= ratio - EPSILON) ? null : 'vertical';
  switch (wall.kind) {
    case 'vertical':
      return ratio === 0 ? null : 'vertical';
    case 'batter': {
      const foot = Math.min(wall.foot ?? 0, depth);
      if (foot <= EPSILON) return wall.ratio >= Math.min(ratio, shortSlope(ground, depth, rules)) - EPSILON ? null : 'steepBatter';
      const may = soil === 'A' && foot <= (rules.footA.value ?? 0) + AS_SHOWN && depth <= (rules.footDepth.value ?? 0) + EPSILON;
      if (!may) return 'foot';
      const over = depth <= (rules.footShallow.value ?? 0) + EPSILON ? ratio : Math.max(ratio, rules.footSlope.value ?? Infinity);
      return wall.ratio >= over - EPSILON ? null : 'steepBatter';
    }
    case 'bench':
      return (
        benchBan(ground) ??
        riserFault(wall, soil, depth, rules) ??
        (wallOffset(wall, depth) >= ratio * depth - EPSILON ? null : 'steepBench')
      );
  }
}

/** The slope a cut may stand at for a short time, where the rule set has one for it and the cut counts on it; none: as flat as can be. */
const shortSlope = ({ soil, shortTerm }: Standing, depth: number, rules: Rules): number =>
  shortTerm && soil === 'A' && depth <= (rules.shortDepth.value ?? 0) + EPSILON ? (rules.slopeAShort.value ?? Infinity) : Infinity;

/** Does a side stand only because the cut is open for a short time? */
export const standsForShortOnly = (wall: Wall, ground: Standing, depth: number, rules: Rules): boolean =>
  ground.shortTerm &&
  wallFault(wall, ground, depth, rules) === null &&
  wallFault(wall, { ...ground, shortTerm: false }, depth, rules) !== null;

/**
 * Height of the face at the foot of a side that supports have to hold at a depth, metres: above it the side stands by itself, measured from the top of
 * that face. The whole depth where no part of it does; 0 where all of it does.
 */
export function heldFace(wall: Wall, ground: Standing, depth: number, rules: Rules): number {
  const { ratio } = classSlope(rules, ground.soil);
  if (ratio === 0) return 0;
  switch (wall.kind) {
    case 'vertical':
      return depth;
    case 'batter':
      return wall.ratio >= ratio - EPSILON ? Math.min(depth, wall.foot ?? 0) : depth;
    case 'bench': {
      if (benchBan(ground)) return depth;
      const { riser, tread, count } = wall;
      for (let k = 0; k <= count && k * riser < depth - EPSILON; k++) {
        const above = depth - k * riser;
        // The tread on top of the face counts: the slope is measured from the face's edge.
        const out = wallOffset(wall, depth) - Math.max(0, k - 1) * tread;
        if (out >= ratio * above - EPSILON && riserFault({ riser, count: count - k }, ground.soil, above, rules) === null) return k * riser;
      }
      return depth;
    }
  }
}

/** Height of the upright face at the foot of a side, metres: what supports can press on. */
export const uprightFace = (wall: Wall, depth: number): number =>
  wall.kind === 'vertical' ? depth : Math.min(depth, wall.kind === 'bench' ? wall.riser : (wall.foot ?? 0));

/** Every depth at which an answer about a side may change, metres. */
export function wallBreakDepths(wall: Wall, soil: SoilClass, rules: Rules): number[] {
  const tables = [rules.slopeDepth, rules.footDepth, rules.footShallow, rules.shortDepth].flatMap(({ value }) => value ?? []);
  const { ratio } = classSlope(rules, soil);
  const heights = benchHeights(wall);
  if (wall.kind !== 'bench') return [...tables, ...heights, (rules.footA.value ?? 0) + AS_SHOWN];
  const { first, later } = riserLimits(rules, soil);
  const all = [0, ...heights].flatMap((height) => [
    height,
    height + later + AS_SHOWN,
    height + first + AS_SHOWN,
    ...Array.from({ length: wall.count + 1 }, (_, n) => height + (ratio > 0 ? (n * wall.tread) / ratio : 0)),
  ]);
  return [...tables, ...all];
}
