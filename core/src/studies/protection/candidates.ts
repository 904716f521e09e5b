import type { Kit, KitKind, SoilClass } from '../../catalogue';
import { smallest } from '../../geometry';
import type { Job, Patch, Wall } from '../../job';
import { allSides, batterFor, classSlope, heldBy, protectedBy, tablesOf } from '../../protection';
import type { Rules } from '../../rules';
import type { Place } from '../../trench';

export const optionIds = ['noEntry', 'batter', 'bench', 'mixed', 'over', 'shores', 'shield', 'sheets'] as const;
export type OptionId = (typeof optionIds)[number];

/** One way to hold a hole: the changes to its inputs that make it so. */
export interface Candidate {
  id: OptionId;
  kit: Kit | undefined;
  patches: Patch[];
}

const centimetreUp = (value: number) => Math.ceil(value * 100 - 1e-6) / 100;
const VERTICAL: Wall = { kind: 'vertical' };

/**
 * Benches that stand at every depth of a reach: risers as high as both limits allow, treads no wider than the class slope needs from toe to lip.
 * Between n and n + 1 risers deep the face has n treads, so the deepest of each such stretch decides.
 */
export function benchFor(rules: Rules, soil: SoilClass, shallowest: number, deepest: number): Wall {
  const limit = Math.min(rules.benchFirstRiser.value ?? 0, (soil === 'B' ? rules.benchRiserB.value : rules.benchRiserA.value) ?? 0);
  const riser = Math.max(0.1, Math.min(limit, deepest / 2));
  const count = Math.max(1, Math.ceil(deepest / riser - 1e-6) - 1);
  const { ratio } = classSlope(rules, soil);
  let tread = 0.1;
  for (let n = 1; n <= count; n++) {
    const upTo = n === count ? deepest : Math.min(deepest, (n + 1) * riser);
    if (upTo > shallowest - 1e-6 && n * riser <= deepest + 1e-6) tread = Math.max(tread, (ratio * upTo) / n);
  }
  return { kind: 'bench', riser, tread: centimetreUp(tread), count };
}

/** Every way to try on a hole, with each table of supports to hand: the job's own first. */
export function candidates(job: Job, place: Place, rules: Rules): Candidate[] {
  const [shallowest, deepest] = [smallest(place.depth), place.deepest.depth];
  const set = (key: string, value: unknown): Patch => ({ path: [...place.path, key], value });
  const batter = batterFor(rules, place.soil);
  const bench = benchFor(rules, place.soil, shallowest, deepest);
  const plain = (id: OptionId, walls: Patch[], entry = true): Candidate => ({
    id,
    kit: undefined,
    patches: [...walls, set('entry', entry), set('shortTerm', null), ...protectedBy(place, 'none')],
  });
  const held = (id: OptionId, kit: Kit, wall: Wall): Candidate => ({
    id,
    kit,
    patches: [...heldBy(place, kit), ...allSides(place, wall), ...openEnds(place, kit, batter), set('entry', true), set('shortTerm', null)],
  });
  const every = (kind: KitKind, id: OptionId, wallOf: (kit: Kit) => Wall | undefined) =>
    tablesOf(job, kind).flatMap((kit) => {
      const wall = wallOf(kit);
      return wall ? [held(id, kit, wall)] : [];
    });
  return [
    plain('noEntry', allSides(place, VERTICAL), false),
    plain('batter', allSides(place, batter)),
    ...(place.soil === 'rock'
      ? []
      : [plain('bench', allSides(place, bench)), plain('mixed', [...allSides(place, bench), set('right', batter)])]),
    ...every('shield', 'over', (kit) => {
      const foot = kit.kind === 'shield' ? Math.floor((kit.height - (rules.supportOverToe.value ?? 0)) * 100) / 100 : 0;
      return batter.kind === 'batter' && foot >= 0.1 && foot < deepest ? { ...batter, foot } : undefined;
    }),
    ...every('shores', 'shores', () => VERTICAL),
    ...every('shield', 'shield', () => VERTICAL),
    ...every('sheets', 'sheets', () => VERTICAL),
  ];
}

/** Shores span two sides of a pit: its ends are laid back. */
const openEnds = ({ ends, path }: Place, kit: Kit, wall: Wall): Patch[] =>
  ends && kit.kind === 'shores' ? [{ path: [...path, 'ends'], value: wall }] : [];
