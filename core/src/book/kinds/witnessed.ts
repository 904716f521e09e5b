import { z } from 'zod';
import { id, person, words } from '../../job/schema/basics';
import { formatStretch } from '../../units';
import { forwards, kindOf, stretch, whereSaid } from '../kind';

/** What the owner of a line asked to see, seen by somebody of theirs: accepted or not. */
const schema = () =>
  z
    .strictObject({
      kind: z.literal('witnessed'),
      line: id,
      name: z.string().max(80),
      ...stretch(),
      /** Who came. */
      by: person,
      ok: z.boolean(),
      revision: z.uuid(),
      note: words(300),
    })
    .superRefine(forwards);

export const witnessed = kindOf({
  kind: 'witnessed',
  of: 'run',
  version: 1,
  schema,
  say: ({ name, from, to, by, ok, note }, units) =>
    `${name} inspected for its owner by ${by}, ${formatStretch({ from, to }, units)}: ${ok ? 'accepted' : 'not accepted'}${note ? `, ${note}` : ''}`,
  where: whereSaid,
});
export type WitnessedFact = z.infer<ReturnType<typeof schema>>;
