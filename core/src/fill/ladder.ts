import type { CompactorId, FillLayer, FillWayFact } from '../book';
import type { GroundId } from '../catalogue';
import { circleBelow } from '../geometry';
import type { PlacedLine } from '../job';
import type { Rules } from '../rules';
import { BROUGHT_LOOSE, compactorOf, laysLoose, type Compactor } from './compactors';
import type { FillSection } from './section';

export type FillWay = Pick<FillWayFact, 'school' | 'compactor' | 'first'>;
/** What is done where nobody said how it is filled. */
export const USUAL_WAY: FillWay = { school: 'thick', compactor: 'rammer', first: 'asIs' };

/** One lift of the ladder. Metres; `from` and `top` are down from the ground. */
export interface FillRung {
  layer: FillLayer;
  material: string;
  from: number;
  /** The mark on the wall. */
  top: number;
  thickness: number;
  /** As it is shovelled in. */
  loose: number;
  /** Null: it is not compacted. */
  compactor: CompactorId | null;
  passes: number;
  /** What lies over the highest line once it is in; negative below its top. */
  over: number;
}

/** What does not work about a ladder, for whoever chose it. */
export type LadderFault =
  /** The compactor stands too near the line on a lift: `fine` is how far the fine fill has to come over the crown first. */
  | { code: 'bears'; rung: number; compactor: CompactorId; over: number; cover: number; fine: number }
  /** Surface layers do not fit over the fine fill. */
  | { code: 'noRoom'; asked: number; room: number };

export interface Ladder {
  rungs: FillRung[];
  faults: LadderFault[];
  /** Where it is not compacted: how high it is heaped over the ground, metres. */
  crown: number;
}

/**
 * Lifts of one band, each as thick as the next: n = ⌈H/t⌉ of H/n.
 * @example lifts(0.44, 0.15) // 3 of 0.1467
 */
export function lifts(height: number, most: number): number[] {
  if (height <= 1e-6) return [];
  const count = Math.max(1, Math.ceil(height / most - 1e-6));
  return Array.from({ length: count }, () => height / count);
}

/** Thickest lift of the thin school, metres. Source: usual under roads: 125 mm loose, four passes, 100 mm. */
const THIN = 0.1;
const DUG = 'What was dug';
/** Density of flowable fill as it is poured, kg/m³. */
const FLOWABLE = 1900;
/** A pipe may be lifted by no more than this share of its weight while flowable fill is wet. */
const HELD = 0.9;

/** Thickness of each pour that leaves a line where it lies, metres over its underside: what is displaced weighs less than the line. */
export function firstPour(product: PlacedLine['product']): number {
  const area = (HELD * product.mass) / FLOWABLE;
  if (area >= (Math.PI / 4) * product.od ** 2) return Infinity;
  let [low, high] = [0, product.od];
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (circleBelow(product.od / 2, middle) < area) low = middle;
    else high = middle;
  }
  return low;
}

