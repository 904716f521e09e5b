import type { CompactorId, FillLayer, FillMark, FillWayFact } from '../book';
import type { GroundId } from '../catalogue';
import { circleBelow } from '../geometry';
import type { PlacedLine } from '../job';
import type { Rules } from '../rules';
import { BROUGHT_LOOSE, compactorOf, laysLoose, type Compactor } from './compactors';
import type { FillSection } from './section';

export type FillWay = Pick<FillWayFact, 'school' | 'compactor' | 'first'>;
/** What is done where nobody said how it is filled: by hand until the compactor may stand over the line. */
export const USUAL_WAY: FillWay = { school: 'thick', compactor: 'rammer', first: 'hand' };

/** One lift of the ladder, where there is most to fill. Metres; `from` and `top` are down from the ground. */
export interface FillRung {
  layer: FillLayer;
  material: string;
  from: number;
  top: number;
  /** Where it ends all along its stretch, as it is entered. */
  mark: FillMark;
  /** The most it is anywhere. */
  thickness: number;
  /** As it is shovelled in. */
  loose: number;
  /** Null: it is not compacted. */
  compactor: CompactorId | null;
  passes: number;
  /** The least that lies over the highest line anywhere once it is in; negative below its top. */
  over: number;
}

/** Where a mark is at a station, metres down from the ground. */
export function markTop(mark: FillMark, { bed, surface }: Pick<FillSection, 'bed' | 'surface'>): number {
  switch (mark.from) {
    case 'bed':
      return bed - mark.at;
    case 'ground':
      return mark.at;
    case 'fill': {
      const base = bed - mark.above;
      return base - mark.share * Math.max(0, base - surface);
    }
  }
}

/** How thick a lift is at a station, metres. @param most what it is where it is thickest. */
export const markThickness = (mark: FillMark, { bed, surface }: Pick<FillSection, 'bed' | 'surface'>, most: number): number =>
  mark.from === 'fill' ? mark.part * Math.max(0, bed - mark.above - surface) : most;

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

/**
 * The ladder of a stretch: what goes in lift by lift from the bed to the surface. Lifts of the fill are as many as it takes where there is most of it, and share
 * it evenly everywhere; what lies over the line decides where it is least.
 * @param sections of the stretch, wherever something along it changes otherwise.
 */
