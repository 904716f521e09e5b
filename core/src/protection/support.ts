import type { Kit, Protection, ShieldKit } from '../catalogue';
import type { Patch, Reach, Run } from '../job';
import type { Rules } from '../rules';

/** The changes that put supports of a table on a reach: which, what they take from the dig, the clear widths they allow. Without one: none of these. */
export function kitChosen(index: number, kit: Kit | undefined): Patch[] {
  const at = (key: string, value: unknown): Patch => ({ path: ['reaches', index, key], value });
  return [
    at('kit', kit?.id ?? null),
    at('panel', kit?.panel ?? null),
    at('supportWidths', kit ? { least: kit.least, most: kit.most, source: `${kit.name}. ${kit.source}`.slice(0, 120) } : null),
  ];
}

/** The changes that hold a reach another way: what its supports so far asked for goes with them. */
export function protectedBy(run: Pick<Run, 'reaches'>, index: number, protection: Protection): Patch[] {
  const kit = run.reaches[index]?.kit ?? null;
  return [{ path: ['reaches', index, 'protection'], value: protection }, ...(kit === null ? [] : kitChosen(index, undefined))];
}

/** Height of the vertical face below a batter, metres; the whole depth where both sides are upright. */
export function uprightHeight(reach: Pick<Reach, 'left' | 'right'>, depth: number): number {
  const feet = [reach.left, reach.right].flatMap((wall) => (wall.kind === 'batter' ? [wall.foot ?? 0] : []));
  return feet.length > 0 && feet.some((foot) => foot > 0) ? Math.min(depth, Math.max(...feet)) : depth;
}

/**
 * Height of the supports above the bottom, metres: shields and sheets stand above the lip, shores end at it; below a batter they stand above its
 * toe so that what rolls down it stays out.
 */
export function supportHeight(reach: Pick<Reach, 'left' | 'right' | 'protection'>, depth: number, rules: Rules): number {
  if (reach.protection === 'none') return 0;
  const face = uprightHeight(reach, depth);
  if (face < depth - 1e-6) return face + (rules.supportOverToe.value ?? 0);
  return reach.protection === 'shores' ? depth : depth + (rules.supportUpstand.value ?? 0);
}

/** How a shield is built up: extensions on the base, the height that makes, and whether it is enough. Metres. */
export interface Stack {
  extensions: number;
  height: number;
  wanted: number;
  enough: boolean;
  /** Of the base with its struts and the extensions, kilograms. */
  mass: number;
}

/** Fewest extensions that make a shield as high as it must stand; all it takes where that is not enough. */
export function stackOf(kit: ShieldKit, wanted: number): Stack {
  const needed = Math.max(0, Math.ceil((wanted - kit.height - 1e-6) / kit.extension));
  const extensions = Math.min(kit.extensions, needed);
  const height = kit.height + extensions * kit.extension;
  return { extensions, height, wanted, enough: needed <= kit.extensions, mass: kit.mass + extensions * kit.extensionMass };
}
