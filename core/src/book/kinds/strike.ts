import { z } from 'zod';
import { words } from '../../job/schema/basics';
import { formatStation } from '../../units';
import { atStation, kindOf, stationAround } from '../kind';

/** The machine moved and its sensors were struck again off the plane of a set-up: a place begins here. */
const schema = () =>
  z.strictObject({
    kind: z.literal('strike'),
    /** Id of the entry of the set-up. */
    setUp: z.uuid(),
    /** Where the teeth touched. */
    station: stationAround(),
    note: words(200),
  });

export const strike = kindOf({
  kind: 'strike',
  of: 'run',
  version: 1,
  schema,
  say: ({ station, note }, units) => `Machine moved and struck again at ${formatStation(station, units)}${note ? `: ${note}` : ''}`,
  where: ({ station }) => atStation(station),
  columns: ({ setUp, station, note }) => ({ setUp, station, note }),
});
