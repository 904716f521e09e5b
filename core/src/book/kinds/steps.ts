import { z } from 'zod';
import { id } from '../../job/schema/basics';
import { kindOf } from '../kind';

const lines = z.array(id).max(100);

/** How many steps of clearing a window by layers are done: of the lines not seen yet and those seen already when they were ticked. */
const schema = z.strictObject({ kind: z.literal('steps'), hidden: lines, seen: lines, done: z.int().min(0).max(500) });

export const steps = kindOf({
  kind: 'steps',
  of: 'run',
  version: 1,
  schema,
  say: ({ done }) => (done === 0 ? 'Clearing by layers begun anew' : `Clearing by layers: ${done} ${done === 1 ? 'step' : 'steps'} done`),
  columns: ({ done, hidden, seen }) => ({ done, lines: [...hidden, ...seen].join('; ') }),
});
