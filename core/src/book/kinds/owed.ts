import { z } from 'zod';
import { date, person } from '../../job/schema/basics';
import { kindOf } from '../kind';

/** Who sees to something found wanting, and by when. It is closed by what is entered of the thing itself. */
const schema = () =>
  z.strictObject({
    kind: z.literal('owed'),
    /** What it is about: made of the id of an entry, a line or a structure. */
    about: z.string().min(1).max(160),
    /** What it said then. */
    what: z.string().max(300),
    owner: person,
    due: date.nullable(),
  });

export const owed = kindOf({
  kind: 'owed',
  of: 'run',
  version: 1,
  schema,
  say: ({ what, owner, due }) => `To see to, ${owner}${due ? `, by ${due}` : ''}: ${what}`,
});
export type OwedFact = z.infer<ReturnType<typeof schema>>;
