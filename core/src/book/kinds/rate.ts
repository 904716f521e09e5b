import { z } from 'zod';
import { activities } from '../../job';
import { words } from '../../job/schema/basics';
import { kindOf } from '../kind';

/** What the crew got done in some hours: `amount` in m³ (dig, hand, bed, fill), m (lay), pieces (protect) or moves. */
const schema = () =>
  z.strictObject({
    kind: z.literal('rate'),
    activity: z.enum(activities),
    amount: z.number().min(0.01, 'More than nothing was done.').max(1e5, 'At most 100,000.'),
    hours: z.number().min(0.01, 'It took some time.').max(1e4, 'At most 10,000 h.'),
    note: words(120),
    /** The machine it was measured with, by its id. */
    machine: z.string().min(1).max(60).nullable(),
  });

export const rate = kindOf({
  kind: 'rate',
  of: 'job',
  version: 1,
  schema,
  say: ({ activity, amount, hours, note }) => `Own rate, ${activity}: ${amount} in ${hours} h${note ? `: ${note}` : ''}`,
  columns: ({ activity, amount, hours, note, machine }) => ({ activity, amount, hours, note, machine: machine ?? '' }),
});
