import { z } from 'zod';
import { words } from '../../job/schema/basics';
import { kindOf } from '../kind';

/** The arm, a sensor or its receiver was knocked: what the sensors say is not relied on until they were tried again. It cannot be taken back. */
const schema = () => z.strictObject({ kind: z.literal('knock'), machine: z.string().min(1).max(60), note: words(200) });

export const knock = kindOf({
  kind: 'knock',
  of: 'job',
  version: 1,
  schema,
  say: ({ note }) => `Arm or sensor knocked${note ? `: ${note}` : ''}`,
  columns: ({ machine, note }) => ({ machine, note }),
});
