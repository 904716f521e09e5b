import { z } from 'zod';
import { beddingIds, protectionIds, soilClasses } from '../../catalogue';
import { cover, station } from './basics';
import { layersShape, supportWidthsSchema } from './laid';

/** One side of the trench. `ratio` is horizontal per vertical; bench lengths are metres, from the bottom up. */
export const wallSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('vertical') }),
  z.strictObject({
    kind: z.literal('batter'),
    ratio: z.number().min(0.05, 'A batter steeper than 1/20:1 is a vertical wall.').max(10, 'A batter flatter than 10:1 is open ground.'),
    /** Height of the vertical face below the batter: of a support it stands on, or of ground that may. */
    foot: z.number().min(0.1, 'A vertical foot is at least 0.1 m high.').max(10, 'A vertical foot is at most 10 m high.').optional(),
  }),
  z.strictObject({
    kind: z.literal('bench'),
    riser: z.number().min(0.1, 'Bench risers are at least 0.1 m.').max(3, 'Bench risers are at most 3 m.'),
    tread: z.number().min(0.1, 'Bench treads are at least 0.1 m.').max(10, 'Bench treads are at most 10 m.'),
    count: z.int().min(1, 'A benched side has at least one bench.').max(12, 'At most 12 benches.'),
  }),
]);

/** How the levels of a reach come about: a cover held under the ground, or falling between the run's fixed inverts. */
const reachLevelsSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('cover'), cover }),
  z.strictObject({ kind: z.literal('gravity') }),
]);

const pitSide = z.number().min(0.3, 'A pit is at least 0.3 m long and wide.').max(30, 'A pit is at most 30 m long and wide.');
/** Plan size of a pit: along the run and across it, metres. */
export const pitSize = { length: pitSide, width: pitSide };

/** Dug open, or bored from a launch pit at the start of the reach to a receiving pit at its end. `bore` is the hole's diameter, `rod` a rod's length. */
const methodSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('open') }),
  z.strictObject({
    kind: z.literal('bored'),
    bore: z.number().min(0.03, 'A bore is at least 30 mm.').max(3, 'A bore is at most 3 m.'),
    rod: z.number().min(0.3, 'A rod is at least 0.3 m.').max(10, 'A rod is at most 10 m.'),
    launch: z.strictObject(pitSize),
    receiving: z.strictObject(pitSize),
  }),
]);

/** How the trench is made from `from` (station, metres) up to the next reach. */
export const reachSchema = z.strictObject({
  from: station,
  levels: reachLevelsSchema,
  /** Frost depth the line must lie below, metres; 0 where it does not matter. */
  frost: z.number().min(0, 'Frost depth cannot be less than nothing.').max(5, 'Frost goes at most 5 m deep.'),
  method: methodSchema,
  soil: z.enum(soilClasses),
  bottomWidth: z.number().min(0.05, 'The bottom is at least 50 mm wide.').max(20, 'The bottom is at most 20 m wide.'),
  entry: z.boolean(),
  left: wallSchema,
  right: wallSchema,
  protection: z.enum(protectionIds),
  /** Which supports, by their id in the catalogue or the job's own tables; null: not settled. What they take from the dig on each side. */
  kit: z.string().min(1).max(60).nullable(),
  panel: z.number().min(0, 'A panel cannot be thinner than nothing.').max(1, 'A panel is at most 1 m thick.').nullable(),
  bedding: z.number().min(0, 'Bedding cannot be less than nothing.').max(2, 'Bedding is at most 2 m thick.'),
  surround: z.number().min(0, 'Cover of surround cannot be less than nothing.').max(3, 'Surround is at most 3 m over the line.'),
  beddingMaterial: z.enum(beddingIds),
  ...layersShape,
  /** Widths the supports that are coming allow; null: not settled yet. */
  supportWidths: supportWidthsSchema.nullable(),
});

export type Wall = z.infer<typeof wallSchema>;
export type Reach = z.infer<typeof reachSchema>;
export type ReachLevels = Reach['levels'];
export type Method = Reach['method'];
export type Bored = Extract<Method, { kind: 'bored' }>;
