import { z } from 'zod';
import { words } from '../../job/schema/basics';
import { formatStation } from '../../units';
import { atStation, kindOf, stationAround } from '../kind';

/** How a machine stands before it digs, in the order somebody in the cab looks. */
export const standPoints = {
  level: 'It stands level, on firm ground or boards',
  edge: 'Both tracks clear of the lip',
  swing: 'Nobody within the swing; whoever guides stands in sight',
  over: 'Nothing overhead within reach of the arm',
} as const;
export type StandPoint = keyof typeof standPoints;
export const standPointIds = Object.keys(standPoints) as [StandPoint, ...StandPoint[]];

/** A place of the machine: where it stands, which end its blade is at, and how it stands. */
const schema = () =>
  z.strictObject({
    kind: z.literal('stand'),
    machine: z.string().min(1).max(60),
    station: stationAround(),
    /** Towards the dig, or away from it. */
    blade: z.enum(['ahead', 'behind']),
    bladeDown: z.boolean(),
    points: z
      .array(z.strictObject({ id: z.enum(standPointIds), ok: z.boolean() }))
      .min(1)
      .max(20),
    note: words(200),
  });

export const stand = kindOf({
  kind: 'stand',
  of: 'run',
  version: 1,
  schema,
  say: ({ station, blade, bladeDown, points, note }, units) => {
    const wrong = points.filter(({ ok }) => !ok).map(({ id }) => standPoints[id].toLowerCase());
    return `Machine stands at ${formatStation(station, units)}, blade ${blade}${bladeDown ? ' and down' : ''}${wrong.length > 0 ? `; not so: ${wrong.join('; ')}` : ''}${note ? `: ${note}` : ''}`;
  },
  where: ({ station }) => atStation(station),
  columns: ({ machine, station, blade, bladeDown, points, note }) => ({
    machine,
    station,
    blade,
    bladeDown,
    wanting: points
      .filter(({ ok }) => !ok)
      .map(({ id }) => id)
      .join('; '),
    note,
  }),
});
