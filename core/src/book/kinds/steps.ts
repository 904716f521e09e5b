import { z } from 'zod';
import { id } from '../../job/schema/basics';
import { existingPlaceSchema } from '../../job/schema/existing';
import { kindOf } from '../kind';

const lines = () => z.array(id).max(100);

/** How many steps of clearing a window by layers are done: of the lines not seen yet and those seen already when they were ticked. */
const schema = () =>
  z.strictObject({
    kind: z.literal('steps'),
    hidden: lines(),
    seen: lines(),
    done: z.int().min(0).max(500),
    /** How deep the last of them went, metres: where the steps are others by now, it is not among those done. */
    depth: z.number().min(0).max(50).optional(),
    /** Where the run had each of these lines then: of one that lies elsewhere since, nothing was cleared. */
    where: z
      .array(z.strictObject({ line: id, place: existingPlaceSchema }))
      .max(200)
      .optional(),
  });

export const steps = kindOf({
  kind: 'steps',
  of: 'run',
  version: 3,
  schema,
  say: ({ done }) => (done === 0 ? 'Clearing by layers begun anew' : `Clearing by layers: ${done} ${done === 1 ? 'step' : 'steps'} done`),
  columns: ({ done, depth, hidden, seen }) => ({ done, depth: depth ?? '', lines: [...hidden, ...seen].join('; ') }),
});
