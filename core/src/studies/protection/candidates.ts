import type { Kit, KitKind, SoilClass } from '../../catalogue';
import { kits } from '../../catalogue';
import { largest, smallest } from '../../geometry';
import { classSlope, kitChosen } from '../../protection';
import type { Job, Patch, Reach, Run, Wall } from '../../job';
import { reachSpan, type ProfileColumns } from '../../alignment';
import type { Rules } from '../../rules';

export const optionIds = ['noEntry', 'batter', 'bench', 'mixed', 'over', 'shores', 'shield', 'sheets'] as const;
export type OptionId = (typeof optionIds)[number];

/** One way to hold a reach: the changes to its inputs that make it so. */
export interface Candidate {
  id: OptionId;
  kit: Kit | undefined;
  patches: Patch[];
}

const centimetreUp = (value: number) => Math.ceil(value * 100 - 1e-6) / 100;
const VERTICAL: Wall = { kind: 'vertical' };

/** The flattest batter a class asks for; upright in rock. */
export const batterFor = (rules: Rules, soil: SoilClass): Wall => {
  const { ratio } = classSlope(rules, soil);
  return ratio === 0 ? VERTICAL : { kind: 'batter', ratio };
};

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

/** Every way to try, with each table of supports to hand: the job's own first. */
export function candidates(job: Job, run: Run, index: number, rules: Rules, profile: ProfileColumns): Candidate[] {
  const reach = run.reaches[index] as Reach;
  const span = reachSpan(profile, index);
  const [shallowest, deepest] = [smallest(profile.depth, span), largest(profile.depth, span)];
  const set = (change: Partial<Reach>): Patch[] => Object.entries(change).map(([key, value]) => ({ path: ['reaches', index, key], value }));
  const batter = batterFor(rules, reach.soil);
  const bench = benchFor(rules, reach.soil, shallowest, deepest);
  const plain = (id: OptionId, left: Wall, right: Wall, entry = true): Candidate => ({
    id,
    kit: undefined,
    patches: [...set({ protection: 'none', left, right, entry }), ...kitChosen(index, undefined)],
  });
  const held = (id: OptionId, kit: Kit, wall: Wall): Candidate => ({
    id,
    kit,
    patches: [
      ...set({
        left: wall,
        right: wall,
        protection: kit.kind,
        entry: true,
        bottomWidth: Math.min(kit.most, Math.max(kit.least, reach.bottomWidth)),
      }),
      ...kitChosen(index, kit),
    ],
  });
  const tables = [...job.kit, ...kits];
  const every = (kind: KitKind, id: OptionId, wallOf: (kit: Kit) => Wall | undefined) =>
    tables.flatMap((kit) => {
      const wall = kit.kind === kind ? wallOf(kit) : undefined;
      return wall ? [held(id, kit, wall)] : [];
    });
  return [
    plain('noEntry', VERTICAL, VERTICAL, false),
    plain('batter', batter, batter),
    ...(reach.soil === 'rock' ? [] : [plain('bench', bench, bench), plain('mixed', bench, batter)]),
    ...every('shield', 'over', (kit) => {
      const foot = kit.kind === 'shield' ? Math.floor((kit.height - (rules.supportOverToe.value ?? 0)) * 100) / 100 : 0;
      return batter.kind === 'batter' && foot >= 0.1 && foot < deepest ? { ...batter, foot } : undefined;
    }),
    ...every('shores', 'shores', () => VERTICAL),
    ...every('shield', 'shield', () => VERTICAL),
    ...every('sheets', 'sheets', () => VERTICAL),
  ];
}
