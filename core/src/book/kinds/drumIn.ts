import { z } from 'zod';
import { id, words } from '../../job/schema/basics';
import { formatLength } from '../../units';
import { kindOf } from '../kind';

/** A drum or coil as it came, read from its label. */
const schema = () =>
  z.strictObject({
    kind: z.literal('drumIn'),
    line: id,
    label: z.string().trim().min(1, 'Name the drum as its label does.').max(60),
    /** Of the catalogue or of the job's own: what its label says it is. */
    product: z.string().min(1).max(60),
    cores: z.int().min(0, 'Cores cannot be fewer than none.').max(61, 'At most 61 cores.').nullable(),
    length: z.number().min(0.5, 'A drum holds at least half a metre.').max(20_000, 'A drum holds at most 20 km.'),
    /** Sheath whole, ends capped. */
    sheath: z.boolean(),
    caps: z.boolean(),
    note: words(200),
  });

export const drumIn = kindOf({
  kind: 'drumIn',
  of: 'run',
  version: 1,
  schema,
  say: ({ label, length, sheath, caps, note }, units) =>
    `Drum ${label} came: ${formatLength(length, units)}${sheath ? '' : ', sheath hurt'}${caps ? '' : ', not capped'}${note ? `, ${note}` : ''}`,
});
export type DrumInFact = z.infer<ReturnType<typeof schema>>;