/** The ladder of a section: what goes in lift by lift from the bed to the surface, with the mark of each on the wall. */
export function fillLadder(section: FillSection, way: FillWay, ground: GroundId, rules: Rules): Ladder {
  const { bed, crown, surface, layers, lines } = section;
  const compactor = compactorOf(way.compactor, rules);
  const hand = compactorOf('hand', rules);
  const flows = way.school === 'flow';
  const dumped = way.school === 'crown';
  const ratio = laysLoose[ground];
  const most = way.school === 'thin' ? Math.min(THIN, compactor.lift) : compactor.lift;
  // Fine fill comes higher first, where that was chosen, so that the compactor stands far enough over the line on its first lift.
  const step = lifts(section.fine - surface, most)[0] ?? 0;
  const lifted = way.first === 'fine' && !dumped && !flows ? Math.max(0, compactor.cover - (crown - section.fine) - step) : 0;
  const fine = Math.max(surface, section.fine - lifted);

  const rungs: FillRung[] = [];
  const put = (layer: FillLayer, material: string, from: number, thickness: number, by: Compactor | null, loose: number): number => {
    const top = from - thickness;
    rungs.push({
      layer,
      material,
      from,
      top,
      thickness,
      loose: by ? thickness * loose : thickness,
      compactor: by?.id ?? null,
      passes: by?.passes ?? 0,
      over: crown - top,
    });
    return top;
  };
  let at = bed;
  if (flows) {
    const pour = Math.min(...lines.map(({ product }) => firstPour(product)), bed - surface);
    const first = Math.max(pour, 0.02);
    if (bed - surface > 1e-6) at = put('fill', 'Flowable fill', at, Math.min(first, bed - surface), null, 1);
    // What is poured on one that has set finds the line held: it rises no more than half a metre at a time against the walls.
    for (const thickness of lifts(at - surface, 0.5)) at = put('fill', 'Flowable fill', at, thickness, null, 1);
  } else {
    for (const thickness of lifts(bed - fine, hand.lift)) at = put('fine', section.material, at, thickness, hand, BROUGHT_LOOSE);
    if (dumped) {
      if (at - surface > 1e-6) at = put('fill', DUG, at, at - surface, null, 1);
    } else {
      // By hand until the compactor may stand there, where that was chosen.
      // As many of its lifts as it may not stand on; the marks above stay where they would be.
      const barred = step > 0 ? Math.ceil((compactor.cover - (crown - at)) / step - 1 - 1e-6) : 0;
      const byHand = way.first === 'hand' ? Math.min(at - surface, Math.max(0, barred) * step) : 0;
      for (const thickness of lifts(byHand, hand.lift)) at = put('fill', DUG, at, thickness, hand, ratio);
      // Where the fine fill was brought higher for it, the first lift is as thick as it would have been.
      if (lifted > 0) at = put('fill', DUG, at, Math.min(step, at - surface), compactor, ratio);
      for (const thickness of lifts(at - surface, most)) at = put('fill', DUG, at, thickness, compactor, ratio);
    }
  }
  for (const { name, from, to } of layers)
    for (const thickness of lifts(from - to, most)) at = put('surface', name, at, thickness, compactor, BROUGHT_LOOSE);

  const faults: LadderFault[] = [];
  const bears = rungs.findIndex(
    ({ compactor: by, over, layer }) => by !== null && layer !== 'fine' && over < compactorOf(by, rules).cover - 1e-6,
  );
  const rung = rungs[bears];
  if (rung?.compactor) {
    const { cover } = compactorOf(rung.compactor, rules);
    faults.push({ code: 'bears', rung: bears, compactor: rung.compactor, over: rung.over, cover, fine: cover - rung.thickness });
  }
  const asked = section.reach.restoration.reduce((sum, { thickness }) => sum + thickness, 0);
  if (asked > section.fine + 1e-6) faults.push({ code: 'noRoom', asked, room: section.fine });
  return { rungs, faults, crown: dumped ? crownOf(rungs, ground) : 0 };
}

/** What of its depth fill that was not compacted settles by, by what it is. Source: placed at 90 to 95 % of what it comes to. */
export const sinksDumped: Record<GroundId, number> = { sand: 0.05, loam: 0.08, clay: 0.1, rock: 0.06 };
/** And compacted in thin and in thick lifts. */
export const sinksCompacted = { thin: 0.005, thick: 0.015, flow: 0 } as const;
export const SINKS_BASIS = 'Usual: loose clay comes to rest at 90 % of its depth, sand at 95 %; compacted fill settles 0.5 to 1.5 %';

/** How much loose fill is heaped over the ground so that it comes down to it, metres. @example crown(1.1 m of clay) // 0.11 */
export const crownOf = (rungs: readonly Pick<FillRung, 'layer' | 'thickness' | 'compactor'>[], ground: GroundId): number =>
  rungs.filter(({ layer, compactor }) => layer === 'fill' && compactor === null).reduce((sum, { thickness }) => sum + thickness, 0) *
  sinksDumped[ground];
