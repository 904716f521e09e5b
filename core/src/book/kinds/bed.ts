import { z } from 'zod';
import { words } from '../../job/schema/basics';
import { formatLength, formatStation } from '../../units';
import { atStation, kindOf, stationAround } from '../kind';

/** How thick the bed was at a station before anything was laid on it, metres. */
const schema = () =>
  z.strictObject({
    kind: z.literal('bed'),
    station: stationAround(),
    thickness: z.number().min(0, 'A bed cannot be thinner than nothing.').max(2, 'A bed is at most 2 m thick.'),
    /** The issued plan it was made by. */
    revision: z.uuid(),
    note: words(200),
  });

export const bed = kindOf({
  kind: 'bed',
  of: 'run',
  version: 1,
  schema,
  say: ({ station, thickness, note }, units) =>
    `Bed at ${formatStation(station, units)}: ${formatLength(thickness, units, 'size')}${note ? `, ${note}` : ''}`,
  where: ({ station }) => atStation(station),
});
export type BedFact = z.infer<ReturnType<typeof schema>>;
