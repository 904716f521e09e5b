import type { Service } from '../catalogue';
import { EPSILON } from '../geometry';
import type { Reach } from '../job';
import { astmD2321, en1610Battered, en1610ByDepth, en1610ByDn, type Rules } from '../rules';

/** Room each side of a line in a trench nobody enters, metres. */
export const SLOT_SIDE = 0.05;

/**
 * Least clear width at the line for a depth, metres, by the job's rule set.
 * Nobody enters: the line and a little room. Otherwise EN 1610 (greater of by-DN and by-depth) or ASTM D2321.
 */
export function widthFloor(rules: Rules, service: Service, reach: Reach, depth: number): number {
  if (!reach.entry) return service.od + 2 * SLOT_SIDE;
  return rules.widthMethod === 'ASTMD2321' ? astmWidth(service.od) : Math.max(en1610WidthByDn(service, reach), en1610WidthByDepth(depth));
}

/** What {@link widthFloor} rests on, in words. */
export const widthBasis = (rules: Rules, reach: Reach): string =>
  reach.entry ? rules.widthBasis : 'Nobody enters: the line and 50 mm each side';

/** ASTM D2321: the greater of OD + 16 in and 1.25·OD + 12 in, metres. */
export const astmWidth = (od: number): number => Math.max(od + astmD2321.add, astmD2321.factor * od + astmD2321.plus);

/** EN 1610 table by DN, metres: OD + 0.40 to DN 225, + 0.50 to 350, + 0.70 to 700, + 0.85 to 1200, + 1.00 above; + 0.40 when battered ≤ 60°. */
export function en1610WidthByDn(service: Pick<Service, 'dn' | 'od'>, reach: Pick<Reach, 'left' | 'right' | 'protection'>): number {
  const flat = (wall: Reach['left']) => wall.kind === 'batter' && wall.ratio >= en1610Battered.flattestHV - EPSILON;
  if (reach.protection === 'none' && flat(reach.left) && flat(reach.right)) return service.od + en1610Battered.add;
  return service.od + (en1610ByDn.find((row) => service.dn <= row.dn)?.add ?? 1);
}

/** EN 1610 table by depth, metres: none below 1.0 m; 0.80 to 1.75 m; 0.90 to 4.0 m; 1.00 deeper. */
export function en1610WidthByDepth(depth: number): number {
  if (depth < en1610ByDepth.noneBelow - EPSILON) return 0;
  return en1610ByDepth.rows.find((row) => depth <= row.depth + EPSILON)?.width ?? 0;
}

/** Depths at which the least width changes, metres. */
export const widthBreakDepths = (rules: Rules): number[] =>
  rules.widthMethod === 'EN1610' ? [en1610ByDepth.noneBelow, ...en1610ByDepth.rows.map((row) => row.depth).filter(Number.isFinite)] : [];
