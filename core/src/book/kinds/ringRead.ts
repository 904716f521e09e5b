import { z } from 'zod';
import { id, words } from '../../job/schema/basics';
import { formatLength, formatStation } from '../../units';
import { atStation, kindOf, stationAround } from '../kind';

/** How high a pipe is inside at a station, measured after the fill, metres. */
const schema = () =>
  z.strictObject({
    kind: z.literal('ringRead'),
    line: id,
    name: z.string().max(80),
    station: stationAround(),
    height: z.number().min(0.005, 'At least 5 mm.').max(3, 'At most 3 m.'),
    revision: z.uuid(),
    note: words(200),
  });

export const ringRead = kindOf({
  kind: 'ringRead',
  of: 'run',
  version: 1,
  schema,
  say: ({ name, station, height, note }, units) =>
    `${name} is ${formatLength(height, units, 'size')} high inside at ${formatStation(station, units)}${note ? `, ${note}` : ''}`,
  where: ({ station }) => atStation(station),
});
export type RingFact = z.infer<ReturnType<typeof schema>>;
