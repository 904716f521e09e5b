import { z } from 'zod';
import { id, words } from '../../job/schema/basics';
import { formatForce, formatStation } from '../../units';
import { atStation, kindOf, stationAround } from '../kind';

/** What a pull gauge said when the end of a cable had come to a station, newtons. */
const schema = () =>
  z.strictObject({
    kind: z.literal('pulled'),
    line: id,
    name: z.string().max(80),
    /** Drawn from the end of the line with the lesser station, or the greater. */
    from: z.enum(['start', 'end']),
    station: stationAround(),
    tension: z.number().min(0, 'A pull cannot be less than nothing.').max(1e6, 'A pull is at most 1 MN.'),
    revision: z.uuid(),
    note: words(200),
  });

export const pulled = kindOf({
  kind: 'pulled',
  of: 'run',
  version: 1,
  schema,
  say: ({ name, station, tension, note }, units) =>
    `${name} drawn to ${formatStation(station, units)} with ${formatForce(tension, units)}${note ? `, ${note}` : ''}`,
  where: ({ station }) => atStation(station),
});
export type PulledFact = z.infer<ReturnType<typeof schema>>;
