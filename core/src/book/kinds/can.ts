import { z } from 'zod';
import { words } from '../../job/schema/basics';
import { kindOf } from '../kind';

/** The pump can of the shores tried before use, once a day: without it no hold test counts. */
const schema = () => z.strictObject({ kind: z.literal('can'), ok: z.boolean(), note: words(200) });

export const can = kindOf({
  kind: 'can',
  of: 'run',
  version: 1,
  schema,
  say: ({ ok, note }) => `Pump can tried: ${ok ? 'in order' : 'not in order'}${note ? `, ${note}` : ''}`,
  columns: ({ ok, note }) => ({ ok, note }),
});
export type CanTest = z.infer<ReturnType<typeof schema>>;
