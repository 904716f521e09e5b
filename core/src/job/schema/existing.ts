import { z } from 'zod';
import { evidenceIds, utilityKinds } from '../../catalogue';
import { cover, id, station, text, words } from './basics';
import { at, stretch } from './stationed';
import { LEAST_CROSSING } from '../limits';

const size = z.number().min(0.005, 'A line is at least 5 mm thick.').max(5, 'A line is at most 5 m thick.');

/** Where a line lies: across the run at an angle from its direction, or along it at an offset from its middle. */
export const existingPlaceSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('crossing'),
    station: at(),
    angle: z
      .number()
      .min(LEAST_CROSSING, 'Below 10° (0.1745 rad) it runs along the trench: enter it as parallel.')
      .max(Math.PI - LEAST_CROSSING + 1e-9, 'The angle is at most 170° (2.967 rad); past that it runs along the trench.'),
  }),
  z.strictObject({
    kind: z.literal('parallel'),
    ...stretch(),
    offset: z.number().min(-100, 'At most 100 m away.').max(100, 'At most 100 m away.'),
  }),
]);

/** What a dig for a line brought: where its top was met, or how deep was searched in vain. It stands in the book, not in the run. */
export const exposureSchema = z.discriminatedUnion('result', [
  z.strictObject({
    result: z.literal('found'),
    station: station(),
    cover,
    size,
    kind: z.enum(utilityKinds),
    /** How much of it was laid bare, metres along it. */
    seen: z.number().min(0.05, 'At least 50 mm of it.').max(200, 'At most 200 m of it.'),
    note: words(500),
  }),
  z.strictObject({ result: z.literal('notFound'), depth: cover, note: words(500) }),
]);

/**
 * A line that lies in the ground already. `angle` is from the run's direction to the line, anticlockwise, radians;
 * `offset` is right positive, from the centre line. `join` says that the run is to be connected to it.
 */
export const existingLineSchema = z
  .strictObject({
    id,
    name: text(80),
    kind: z.enum(utilityKinds),
    size,
    coverMin: cover,
    coverMax: cover,
    evidence: z.enum(evidenceIds),
    where: existingPlaceSchema,
    join: z.boolean(),
  })
  .superRefine((line, context) => {
    if (line.coverMin > line.coverMax)
      context.addIssue({ code: 'custom', path: ['coverMax'], message: 'The greatest cover is less than the least; swap them.' });
  });

/** A record of a line with when it was and who made it. */
export type Exposure = z.infer<typeof exposureSchema> & { at: string; by: string };
/** What the document says of a line, and what was seen of it that still holds: newest last, a search in vain that nothing has settled at the very end. */
export type ExistingLine = z.infer<typeof existingLineSchema> & { exposures?: readonly Exposure[] };