export function fillLadder(sections: readonly FillSection[], way: FillWay, ground: GroundId, rules: Rules): Ladder {
  const depthOf = ({ fine, surface }: FillSection) => fine - surface;
  const section = sections.reduce((most, one) => (depthOf(one) > depthOf(most) ? one : most));
  const { bed, surface, layers } = section;
  const compactor = compactorOf(way.compactor, rules);
  const hand = compactorOf('hand', rules);
  const flows = way.school === 'flow';
  const dumped = way.school === 'crown';
  const ratio = laysLoose[ground];
  const most = way.school === 'thin' ? Math.min(THIN, compactor.lift) : compactor.lift;
  const overLine = (mark: FillMark) => Math.min(...sections.map((one) => one.crown - markTop(mark, one)));

  const rungs: FillRung[] = [];
  const put = (rung: Pick<FillRung, 'layer' | 'material' | 'mark'>, from: number, by: Compactor | null, loose: number): number => {
    const top = markTop(rung.mark, section);
    const thickness = from - top;
    rungs.push({
      ...rung,
      from,
      top,
      thickness,
      loose: by ? thickness * loose : thickness,
      compactor: by?.id ?? null,
      passes: by?.passes ?? 0,
      over: overLine(rung.mark),
    });
    return top;
  };
  /** Lifts that share what is between the fine fill and the surface, by their parts of it. */
  const share = (above: number, material: string, parts: readonly { part: number; by: Compactor | null }[]) => {
    let [from, done] = [bed - above, 0];
    for (const { part, by } of parts) {
      done = Math.min(1, done + part);
      from = put({ layer: 'fill', material, mark: { from: 'fill', above, share: done > 1 - 1e-9 ? 1 : done, part } }, from, by, ratio);
    }
  };
  const evenly = (count: number, of = 1, by: Compactor | null = compactor) =>
    Array.from({ length: count }, () => ({ part: of / count, by }));

  if (flows) {
    const pour = Math.min(...sections.flatMap(({ lines }) => lines.map(({ product }) => firstPour(product))));
    const height = bed - surface;
    if (height > 1e-6) {
      const first = Math.min(1, Math.max(pour, 0.02) / height);
      // What is poured on one that has set finds the line held: no more than half a metre at a time against the walls.
      share(0, 'Flowable fill', [{ part: first, by: null }, ...evenly(lifts((1 - first) * height, 0.5).length, 1 - first, null)]);
    }
  } else {
    const count = dumped ? 1 : lifts(section.fine - surface, most).length;
    const fineOver = bed - section.fine;
    // Fine fill comes higher first, where that was chosen, so that the compactor stands far enough over the line on a first lift as thick as it would have been.
    const step = count > 0 ? (section.fine - surface) / count : 0;
    let lifted = 0;
    if (way.first === 'fine' && !dumped && count > 0)
      for (let i = 0; i < 40; i++) {
        const mark: FillMark = {
          from: 'fill',
          above: fineOver + lifted,
          share: Math.min(1, step / Math.max(step, section.fine - lifted - surface)),
          part: 0,
        };
        const short = compactor.cover - overLine(mark);
        if (short < 1e-7) break;
        lifted = Math.min(section.fine - surface, lifted + short);
      }
    const above = fineOver + lifted;
    const left = Math.max(0, section.fine - lifted - surface);
    let at = bed;
    const fineLifts = lifts(above, hand.lift);
    fineLifts.forEach((thickness, i) => {
      at = put(
        { layer: 'fine', material: section.material, mark: { from: 'bed', at: i === fineLifts.length - 1 ? above : (i + 1) * thickness } },
        at,
        hand,
        BROUGHT_LOOSE,
      );
    });
    if (left > 1e-6) {
      if (dumped) share(above, DUG, [{ part: 1, by: null }]);
      else if (lifted > 0) {
        const first = Math.min(1, step / left);
        share(above, DUG, [{ part: first, by: compactor }, ...evenly(lifts((1 - first) * left, most).length, 1 - first)]);
      } else {
        // As many lifts by hand as the compactor may not stand on; the marks above stay where they would be.
        const barred =
          way.first === 'hand'
            ? Array.from({ length: count }, (_, k) => k + 1).filter(
                (k) => overLine({ from: 'fill', above, share: k / count, part: 0 }) < compactor.cover - 1e-6,
              ).length
            : 0;
        const byHand = evenly(barred > 0 ? lifts((barred / count) * left, hand.lift).length : 0, barred / count, hand);
        share(above, DUG, [...byHand, ...evenly(count - barred, 1 - barred / count)]);
      }
    }
  }
  for (const { name, from, to } of layers) {
    const own = lifts(from - to, most);
    own.forEach((thickness, i) =>
      put(
        { layer: 'surface', material: name, mark: { from: 'ground', at: i === own.length - 1 ? to : from - (i + 1) * thickness } },
        from - i * thickness,
        compactor,
        BROUGHT_LOOSE,
      ),
    );
  }

  const faults: LadderFault[] = [];
  const bears = rungs.findIndex(
    ({ compactor: by, over, layer }) => by !== null && layer !== 'fine' && over < compactorOf(by, rules).cover - 1e-6,
  );
  const rung = rungs[bears];
  if (rung?.compactor) {
    const { cover } = compactorOf(rung.compactor, rules);
    faults.push({ code: 'bears', rung: bears, compactor: rung.compactor, over: rung.over, cover, fine: cover - rung.thickness });
  }
  const tight = sections.reduce((least, one) => (one.fine < least.fine ? one : least));
  const asked = tight.reach.restoration.reduce((sum, { thickness }) => sum + thickness, 0);
  if (asked > tight.fine + 1e-6) faults.push({ code: 'noRoom', asked, room: tight.fine });
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
