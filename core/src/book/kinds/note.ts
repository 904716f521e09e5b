import { z } from 'zod';
import { words } from '../../job/schema/basics';
import { formatStation } from '../../units';
import { atStation, kindOf, stationAround } from '../kind';

/** Something seen that shuts and opens nothing: words, photos or both. `station` null: it is of the run as a whole. */
const schema = () =>
  z.strictObject({
    kind: z.literal('note'),
    station: stationAround().nullable(),
    note: words(300),
  });

export const note = kindOf({
  kind: 'note',
  of: 'run',
  version: 1,
  schema,
  say: ({ station, note: said }, units) =>
    `Seen${station === null ? '' : ` at ${formatStation(station, units)}`}${said ? `: ${said}` : ''}`,
  where: ({ station }) => (station === null ? null : atStation(station)),
  columns: ({ station, note: said }) => ({ station: station ?? '', note: said }),
});
export type NoteFact = z.infer<ReturnType<typeof schema>>;
