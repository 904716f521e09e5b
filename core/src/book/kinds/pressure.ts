import { z } from 'zod';
import { id } from '../../job/schema/basics';
import { formatPressure } from '../../units';
import { kindOf, without } from '../kind';

/** Hold test of one set of shores, a piece of the supports register: minutes from the first reading, pascals. */
const schema = () =>
  z.strictObject({
    kind: z.literal('pressure'),
    piece: id,
    readings: z
      .array(z.strictObject({ minute: z.number().min(0).max(600), pressure: z.number().min(0).max(5e7, 'A pressure is at most 50 MPa.') }))
      .min(2, 'A hold test has two readings at least.')
      .max(60, 'At most 60 readings.')
      .superRefine((readings, context) => {
        const wrong = readings.findIndex(({ minute }, i) => i > 0 && minute <= (readings[i - 1] as { minute: number }).minute);
        if (wrong > 0)
          context.addIssue({ code: 'custom', path: [wrong, 'minute'], message: 'The readings follow each other: give a later minute.' });
      }),
  });

export const pressure = kindOf({
  kind: 'pressure',
  of: 'run',
  version: 2,
  schema,
  // The first form named a set of the schedule, not what stood there: it is kept and holds for nothing that stands now.
  upgrade: ({ set, ...fact }) => ({
    ...without(fact, 'reach', 'place'),
    piece: `before-${String(set)
      .replace(/[^A-Za-z0-9-]/g, '-')
      .slice(0, 40)}`,
  }),
  say: ({ readings }, units) =>
    `Hold test, ${readings.length} readings to ${formatPressure((readings.at(-1) as { pressure: number }).pressure, units)}`,
  columns: ({ piece, readings }) => ({ piece, readings: readings.map((one) => `${one.minute} min ${one.pressure} Pa`).join('; ') }),
});
export type PressureTest = z.infer<ReturnType<typeof schema>>;
