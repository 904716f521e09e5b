import { z } from 'zod';
import { text, words } from '../../job/schema/basics';
import { formatMassOf, formatStretch } from '../../units';
import { forwards, kindOf, stretch, whereSaid } from '../kind';

/** A load in the air over a stretch: nobody is to be there until it is set down. It cannot be taken back. */
const liftedSchema = () =>
  z
    .strictObject({
      kind: z.literal('lifted'),
      what: text(120),
      /** Without its sling, kilograms. */
      mass: z.number().min(0.1, 'At least 0.1 kg.').max(100_000, 'At most 100 t.'),
      ...stretch(),
      note: words(200),
    })
    .superRefine(forwards);

export const lifted = kindOf({
  kind: 'lifted',
  of: 'run',
  version: 1,
  schema: liftedSchema,
  say: ({ what, mass, from, to, note }, units) =>
    `In the air, ${formatStretch({ from, to }, units)}: ${what}, ${formatMassOf(mass, units)}${note ? `, ${note}` : ''}`,
  where: whereSaid,
});

/** A load set down, by somebody who knew that it was up. */
const setDownSchema = () =>
  z.strictObject({
    kind: z.literal('setDown'),
    /** Id of the entry of the load in the air. */
    lift: z.uuid(),
    note: words(200),
  });

export const setDown = kindOf({
  kind: 'setDown',
  of: 'run',
  version: 1,
  schema: setDownSchema,
  say: ({ note }) => `Set down and unhooked${note ? `: ${note}` : ''}`,
});
