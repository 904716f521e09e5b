import { z } from 'zod';
import { words } from '../../job/schema/basics';
import { kindOf } from '../kind';

/** The route and the way in were walked, looking for what no drawing has. */
const schema = () => z.strictObject({ kind: z.literal('walk'), note: words(300) });

export const walk = kindOf({
  kind: 'walk',
  of: 'job',
  version: 1,
  schema,
  say: ({ note }) => `Route and way in walked${note ? `: ${note}` : ''}`,
  columns: ({ note }) => ({ note }),
});
