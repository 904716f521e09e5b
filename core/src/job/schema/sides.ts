import { z } from 'zod';
import { protectionIds, soilClasses } from '../../catalogue';
import { person } from './basics';
import { supportWidthsSchema } from './laid';

/** One side of a hole. `ratio` is horizontal per vertical; bench lengths are metres, from the bottom up. */
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

/** What every hole somebody may get into says of its sides: a reach dug open, and every pit. */
export const sidesShape = {
  /** Does anybody go in? */
  entry: z.boolean(),
  left: wallSchema,
  right: wallSchema,
  protection: z.enum(protectionIds),
  /** Which supports, by their id in the catalogue or the job's own tables; null: not settled. What they take from the dig on each side. */
  kit: z.string().min(1).max(60).nullable(),
  panel: z.number().min(0, 'A panel cannot be thinner than nothing.').max(1, 'A panel is at most 1 m thick.').nullable(),
  /** Widths the supports that are coming allow; null: not settled yet. */
  supportWidths: supportWidthsSchema.nullable(),
  /** Hours the cut stands open where it counts on ground that stands steeper for a short time; null: it does not. */
  shortTerm: z.number().min(0.5, 'At least half an hour.').max(72, 'A short time is three days at most.').nullable(),
  /** By whose word a box is set whole into an open cut that stands meanwhile, nobody in it; null: pushed down as it is dug. */
  whole: person.nullable(),
};

const pitSide = z.number().min(0.3, 'A pit is at least 0.3 m long and wide.').max(30, 'A pit is at most 30 m long and wide.');
/**
 * A pit: clear length along the run and clear width across it at its bottom, metres, which lies `below` the trench's. `ends` are its two faces across
 * the run. `soil` null: as the reach it stands in.
 */
export const pitSchema = z.strictObject({
  length: pitSide,
  width: pitSide,
  below: z.number().min(0, 'It cannot be less than nothing.').max(5, 'At most 5 m below the trench bottom.'),
  soil: z.enum(soilClasses).nullable(),
  ends: wallSchema,
  ...sidesShape,
});

export type Wall = z.infer<typeof wallSchema>;
export type PitBody = z.infer<typeof pitSchema>;
/** The sides of a hole, whether trench or pit. */
export type Sides = Pick<PitBody, keyof typeof sidesShape>;
