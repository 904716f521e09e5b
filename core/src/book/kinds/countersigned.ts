import { z } from 'zod';
import { words } from '../../job/schema/basics';
import { kindOf } from '../kind';

/** Somebody else was there and says that an entry is so, or that it is not. Neither changes what the entry counts for: what is wrong is said by an entry of its own. */
const schema = () =>
  z.strictObject({
    kind: z.literal('countersigned'),
    /** Id of the entry. */
    of: z.uuid(),
    so: z.boolean(),
    note: words(300),
  });

export const countersigned = kindOf({
  kind: 'countersigned',
  of: 'either',
  version: 1,
  needs: 'countersign',
  schema,
  say: ({ so, note }) => `Countersigned: ${so ? 'it is so' : 'it is not so'}${note ? `, ${note}` : ''}`,
});
export type CountersignedFact = z.infer<ReturnType<typeof schema>>;
