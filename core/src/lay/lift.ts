import type { Machine } from '../catalogue';
import { hanging, liftAt } from '../machine/lift';

/** A load as it hangs. Kilograms, radians; `legs` of the sling, each at `angle` from the level. */
export interface Slung {
  mass: number;
  sling: number;
  legs: number;
  angle: number;
  /** What swings weighs more: mass times this. */
  factor: number;
}

/** Sling legs counted on: a stiff load hangs on two of them, however many there are. Source: usual lifting practice. */
const COUNTED = 2;
/** Flatter than this no sling is used; flatter than the second it is looked at again. Source: usual lifting practice, degrees from the level. */
export const FLATTEST = Math.PI / 6;
export const FLAT = Math.PI / 4;
export const SLING_BASIS =
  'Hanging = (load + sling)·factor; each leg = hanging/(n·sin α), of more than two legs two count; the sling’s label rules';

/** All that hangs on the hook, kilograms. Source: (load + sling)·factor. */
export const hangs = ({ mass, sling, factor }: Slung): number => hanging(mass, sling, factor);

/** What one leg carries, kilograms. Source: hanging/(n·sin α). @example legLoad({ mass: 240, sling: 12, legs: 2, angle: Math.PI / 3, factor: 1.1 }) // 160 */
export const legLoad = (slung: Slung): number => hangs(slung) / (Math.min(slung.legs, COUNTED) * Math.sin(slung.angle));

/** Where a load is: metres from the swing axis, and the bearing of the arm from ahead, radians. */
export interface ArmAt {
  radius: number;
  bearing: number;
}

/** Where on its way a load is held least. Kilograms. */
export interface SwingLift {
  /** The further of both radii: it is kept all the way. */
  radius: number;
  worst: { bearing: number; rated: number };
  /** The rated load along the way, from pick to set, for a drawing. */
  along: { bearing: number; rated: number }[];
}

/** Sides the machine tips over look these ways from ahead, radians. */
const SIDES = [-Math.PI, -Math.PI / 2, 0, Math.PI / 2, Math.PI];
const DRAWN = 48;

/**
 * What may be lifted all the way from pick to set, at the further radius of both. Over one edge the rated load falls the nearer the arm points to where it looks, so
 * the least is at an end of the way or where an edge looks: no other bearing has to be asked.
 */
export function liftAlong(machine: Machine, pick: ArmAt, set: ArmAt, bladeDown = false): SwingLift {
  const radius = Math.max(pick.radius, set.radius);
  const [from, to] = [Math.min(pick.bearing, set.bearing), Math.max(pick.bearing, set.bearing)];
  const rated = (bearing: number) => ({ bearing, rated: liftAt(machine, radius, bearing, bladeDown).rated });
  const asked = [from, to, ...SIDES.filter((side) => side > from && side < to)].map(rated);
  return {
    radius,
    worst: asked.reduce((least, one) => (one.rated < least.rated ? one : least)),
    along: Array.from({ length: DRAWN + 1 }, (_, i) => rated(pick.bearing + ((set.bearing - pick.bearing) * i) / DRAWN)),
  };
}

/** Why a load is not to be lifted so. Kilograms. */
export type LiftFault =
  | { code: 'tooHeavy'; hangs: number; rated: number }
  | { code: 'sling'; leg: number; rating: number }
  | { code: 'flat' }
  | { code: 'flatter' };

/** What stands against a lift; `flat` is a caution, everything else stops it. @param rating of one leg, kilograms; undefined: nobody read the label. */
export function liftFaults(slung: Slung, lift: SwingLift, rating: number | undefined): LiftFault[] {
  const [whole, leg] = [hangs(slung), legLoad(slung)];
  return [
    ...(whole > lift.worst.rated + 1e-9 ? [{ code: 'tooHeavy' as const, hangs: whole, rated: lift.worst.rated }] : []),
    ...(rating !== undefined && leg > rating + 1e-9 ? [{ code: 'sling' as const, leg, rating }] : []),
    ...(slung.angle < FLATTEST - 1e-9 ? [{ code: 'flatter' as const }] : slung.angle < FLAT - 1e-9 ? [{ code: 'flat' as const }] : []),
  ];
}
