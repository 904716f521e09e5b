import { z } from 'zod';
import { protectionIds, structureKinds } from '../../catalogue';
import { station, text } from './basics';
import { pitSize } from './reach';

/**
 * Something the run enters or passes. Runs of a job that name the same structure are joined there.
 * `diameter` is what it takes from the hole, `tail` the extra line left coiled in it, metres; `pit` is dug wider than the trench,
 * `below` deeper than its bottom.
 */
export const structureSchema = z.strictObject({
  name: text(60),
  kind: z.enum(structureKinds),
  station,
  diameter: z.number().min(0, 'A size cannot be less than nothing.').max(10, 'At most 10 m across.'),
  tail: z.number().min(0, 'A tail cannot be shorter than nothing.').max(100, 'A tail is at most 100 m.'),
  pit: z
    .strictObject({
      ...pitSize,
      below: z.number().min(0, 'It cannot be less than nothing.').max(5, 'At most 5 m below the trench bottom.'),
      protection: z.enum(protectionIds),
    })
    .nullable(),
});

export type Structure = z.infer<typeof structureSchema>;
