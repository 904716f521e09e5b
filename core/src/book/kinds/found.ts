import { z } from 'zod';
import { text, words } from '../../job/schema/basics';
import { foundThings, type FoundThing } from '../../job';
import { formatLength, formatStretch } from '../../units';
import { depth, forwards, kindOf, stretch, whereSaid } from '../kind';

const things = Object.keys(foundThings) as [FoundThing, ...FoundThing[]];

/** Something nobody expected, met while digging: it shuts Clear to dig there until somebody says what was done about it. It cannot be taken back. */
const foundSchema = () =>
  z
    .strictObject({
      kind: z.literal('found'),
      what: z.enum(things),
      ...stretch(),
      /** Down from the ground; null: not measured. */
      depth: depth().nullable(),
      note: words(300),
    })
    .superRefine(forwards);

export const found = kindOf({
  kind: 'found',
  of: 'run',
  version: 1,
  schema: foundSchema,
  say: ({ what, from, to, depth: down, note }, units) =>
    `Found, ${formatStretch({ from, to }, units)}: ${foundThings[what].name.toLowerCase()}${down === null ? '' : `, ${formatLength(down, units)} down`}${note ? `, ${note}` : ''}`,
  where: whereSaid,
  columns: ({ what, from, to, depth: down, note }) => ({ what, from, to, depth: down ?? '', note }),
});

/** What was done about something found, by somebody who knew of it: digging may go on there. */
const settledSchema = () =>
  z.strictObject({
    kind: z.literal('settled'),
    /** Id of the entry of what was found. */
    found: z.uuid(),
    how: text(300),
  });

export const settled = kindOf({
  kind: 'settled',
  of: 'run',
  version: 1,
  needs: 'inspect',
  schema: settledSchema,
  say: ({ how }) => `Settled what was found: ${how}`,
  columns: ({ found: about, how }) => ({ found: about, how }),
});
