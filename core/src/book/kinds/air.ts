import { z } from 'zod';
import { formatStation } from '../../units';
import { forwards, kindOf, stationAround, stretch, whereSaid } from '../kind';

const share = () => z.number().min(0, 'A share is 0 to 100 %.').max(1, 'A share is 0 to 100 %.');
const parts = () => z.number().min(0, 'It cannot be less than nothing.').max(10_000, 'At most 10,000 ppm.');
const reading = () =>
  z.strictObject({ station: stationAround(), oxygen: share(), flammable: share(), sulphide: parts(), monoxide: parts() });

/** What the meter said at the bottom, at stations from `from` to `to`: shares, and parts of a million. */
const schema = () =>
  z
    .strictObject({
      kind: z.literal('air'),
      ...stretch(),
      points: z.array(reading()).min(1, 'An air test has a reading at least.').max(200, 'At most 200 readings.'),
    })
    .superRefine((fact, context) => {
      forwards(fact, context);
      fact.points.forEach(({ station }, i) => {
        if (station < fact.from || station > fact.to)
          context.addIssue({
            code: 'custom',
            path: ['points', i, 'station'],
            message: 'This reading was taken outside the stretch; widen it.',
          });
        else if (i > 0 && station <= (fact.points[i - 1] as { station: number }).station)
          context.addIssue({ code: 'custom', path: ['points', i, 'station'], message: 'The stations go up from reading to reading.' });
      });
    });

export const air = kindOf({
  kind: 'air',
  of: 'run',
  version: 2,
  schema,
  // One reading for a whole stretch, nobody said where: it was taken somewhere in the middle, and speaks of no more than that.
  upgrade: ({ from, to, oxygen, flammable, sulphide, monoxide, ...fact }) => ({
    ...fact,
    from,
    to,
    points: [{ station: (Number(from) + Number(to)) / 2, oxygen, flammable, sulphide, monoxide }],
  }),
  say: ({ from, to, points }, units) =>
    `Air test, ${formatStation(from, units)} to ${formatStation(to, units)}: ${points.length} ${points.length === 1 ? 'reading' : 'readings'}`,
  where: whereSaid,
  columns: ({ points }) => ({
    readings: points
      .map((one) => `${one.station} m: ${one.oxygen} O2, ${one.flammable} flammable, ${one.sulphide} ppm H2S, ${one.monoxide} ppm CO`)
      .join('; '),
  }),
});
export type AirTest = z.infer<ReturnType<typeof schema>>;
export type AirReading = z.infer<ReturnType<typeof reading>>;
