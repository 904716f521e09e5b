import { z } from 'zod';
import { beddingIds, soilClasses } from '../../catalogue';
import { cover, id } from './basics';
import { layersShape } from './laid';
import { pitSchema, sidesShape } from './sides';
import { at } from './stationed';

/** How the levels of a reach come about: a cover held under the ground, a depth of the trench under the finished level, or falling between the run's fixed inverts. */
const reachLevelsSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('cover'), cover }),
  z.strictObject({
    kind: z.literal('depth'),
    depth: z.number().min(0.1, 'A trench is at least 0.1 m deep.').max(30, 'A trench is at most 30 m deep.'),
  }),
  z.strictObject({ kind: z.literal('gravity') }),
]);

const boreAngle = z
  .number()
  .min(Math.PI / 180, 'A bore dips at 1° at least.')
  .max(Math.PI / 4, 'A bore dips at 45° at most.');

/** A bore that dips between its pits: angles it goes in and comes out at (radians), the radius it turns on, and how far it dips below the straight way, metres. */
const bowSchema = z.strictObject({
  entry: boreAngle,
  exit: boreAngle,
  radius: z.number().min(1, 'A bore turns on 1 m at least.').max(500, 'A bore turns on 500 m at most.'),
  depth: z.number().min(0.05, 'A dip is at least 50 mm.').max(20, 'A dip is at most 20 m.'),
});

/** Dug open, or bored from a launch pit at the start of the reach to a receiving pit at its end. `bore` is the hole's diameter, `rod` a rod's length. */
const methodSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('open') }),
  z.strictObject({
    kind: z.literal('bored'),
    bore: z.number().min(0.03, 'A bore is at least 30 mm.').max(3, 'A bore is at most 3 m.'),
    rod: z.number().min(0.3, 'A rod is at least 0.3 m.').max(10, 'A rod is at most 10 m.'),
    launch: pitSchema,
    receiving: pitSchema,
    /** How it dips; straight where it is null. */
    bow: bowSchema.nullable(),
    /** Duct drawn into the hole for the lines, by its id; null: the lines themselves are drawn in. */
    duct: z.string().min(1).max(60).nullable(),
  }),
]);

/** How the trench is made from `from` (station, metres) up to the next reach. */
export const reachSchema = z.strictObject({
  id,
  from: at({ what: 'A reach' }),
  levels: reachLevelsSchema,
  /** Frost depth the line must lie below, metres; 0 where it does not matter. */
  frost: z.number().min(0, 'Frost depth cannot be less than nothing.').max(5, 'Frost goes at most 5 m deep.'),
  method: methodSchema,
  soil: z.enum(soilClasses),
  bottomWidth: z.number().min(0.05, 'The bottom is at least 50 mm wide.').max(20, 'The bottom is at most 20 m wide.'),
  ...sidesShape,
  /** Is the ground laid back at both its ends, where boxes leave them open or a slope goes round? */
  endsBack: z.boolean(),
  bedding: z.number().min(0, 'Bedding cannot be less than nothing.').max(2, 'Bedding is at most 2 m thick.'),
  surround: z.number().min(0, 'Cover of surround cannot be less than nothing.').max(3, 'Surround is at most 3 m over the line.'),
  beddingMaterial: z.enum(beddingIds),
  ...layersShape,
});

export type Reach = z.infer<typeof reachSchema>;
export type ReachLevels = Reach['levels'];
export type Bow = z.infer<typeof bowSchema>;
export type Method = Reach['method'];
export type Bored = Extract<Method, { kind: 'bored' }>;
