import { GRAVITY } from '../../units';
import { weights } from './loads';

/** A pipe in wet ground. Metres; `mass` empty, kilograms a metre; `water` how far the water stands over the crown, below zero when under it. */
export interface Floating {
  od: number;
  mass: number;
  cover: number;
  water: number;
}

/** Least factor of safety against floating. */
export const FLOAT_SAFETY = 1.2;
export const FLOAT_BASIS = 'Usual: factor of safety 1.2 of the empty pipe and the soil prism over it';

/** Lift of a pipe wholly under water, or of the part that is, newtons a metre. Source: π/4·OD²·γw. */
export function uplift({ od, water }: Pick<Floating, 'od' | 'water'>): number {
  const under = Math.min(1, Math.max(0, (water + od) / od));
  return (Math.PI / 4) * od ** 2 * weights.water * under;
}

/**
 * What holds it down, newtons a metre: the empty pipe and the prism over it, of area cover·OD + 0.107·OD² (the corners beside the crown); submerged
 * weight below the water, moist above.
 */
export function holdDown({ od, mass, cover, water }: Floating): number {
  const wet = Math.min(cover, Math.max(0, water));
  const submerged = weights.saturated - weights.water;
  const corners = 0.107 * od ** 2 * (water > 0 ? submerged : weights.moist);
  return mass * GRAVITY + wet * od * submerged + (cover - wet) * od * weights.moist + corners;
}

/** Hold-down over lift; infinite where nothing lifts. */
export const floatSafety = (pipe: Floating): number => (uplift(pipe) === 0 ? Infinity : holdDown(pipe) / uplift(pipe));

/** Unit weight of flowable fill while it is wet, newtons a m³. */
export const FLOWABLE = 20e3;

/**
 * The stages before the fill is on: safety of the empty pipe in an open flooded trench and under its fine fill (metres over the crown), water over
 * both, the ballast in kilograms a metre that keeps it down bare with the safety asked for, and while flowable fill is poured round it.
 */
export function floatingStages(
  pipe: Pick<Floating, 'od' | 'mass'>,
  fine: number,
): { open: number; fine: number; ballast: number; flowable: number } {
  const whole = { ...pipe, water: Infinity };
  return {
    open: (pipe.mass * GRAVITY) / uplift(whole),
    fine: floatSafety({ ...pipe, cover: fine, water: fine }),
    ballast: Math.max(0, FLOAT_SAFETY * uplift(whole) - pipe.mass * GRAVITY) / GRAVITY,
    flowable: Math.max(0, FLOAT_SAFETY * (Math.PI / 4) * pipe.od ** 2 * FLOWABLE - pipe.mass * GRAVITY) / GRAVITY,
  };
}

/** Cover with which it stays down with the water at the surface, metres, and the ballast that does at its own cover, kilograms a metre. */
export function againstFloating(pipe: Floating): { cover: number; ballast: number } {
  const submerged = weights.saturated - weights.water;
  const wanted = FLOAT_SAFETY * uplift(pipe);
  const cover = (wanted - pipe.mass * GRAVITY - 0.107 * pipe.od ** 2 * submerged) / (pipe.od * submerged);
  return { cover: Math.max(0, cover), ballast: Math.max(0, wanted - holdDown(pipe)) / GRAVITY };
}
