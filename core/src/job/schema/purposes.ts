import { z } from 'zod';
import { fittingKinds } from '../../catalogue';
import { id, level, within } from './basics';
import { at, stretch } from './stationed';

/*
 * What a run is for, where it is more than a line in a trench. Lengths in metres.
 */

/** Lists are no longer than this. */
const MOST = 20;

/** A drain that takes water out of the ground: where its pipe is not perforated, how it ends, and what its stone and soakaway hold. */
export const landDrainSchema = z.strictObject({
  /** Stretches of pipe with no holes: past roots, and before the outlet. */
  solid: z.array(z.strictObject({ id, ...stretch() })).max(MOST),
  /** In the open, through a fitting that lets water rise into turf, or into a soakaway: the structure of that kind at its low end. */
  outlet: z.enum(['daylight', 'emitter', 'soakaway']),
  /** Share of the stone that is empty. */
  pores: within(0.1, 0.6, 'Share of the stone that is empty'),
  /** How fast the ground takes water, m/s; null: nobody has tested it. */
  infiltration: within(0, 0.01, 'The ground takes, in m/s').nullable(),
  /** How long the rain lasts that is reckoned with, s. */
  storm: within(60, 7 * 86_400, 'Rain, in seconds'),
});

/** A service into a building: the hole through its wall, and what stands on the line in the order water or gas passes. */
export const houseSchema = z.strictObject({
  end: z.enum(['start', 'end']),
  /** Level of the middle of the hole; null: nobody has measured it. */
  level: level.nullable(),
  /** Bore of the sleeve in the wall. */
  sleeve: within(0.02, 1, 'A sleeve, in m'),
  /** One length from the valve to the meter, with no joint in the ground. */
  onePiece: z.boolean(),
  fittings: z.array(z.strictObject({ id, kind: z.enum(fittingKinds) })).max(MOST),
  /** Stone drains it crosses, and how wide each is: the line is sleeved there. */
  drains: z.array(z.strictObject({ id, station: at(), width: within(0.05, 5, 'A stone drain, in m') })).max(MOST),
});

/** Loops of pipe that take heat out of the ground: down bores, or out and back in trenches, joined by two headers. */
export const loopsSchema = z.strictObject({
  layout: z.enum(['bores', 'trenches']),
  count: within(1, 100, 'Loops').int(),
  /** Length of pipe in one loop, out and back. */
  each: within(10, 500, 'Pipe in a loop, in m'),
  /** Id of its pipe. */
  pipe: z.string().min(1).max(60),
  /** From one to the next. */
  spacing: within(0.3, 20, 'From loop to loop, in m'),
  /** From the field to the pump: one way. */
  way: within(0, 500, 'To the pump, in m'),
  /** Through one loop, m³/s. */
  flow: within(1e-6, 0.01, 'Through a loop, in m³/s'),
  fluid: z.enum(['water', 'glycol', 'ethanol']),
  /** Return header fed from the same end, or from the other: then every way is as long. */
  returns: z.enum(['direct', 'reverse']),
  /** Loops that can be shut for themselves. */
  valves: z.enum(['none', 'pairs', 'each']),
  /** Most the pump that purges gives, m³/s; null: nobody knows yet. */
  purge: within(1e-5, 0.1, 'A pump, in m³/s').nullable(),
});

export type LandDrain = z.infer<typeof landDrainSchema>;
export type House = z.infer<typeof houseSchema>;
export type Loops = z.infer<typeof loopsSchema>;
