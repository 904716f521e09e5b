import { z } from 'zod';
import { id, level, text, words } from '../../job/schema/basics';
import { formatLength } from '../../units';
import { kindOf } from '../kind';

/** A point whose level is known, metres. Said again under its id when it was measured anew; `lost`: disturbed or gone, nothing is taken from it any more. */
const schema = () =>
  z.strictObject({
    kind: z.literal('benchmark'),
    id,
    name: text(40),
    level,
    /** Where it is, in words people find it by. */
    where: words(160),
    lost: z.boolean(),
  });

export const benchmark = kindOf({
  kind: 'benchmark',
  of: 'job',
  version: 1,
  schema,
  say: ({ name, level: at, where, lost }, units) =>
    lost
      ? `Benchmark ${name} is not to be used any more`
      : `Benchmark ${name}: ${formatLength(at, units, 'level')}${where ? `, ${where}` : ''}`,
  columns: ({ id: its, name, level: at, where, lost }) => ({ benchmark: its, name, level: at, where, lost }),
});
export type BenchmarkFact = z.infer<ReturnType<typeof schema>>;
