import { z } from 'zod';
import { words } from '../../job/schema/basics';
import { formatLength, formatStation } from '../../units';
import { atStation, kindOf, stationAround } from '../kind';

const offset = () =>
  z.number().min(0, 'An offset is measured outwards: it is never less than nothing.').max(30, 'An offset is at most 30 m.');

/** The edges of the dig as they were marked at a station: how far each lies from the centre line, metres, looking up the stations. */
const schema = () =>
  z.strictObject({
    kind: z.literal('setOut'),
    station: stationAround(),
    left: offset(),
    right: offset(),
    /** The issued plan it was set out by. */
    revision: z.uuid(),
    note: words(200),
  });

export const setOut = kindOf({
  kind: 'setOut',
  of: 'run',
  version: 1,
  schema,
  say: ({ station, left, right, note }, units) =>
    `Set out at ${formatStation(station, units)}: ${formatLength(left, units)} left and ${formatLength(right, units)} right of the centre line${note ? `, ${note}` : ''}`,
  where: ({ station }) => atStation(station),
  columns: ({ station, left, right, note }) => ({ station, left, right, note }),
});
export type SetOutFact = z.infer<ReturnType<typeof schema>>;
