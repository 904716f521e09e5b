import { z } from 'zod';
import { formatStretch } from '../../units';
import { forwards, kindOf, stretch, whereSaid } from '../kind';

/** Covered before all of it was proved: it happens, and stays said for ever. It cannot be taken back. */
const schema = () =>
  z
    .strictObject({
      kind: z.literal('unseen'),
      ...stretch(),
      reason: z.string().trim().min(3, 'Say why it was covered: it stays on the record.').max(500, 'Keep the reason under 500 characters.'),
    })
    .superRefine(forwards);

export const unseen = kindOf({
  kind: 'unseen',
  of: 'run',
  version: 1,
  schema,
  say: ({ from, to, reason }, units) => `Covered unseen, ${formatStretch({ from, to }, units)}: ${reason}`,
  where: whereSaid,
});
