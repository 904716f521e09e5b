import type { Product } from '../catalogue';
import { EPSILON } from '../geometry/walls';
import type { PlacedLine, Reach } from '../job';
import { astmD2321, en1610Battered, en1610ByDepth, en1610ByDn, type Rules } from '../rules';

/**
 * Least clear width at the bottom for a depth, metres: the lines where they lie, each with its room to the wall, and in a trench somebody
 * enters no less than the rule set asks for at that depth.
 */
export function widthFloor(rules: Rules, lines: readonly Pick<PlacedLine, 'product' | 'x'>[], reach: Reach, depth: number): number {
  let width = leastWidth(rules, reach, depth);
  for (const { product, x } of lines) width = Math.max(width, 2 * (product.od / 2 + sideRoom(rules, product, reach) + Math.abs(x)));
  return width;
}

/** What {@link widthFloor} rests on, in words. */
export const widthBasis = (rules: Rules, reach: Pick<Reach, 'entry'> & Partial<Pick<Reach, 'beddingMaterial'>>): string =>
  reach.entry
    ? rules.widthBasis
    : `Nobody enters: the lines and room beside them. ${(reach.beddingMaterial === 'flowing' ? rules.slotRoom : rules.sideRoom).basis}`;

/** Least clear width at a depth whatever lies in the trench, metres: EN 1610 by depth where somebody enters, else none. */
export const leastWidth = (rules: Rules, reach: Pick<Reach, 'entry'>, depth: number): number =>
  reach.entry && rules.widthMethod === 'EN1610' ? en1610WidthByDepth(depth) : 0;

/** Room between a line and the wall beside it, metres: half of what the pipe rule adds to the OD where somebody enters. */
export function sideRoom(
  rules: Rules,
  product: Pick<Product, 'dn' | 'od'>,
  reach: Pick<Reach, 'entry' | 'left' | 'right' | 'protection' | 'beddingMaterial'>,
): number {
  if (!reach.entry) return slotRoom(rules, reach).value ?? 0;
  const width = rules.widthMethod === 'ASTMD2321' ? astmWidth(product.od) : en1610WidthByDn(product, reach);
  return (width - product.od) / 2;
}

/** Room each side of a line where nobody enters: little where what fills it flows. */
const slotRoom = (rules: Rules, { beddingMaterial }: Pick<Reach, 'beddingMaterial'>) =>
  beddingMaterial === 'flowing' ? rules.slotRoom : rules.sideRoom;

/** Working space between two pipes in a trench somebody enters, metres. Source: EN 1610, 0.35 m up to DN 700, else 0.50 m. */
export const workingSpace = (a: Pick<Product, 'dn'>, b: Pick<Product, 'dn'>): number => (Math.max(a.dn, b.dn) <= 0.7 ? 0.35 : 0.5);

/** ASTM D2321: the greater of OD + 16 in and 1.25·OD + 12 in, metres. */
export const astmWidth = (od: number): number => Math.max(od + astmD2321.add, astmD2321.factor * od + astmD2321.plus);

/** EN 1610 table by DN, metres: OD + 0.40 to DN 225, + 0.50 to 350, + 0.70 to 700, + 0.85 to 1200, + 1.00 above; + 0.40 when battered ≤ 60°. */
export function en1610WidthByDn(product: Pick<Product, 'dn' | 'od'>, reach: Pick<Reach, 'left' | 'right' | 'protection'>): number {
  const flat = (wall: Reach['left']) => wall.kind === 'batter' && !wall.foot && wall.ratio >= en1610Battered.flattestHV - EPSILON;
  if (reach.protection === 'none' && flat(reach.left) && flat(reach.right)) return product.od + en1610Battered.add;
  return product.od + (en1610ByDn.find((row) => product.dn <= row.dn)?.add ?? 1);
}

/** EN 1610 table by depth, metres: none below 1.0 m; 0.80 to 1.75 m; 0.90 to 4.0 m; 1.00 deeper. */
export function en1610WidthByDepth(depth: number): number {
  if (depth < en1610ByDepth.noneBelow - EPSILON) return 0;
  return en1610ByDepth.rows.find((row) => depth <= row.depth + EPSILON)?.width ?? 0;
}

/** Depths at which the least width changes, metres. */
export const widthBreakDepths = (rules: Rules): number[] =>
  rules.widthMethod === 'EN1610' ? [en1610ByDepth.noneBelow, ...en1610ByDepth.rows.map((row) => row.depth).filter(Number.isFinite)] : [];
