import { z } from 'zod';
import { formatStretch } from '../../units';
import { forwards, kindOf, stationAround, stretch, whereSaid } from '../kind';

/**
 * Looked at again within an inspected shift: everything from `from` to `to` is as inspected, and what was moved since stands as it should. It lifts nothing
 * that was found wanting: only an inspection does.
 */
const schema = () =>
  z
    .strictObject({
      kind: z.literal('look'),
      ...stretch(),
      revision: z.uuid(),
      ladders: z.array(stationAround()).max(500, 'At most 500 ladders.'),
    })
    .superRefine(forwards);

export const look = kindOf({
  kind: 'look',
  of: 'run',
  version: 1,
  schema,
  say: ({ from, to }, units) => `Looked again, ${formatStretch({ from, to }, units)}: as inspected`,
  where: whereSaid,
  columns: ({ ladders }) => ({ ladders: ladders.join('; ') }),
});
export type LookFact = z.infer<ReturnType<typeof schema>>;
