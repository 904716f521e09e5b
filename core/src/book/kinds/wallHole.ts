import { z } from 'zod';
import { id, level, words } from '../../job/schema/basics';
import { formatLength } from '../../units';
import { kindOf } from '../kind';

/** A hole into a building as it was really drilled. Metres. */
const schema = () =>
  z.strictObject({
    kind: z.literal('wallHole'),
    /** Id of the entry among the structures of the run, and what it was called then. */
    structure: id,
    name: z.string().max(80),
    line: id,
    bore: z.number().min(0.01, 'A hole is at least 10 mm.').max(2, 'A hole is at most 2 m.'),
    /** Of its lowest point. */
    level,
    /** Right of where the line comes, looking along it; below zero left. */
    aside: z.number().min(-5, 'At most 5 m aside.').max(5, 'At most 5 m aside.'),
    /** Sealed, and only after whoever inspects it saw it open. */
    sealed: z.boolean(),
    seen: z.boolean(),
    revision: z.uuid(),
    note: words(200),
  });

export const wallHole = kindOf({
  kind: 'wallHole',
  of: 'run',
  version: 1,
  schema,
  say: ({ name, bore, level: at, sealed, note }, units) =>
    `Hole at ${name}: ${formatLength(bore, units, 'size')}, lowest at ${formatLength(at, units, 'level')}${sealed ? ', sealed' : ''}${note ? `, ${note}` : ''}`,
});
export type WallHoleFact = z.infer<ReturnType<typeof schema>>;
