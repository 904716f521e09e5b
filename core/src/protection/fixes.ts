import { kits, type Kit, type KitKind, type Protection } from '../catalogue';
import { EPSILON } from '../geometry';
import { kitChosen, type Fix, type Job, type Patch, type PathStep, type Wall } from '../job';
import { isPit, widthPath } from '../trench/places';
import type { Place } from '../trench';
import type { Rules } from '../rules';
import { protectedBy, stackOf } from './support';
import { batterFor, classSlope } from './walls';

const VERTICAL: Wall = { kind: 'vertical' };

/** The changes that give a place these sides all round. */
export const allSides = ({ path, ends }: Pick<Place, 'path' | 'ends'>, wall: Wall): Patch[] =>
  ['left', 'right', ...(ends ? ['ends'] : [])].map((side) => ({ path: [...path, side], value: wall }));

/** Every table of supports of a kind to hand, the job's own first. */
export const tablesOf = (job: Pick<Job, 'kit'>, kind: KitKind): Kit[] => [...job.kit, ...kits].filter((kit) => kit.kind === kind);

/** The width a place must have for the supports of a table: as it is where that goes, else the nearest the table allows. */
export const widthForKit = ({ width }: Pick<Place, 'width'>, { least, most }: Pick<Kit, 'least' | 'most'>): number =>
  Math.min(most, Math.max(least, width));

/** The changes that put supports of a table, or none, into a hole: its clear width, which stands at `widthAt`, comes into what they allow. */
export const tableTaken = (
  path: readonly PathStep[],
  widthAt: readonly PathStep[],
  clear: Pick<Place, 'width'>,
  kit: Kit | undefined,
): Patch[] => [...kitChosen(path, kit), ...(kit ? [{ path: widthAt, value: widthForKit(clear, kit) }] : [])];

/** The changes that hold a place by supports of a table. */
export const withTable = (place: Place, kit: Kit): Patch[] => [
  { path: [...place.path, 'protection'], value: kit.kind },
  ...tableTaken(place.path, widthPath(place), place, kit),
];

/** Is a box longer than the pit it is to stand in? In a trench boxes stand in a row. */
export const outgrows = (kit: Kit, place: Place): boolean =>
  isPit(place) && kit.kind === 'shield' && kit.length > place.to - place.from + EPSILON;

/** The changes that hold a place with upright sides by supports of a table. */
export const heldBy = (place: Place, kit: Kit): Patch[] => [
  ...allSides(place, VERTICAL),
  ...withTable(place, kit),
  ...(outgrows(kit, place) && kit.kind === 'shield' ? [{ path: [...place.path, 'length'], value: kit.length }] : []),
];

/** Could a table hold a place by its own figures? Whether it does, the plan with it says. */
function mayHold(kit: Kit, place: Place, rules: Rules): boolean {
  const { depth } = place.deepest;
  if (kit.depth < depth) return false;
  return kit.kind !== 'shield' || stackOf(kit, depth + (rules.supportUpstand.value ?? 0)).enough;
}

/** Ways to make a place safe to enter: laid back to the slope of its class, or held by the first table of each kind that may do. */
export function safeWays(job: Pick<Job, 'kit'>, place: Place, rules: Rules): Fix[] {
  const { ratio } = classSlope(rules, place.soil);
  const kinds: KitKind[] = place.soil === 'C' ? ['shield', 'sheets'] : ['shield', 'shores'];
  const held = kinds.flatMap((kind): Fix[] => {
    const tables = tablesOf(job, kind).filter((one) => mayHold(one, place, rules));
    // A box that goes into the pit as it is comes first.
    const kit = tables.find((one) => !outgrows(one, place)) ?? tables[0];
    return kit ? [{ code: 'hold', facts: { by: kind, name: kit.name }, patches: heldBy(place, kit) }] : [];
  });
  const patches = [...allSides(place, batterFor(rules, place.soil)), ...protectedBy(place, 'none')];
  const batter: Fix = ratio === 0 ? { code: 'uprightSides', facts: {}, patches } : { code: 'batter', facts: { ratio }, patches };
  return [batter, ...held];
}

/** Every other way to hold a place. */
export const insteadOf = (job: Pick<Job, 'kit'>, place: Place, rules: Rules, not: Protection): Fix[] =>
  safeWays(job, place, rules).filter((way) => way.code !== 'hold' || way.facts.by !== not);
