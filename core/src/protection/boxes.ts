import type { ShieldKit } from '../catalogue';
import { chainSizes } from './figures';
import type { Rules } from '../rules';
import { GRAVITY } from '../units';
import { stackOf, type Stack } from './support';

/** Soil pressed on the plates when a shield is drawn: unit weight N/m³, share of it sideways, friction of soil on steel. */
export const PULL = {
  weight: 18e3,
  sideways: 0.5,
  friction: 0.3,
  /** Clay clings to the plates, pascals. */
  adhesion: 10e3,
  basis: 'Usual: pressure at rest 0.5·γ·h, friction of soil on steel 0.3; clay clings with 10 kPa besides',
} as const;
/** Legs of the sling stand this steep, radians from level. Source: 60° as usual. */
export const SLING = Math.PI / 3;

/** Load in each leg of a sling over the whole load: 1/(n·sin angle), the angle from level. Two legs at 60° carry 0.577 each. */
export const legShare = (legs: number, angle: number): number => 1 / (legs * Math.sin(angle));

/**
 * Force that draws a shield out of the ground, newtons: its weight and the friction of both plates, W + 2·μ·K·γ·h²/2·L, and in clay what clings, c·2·L·h.
 * @param buried height of plate against soil, metres.
 */
export const extractionPull = (mass: number, length: number, buried: number, clay = false): number =>
  mass * GRAVITY +
  2 * PULL.friction * PULL.sideways * PULL.weight * (buried ** 2 / 2) * length +
  (clay ? PULL.adhesion * 2 * length * buried : 0);

/** The chain whose one leg carries a load, newtons; undefined where none listed does. */
export const chainFor = (load: number): (typeof chainSizes)[number] | undefined =>
  chainSizes.find((size) => size.load * GRAVITY >= load - 1e-9);

/** Struts of a base and of an extension. Source: two rows of two, one row of two, as usual; the supplier’s table rules. */
export const STRUTS = { base: 4, extension: 2 } as const;

/** What shields over a stretch take. */
export interface BoxSchedule {
  stack: Stack;
  /** Standing at once, and how often one is drawn and set again to get along the stretch. */
  boxes: number;
  moves: number;
  ends: 'open' | 'closed';
  struts: number;
  /** Clear inside + both panels: what must be dug. */
  outside: number;
  /** Dug ahead, then pushed down in steps, each corner in turn; set whole it is dug to the bottom and not pushed. */
  preDig: number;
  pushes: number;
  whole: boolean;
  /** The floor this deep, extensions go on: what stands above the lip is then what the rule asks; metres. Undefined where none is needed. */
  extendAt: number | undefined;
  /** Lowest strut above the floor, metres. */
  strut: number;
  /** Chain that carries a leg; undefined where none listed does. */
  chain: (typeof chainSizes)[number] | undefined;
  /** Newtons to draw one, and in each of four legs. */
  pull: number;
  leg: number;
  /** Heaviest piece lifted in one go, kilograms. */
  heaviest: number;
}

/**
 * Shields over a length. With open ends people work only in the middle ones of a row; deeper than the rule, or where the row does not fit,
 * the ends are closed with panels or laid back at 45°.
 */
export function boxSchedule(
  kit: ShieldKit,
  {
    height,
    depth,
    length,
    open,
    width,
    pit = false,
    clay = false,
    whole = false,
    rules,
  }: {
    height: number;
    depth: number;
    length: number;
    open: number;
    width: number;
    pit?: boolean;
    clay?: boolean;
    whole?: boolean;
    rules: Rules;
  },
): BoxSchedule {
  const stack = stackOf(kit, height);
  const row = rules.shieldRow.value ?? 1;
  // A pit takes one box, closed at both ends.
  const working = pit ? 1 : Math.max(1, Math.ceil(Math.min(open, length) / kit.length - 1e-9));
  const ends = !pit && depth <= (rules.shieldEnds.value ?? 0) + 1e-9 && length >= row * kit.length - 1e-9 ? 'open' : 'closed';
  const boxes = ends === 'open' ? Math.max(row, working) : working;
  const preDig = whole ? depth : Math.min(depth, rules.preDig.value ?? 0);
  const pull = extractionPull(stack.mass, kit.length, depth, clay);
  const leg = pull * legShare(4, SLING);
  return {
    stack,
    boxes,
    moves: pit ? 0 : Math.max(0, Math.ceil(length / kit.length - 1e-9) - boxes),
    ends,
    struts: boxes * (STRUTS.base + stack.extensions * STRUTS.extension),
    outside: width + 2 * kit.panel,
    preDig,
    pushes: Math.max(0, Math.ceil((depth - preDig) / (rules.pushStep.value ?? 1) - 1e-9)),
    pull,
    leg,
    chain: chainFor(leg),
    whole,
    extendAt: stack.extensions > 0 ? Math.max(0, kit.height - (rules.supportUpstand.value ?? 0)) : undefined,
    strut: kit.strut,
    heaviest: stack.mass,
  };
}
