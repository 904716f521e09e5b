import { z } from 'zod';
import { words } from '../../job/schema/basics';
import { kindOf } from '../kind';

/** What of a machine is looked at before it works. */
export const dayPoints = {
  fluids: 'Oil, coolant, fuel and grease',
  hoses: 'Hoses and rams: none wet, none chafed',
  pins: 'Pins, bushes and their keepers',
  hitch: 'Hitch closed, its lock seen',
  tracks: 'Tracks tight, blade up and down',
  alarm: 'Alarm, lights, belt, mirrors',
} as const;
export type DayPoint = keyof typeof dayPoints;
export const dayPointIds = Object.keys(dayPoints) as [DayPoint, ...DayPoint[]];

/** A machine looked over before a shift, each point answered. */
const schema = () =>
  z.strictObject({
    kind: z.literal('machineDay'),
    /** Of the catalogue or of the job's own. */
    machine: z.string().min(1).max(60),
    points: z
      .array(z.strictObject({ id: z.enum(dayPointIds), ok: z.boolean(), note: words(200) }))
      .min(1, 'Looking a machine over answers at least one point.')
      .max(20),
  });

export const machineDay = kindOf({
  kind: 'machineDay',
  of: 'job',
  version: 1,
  schema,
  say: ({ points }) => {
    const wrong = points.filter(({ ok }) => !ok);
    return wrong.length === 0
      ? 'Machine looked over: in order'
      : `Machine looked over, wanting: ${wrong.map(({ id, note }) => `${dayPoints[id].toLowerCase()}${note ? ` (${note})` : ''}`).join('; ')}`;
  },
  columns: ({ machine, points }) => ({
    machine,
    looked: points.length,
    wanting: points
      .filter(({ ok }) => !ok)
      .map(({ id, note }) => (note ? `${id} (${note})` : id))
      .join('; '),
  }),
});
