import { z } from 'zod';
import { id, level } from './basics';
import { at, stretch } from './stationed';

/*
 * What a run is for, where it is more than a line in a trench. Lengths in metres.
 */

const between = (least: number, most: number, said: string) => z.number().min(least, said).max(most, said);

/** A drain that takes water out of the ground: where its pipe is not perforated, how it ends, and what its stone and soakaway hold. */
export const landDrainSchema = z.strictObject({
  /** Stretches of pipe with no holes: past roots, and before the outlet. */
  solid: z.array(z.strictObject({ id, ...stretch({ what: 'Solid pipe' }) })).max(20, 'At most 20 solid stretches.'),
  /** In the open, through a fitting that lets water rise into turf, or into a soakaway: the structure of that kind at its low end. */
  outlet: z.enum(['daylight', 'emitter', 'soakaway']),
  /** Share of the stone that is empty. */
  pores: between(0.1, 0.6, 'Of stone 0.1 to 0.6 is empty.'),
  /** How fast the ground takes water, m/s; null: nobody has tested it. */
  infiltration: between(0, 0.01, 'The ground takes 0 to 10 mm a second.').nullable(),
  /** How long the rain lasts that is reckoned with, s. */
  storm: between(60, 7 * 86_400, 'Rain of 1 minute to 7 days.'),
});

export const fittingKinds = ['curbValve', 'stopValve', 'drainCock', 'reducer', 'nonReturn', 'meter'] as const;

/** A service into a building: the hole through its wall, and what stands on the line in the order water or gas passes. */
export const houseSchema = z.strictObject({
  end: z.enum(['start', 'end']),
  /** Level of the middle of the hole; null: nobody has measured it. */
  level: level.nullable(),
  /** Bore of the sleeve in the wall. */
  sleeve: between(0.02, 1, 'A sleeve is 20 mm to 1 m wide.'),
  /** One length from the valve to the meter, with no joint in the ground. */
  onePiece: z.boolean(),
  fittings: z.array(z.strictObject({ id, kind: z.enum(fittingKinds) })).max(20, 'At most 20 fittings.'),
  /** Stone drains it crosses, and how wide each is: the line is sleeved there. */
  drains: z
    .array(z.strictObject({ id, station: at({ what: 'A stone drain' }), width: between(0.05, 5, 'A stone drain is 50 mm to 5 m wide.') }))
    .max(20, 'At most 20 stone drains.'),
});

/** Loops of pipe that take heat out of the ground: down bores, or out and back in trenches, joined by two headers. */
export const loopsSchema = z.strictObject({
  layout: z.enum(['bores', 'trenches']),
  count: z.int().min(1, 'One loop at least.').max(100, 'At most 100 loops.'),
  /** Length of pipe in one loop, out and back. */
  each: between(10, 500, 'A loop is 10 m to 500 m long.'),
  /** Id of its pipe. */
  pipe: z.string().min(1).max(60),
  /** From one to the next. */
  spacing: between(0.3, 20, 'Loops lie 0.3 m to 20 m apart.'),
  /** From the field to the pump: one way. */
  way: between(0, 500, 'At most 500 m to the pump.'),
  /** Through one loop, m³/s. */
  flow: between(1e-6, 0.01, 'Through a loop flows up to 10 l/s.'),
  fluid: z.enum(['water', 'glycol', 'ethanol']),
  /** Return header fed from the same end, or from the other: then every way is as long. */
  returns: z.enum(['direct', 'reverse']),
  /** Loops that can be shut for themselves. */
  valves: z.enum(['none', 'pairs', 'each']),
  /** Most the pump that purges gives, m³/s; null: nobody knows yet. */
  purge: between(1e-5, 0.1, 'A pump gives up to 100 l/s.').nullable(),
});

export type LandDrain = z.infer<typeof landDrainSchema>;
export type House = z.infer<typeof houseSchema>;
export type FittingKind = (typeof fittingKinds)[number];
export type Loops = z.infer<typeof loopsSchema>;
