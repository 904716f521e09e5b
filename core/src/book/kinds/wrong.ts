import { z } from 'zod';
import { text } from '../../job/schema/basics';
import { kindOf } from '../kind';

/** Says that an entry was made by mistake: what was good in it does not count from now on; what was bad in it stays until somebody looks. */
const schema = () => z.strictObject({ kind: z.literal('wrong'), why: text(300) });

export const wrong = kindOf({
  kind: 'wrong',
  of: 'either',
  version: 1,
  schema,
  say: ({ why }) => `An entry was wrong: ${why}`,
  columns: ({ why }) => ({ why }),
});
