import { dryStrengths, soilMaterials, strengthTools, thumbs, type SoilClass } from '../catalogue';
import type { SoilTest } from '../book';
import type { Rules } from '../rules';
import { formatStrength, type UnitSystem } from '../units';

/** From strongest to weakest. */
const ORDER: readonly SoilClass[] = ['rock', 'A', 'B', 'C'];
/** The weaker of two classes. */
export const weaker = (a: SoilClass, b: SoilClass): SoilClass => (ORDER.indexOf(a) >= ORDER.indexOf(b) ? a : b);

/** How a soil class is said on screen. */
export const soilName = (soil: SoilClass): string => (soil === 'rock' ? 'stable rock' : `type ${soil}`);

/** One test and the class the ground can be at best by it. */
export interface SoilReason {
  test: string;
  best: SoilClass;
  why: string;
}
export interface SoilVerdict {
  soil: SoilClass;
  /** Line by line, weakest first. */
  reasons: SoilReason[];
}

/** A ribbon this long, metres, shows clay enough to hold together. Source: 2 in of ⅛ in thread. */
export const COHESIVE_RIBBON = 0.05;

/** Unconfined strength of the weakest reading, pascals; a vane reads shear and counts double. */
export const unconfined = ({ tool, readings }: NonNullable<SoilTest['strength']>): number =>
  Math.min(...readings) * strengthTools[tool].factor;

/**
 * Class of a layer from what hand and eye found: the weakest test governs. Cracked, shaken or disturbed ground cannot be A, wet or dipping ground
 * is C, and what nobody looked at counts as seen. Without one test by hand and one by eye it is C.
 * Source: 29 CFR 1926 Subpart P App. A, the manual and visual tests.
 */
export function classify(test: SoilTest, rules: Rules, units: UnitSystem = 'metric'): SoilVerdict {
  const reasons: SoilReason[] = [
    { test: 'What it is', best: soilMaterials[test.material].best, why: soilMaterials[test.material].why },
    ...byHand(test, rules, units),
    ...byEye(test),
  ];
  const worst = reasons.reduce<SoilClass>((soil, { best }) => weaker(soil, best), 'rock');
  return { soil: worst, reasons: [...reasons].sort((a, b) => ORDER.indexOf(b.best) - ORDER.indexOf(a.best)) };
}

function byHand({ thumb, strength, ribbon, dry, material }: SoilTest, rules: Rules, units: UnitSystem): SoilReason[] {
  if (material === 'rock') return [];
  const reasons: SoilReason[] = [];
  if (thumb) reasons.push({ test: 'Thumb', best: thumbs[thumb].best, why: thumbs[thumb].name.toLowerCase() });
  if (strength) {
    const found = unconfined(strength);
    const best = found >= (rules.strengthA.value ?? Infinity) ? 'A' : found > (rules.strengthB.value ?? Infinity) ? 'B' : 'C';
    reasons.push({
      test: strengthTools[strength.tool].name,
      best,
      why: `weakest of ${strength.readings.length}: ${formatStrength(found, units)}`,
    });
  }
  if (ribbon !== null)
    reasons.push({
      test: 'Ribbon',
      best: ribbon >= COHESIVE_RIBBON - 1e-9 ? 'A' : 'B',
      why: ribbon >= COHESIVE_RIBBON - 1e-9 ? 'it rolls: there is clay in it' : 'it breaks early: little clay in it',
    });
  if (dry) reasons.push({ test: 'Dry lump', best: dryStrengths[dry].best, why: dryStrengths[dry].name.toLowerCase() });
  return reasons.length > 0 ? reasons : [{ test: 'By hand', best: 'C', why: 'nobody tried it: thumb, reading, ribbon or dry lump' }];
}

function byEye({ water, fissured, disturbed, vibration, dipping }: SoilTest): SoilReason[] {
  const signs = [
    { test: 'Cracks', found: fissured, best: 'B', yes: 'cracked ground cannot be type A' },
    { test: 'Dug before', found: disturbed, best: 'B', yes: 'ground dug before cannot be type A' },
    { test: 'Shaking', found: vibration, best: 'B', yes: 'traffic, piling or trains shake it' },
    { test: 'Layers', found: dipping, best: 'C', yes: 'layers dip into the cut and slide' },
    {
      test: 'Water',
      found: water === null ? null : water !== 'dry',
      best: 'C',
      yes: water === 'standing' ? 'it stands in water' : 'water seeps from it',
    },
  ] as const;
  return signs.flatMap(({ test, found, best, yes }): SoilReason[] =>
    found === false ? [] : [{ test, best, why: found ? yes : `nobody looked: ${yes}` }],
  );
}
