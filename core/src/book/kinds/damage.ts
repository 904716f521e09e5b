import { z } from 'zod';
import { id, text } from '../../job/schema/basics';
import { formatStretch } from '../../units';
import { forwards, kindOf, stretch, whereSaid } from '../kind';

/** A line hurt, or drawn harder than it may be: what was tested before says nothing of it any more. It cannot be taken back. */
const schema = () =>
  z.strictObject({ kind: z.literal('damage'), line: id, name: z.string().max(80), ...stretch(), note: text(300) }).superRefine(forwards);

export const damage = kindOf({
  kind: 'damage',
  of: 'run',
  version: 1,
  schema,
  say: ({ name, from, to, note }, units) => `${name} hurt, ${formatStretch({ from, to }, units)}: ${note}`,
  where: whereSaid,
});
