import { z } from 'zod';
import { words } from '../../job/schema/basics';
import { formatHours, formatStretch } from '../../units';
import { forwards, kindOf, stretch, whereSaid } from '../kind';

/** What is done along a run while it is dug, in the order it is done. */
export const shiftWorks = { cleared: 'Cleared by layers', dug: 'Dug', protected: 'Walls held' } as const;
export type ShiftWork = keyof typeof shiftWorks;
export const shiftWorkIds = Object.keys(shiftWorks) as [ShiftWork, ...ShiftWork[]];

export const weathers = { dry: 'Dry', showers: 'Showers', rain: 'Rain', frost: 'Frost', heat: 'Heat' } as const;
export type Weather = keyof typeof weathers;

/** What was done in one go, from where to where. Hours null: nobody looked at the clock. */
const schema = () =>
  z
    .strictObject({
      kind: z.literal('shift'),
      work: z.enum(shiftWorkIds),
      ...stretch(),
      hours: z.number().min(0.05, 'It took some time.').max(24, 'A shift has at most 24 hours.').nullable(),
      /** What dug, by its id; null: by hand. */
      machine: z.string().min(1).max(60).nullable(),
      weather: z.enum(Object.keys(weathers) as [Weather, ...Weather[]]),
      /** The issued plan it was done by. */
      revision: z.uuid(),
      note: words(200),
    })
    .superRefine(forwards);

export const shift = kindOf({
  kind: 'shift',
  of: 'run',
  version: 1,
  schema,
  say: ({ work, from, to, hours, weather, note }, units) =>
    [
      `${shiftWorks[work]}, ${formatStretch({ from, to }, units)}`,
      ...(hours === null ? [] : [`in ${formatHours(hours)}`]),
      weathers[weather].toLowerCase(),
      ...(note ? [note] : []),
    ].join(', '),
  where: whereSaid,
  columns: ({ work, from, to, hours, machine, weather, note }) => ({
    work,
    from,
    to,
    hours: hours ?? '',
    machine: machine ?? 'by hand',
    weather,
    note,
  }),
});
export type ShiftFact = z.infer<ReturnType<typeof schema>>;
