import { z } from 'zod';
import { words } from '../../job/schema/basics';
import { formatStretch } from '../../units';
import { forwards, kindOf, stretch } from '../kind';

export const happenings = {
  rain: 'It rained',
  water: 'Water came in',
  fall: 'Ground fell or cracked',
  shake: 'Something shook the ground',
  struck: 'Supports were struck or moved',
  closed: 'Closed by hand',
} as const;
export type Happening = keyof typeof happenings;

/** Something after which everything there is looked at again. `where` null: all along the run. It cannot be taken back. */
const schema = () =>
  z.strictObject({
    kind: z.literal('happening'),
    what: z.enum(Object.keys(happenings) as [Happening, ...Happening[]]),
    where: z.strictObject(stretch()).superRefine(forwards).nullable(),
    note: words(300),
  });

export const happening = kindOf({
  kind: 'happening',
  of: 'run',
  version: 2,
  schema,
  upgrade: (fact) => ({ where: null, ...fact }),
  say: ({ what, note, where }, units) => `${happenings[what]}${where ? `, ${formatStretch(where, units)}` : ''}${note ? `: ${note}` : ''}`,
  where: ({ where }) => where,
  columns: ({ what, note }) => ({ what, note }),
});
