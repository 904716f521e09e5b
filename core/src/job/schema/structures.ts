import { z } from 'zod';
import { structureKinds } from '../../catalogue';
import { id, text } from './basics';
import { pitSchema } from './sides';
import { at } from './stationed';

/**
 * Something the run enters or passes, or a hole dug for itself. Where runs of a job hold the same structure, by its id, they are joined.
 * `diameter` is what it takes from the hole, `tail` the extra line left coiled in it, metres.
 */
export const structureSchema = z.strictObject({
  id,
  name: text(60),
  kind: z.enum(structureKinds),
  station: at(),
  diameter: z.number().min(0, 'A size cannot be less than nothing.').max(10, 'At most 10 m across.'),
  tail: z.number().min(0, 'A tail cannot be shorter than nothing.').max(100, 'A tail is at most 100 m.'),
  pit: pitSchema.nullable(),
});

export type Structure = z.infer<typeof structureSchema>;
