import { z } from 'zod';
import { id, words } from '../../job/schema/basics';
import { formatStretch } from '../../units';
import { forwards, kindOf, stretch, whereSaid } from '../kind';

const pascals = () => z.number().min(-1e5, 'A pressure is at least a vacuum.').max(1e8, 'At most 1,000 bar.');
const celsius = () => z.number().min(-30, 'From −30 to 60 °C.').max(60, 'From −30 to 60 °C.');

/** Ways to test with air: methods of EN 1610, and the low-pressure test of the US trade. */
export const airMethods = ['LA', 'LB', 'LC', 'LD', 'US'] as const;
export type AirMethod = (typeof airMethods)[number];

/** What was tested and how it was set up. Pressures in pascals over the air, lengths in metres, volumes in m³. */
const how = () =>
  z.discriminatedUnion('of', [
    z.strictObject({
      of: z.literal('air'),
      method: z.enum(airMethods),
      /** Dry concrete takes longer to lose it. */
      dry: z.boolean(),
      /** Groundwater over the invert. */
      water: z.number().min(0).max(20, 'At most 20 m of water.'),
      /** Left to settle before the clock was started, minutes. */
      settled: z.number().min(0).max(1440),
      /** Plugs held by more than friction. */
      held: z.boolean(),
    }),
    z.strictObject({
      of: z.literal('water'),
      what: z.enum(['pipes', 'both', 'chambers']),
      /** Pressure at the lowest invert. */
      head: pascals(),
      /** Wetted inside of chambers, m²; pipes are known. */
      chambers: z.number().min(0).max(10_000),
    }),
    z.strictObject({
      of: z.literal('pressure'),
      asked: pascals(),
      minutes: z.number().min(1, 'It is held for a minute at least.').max(2880),
      /** Pumped in at the end to bring it back to where it began, m³; absent: not measured. */
      madeUp: z.number().min(0).max(100, 'At most 100 m³.').optional(),
    }),
    z.strictObject({ of: z.literal('mandrel'), size: z.number().min(0.005).max(3), through: z.boolean() }),
    z.strictObject({
      of: z.literal('insulation'),
      /** Of the tester. */
      volts: z.number().min(50, 'At least 50 V.').max(20_000, 'At most 20 kV.'),
      cover: z.enum(['before', 'after']),
      celsius: celsius(),
    }),
    z.strictObject({ of: z.literal('continuity'), celsius: celsius() }),
    z.strictObject({
      of: z.literal('flush'),
      loops: z.int().min(1, 'One loop at least.').max(200),
      /** Of all loops that run at once, m³/s. */
      flow: z.number().min(0).max(10),
      minutes: z.number().min(0).max(2880),
      /** Air came out at the end. */
      air: z.boolean(),
      both: z.boolean(),
    }),
  ]);
export type TestHow = z.infer<ReturnType<typeof how>>;
export type TestKind = TestHow['of'];

export const testKinds: Record<TestKind, string> = {
  air: 'Air test',
  water: 'Water test',
  pressure: 'Pressure test',
  mandrel: 'Mandrel',
  insulation: 'Insulation',
  continuity: 'Continuity',
  flush: 'Flushing',
};
export const testKindIds = Object.keys(testKinds) as [TestKind, ...TestKind[]];

/** A line tested from where to where. What came of it is worked out from the readings, never typed. */
const schema = () =>
  z
    .strictObject({
      kind: z.literal('test'),
      line: id,
      name: z.string().max(80),
      ...stretch(),
      how: how(),
      /** Minutes since the clock was started, and what was read then: pascals, m³ filled up so far, or ohms. */
      readings: z
        .array(
          z.strictObject({
            minute: z.number().min(0, 'Time runs from the start.').max(100_000),
            value: z.number().min(-1e8).max(1e15),
            celsius: celsius().optional(),
          }),
        )
        .max(500, 'At most 500 readings.'),
      /** End of the gauge's scale; null: not said. */
      gauge: z.number().min(0).max(1e9).nullable(),
      /** The entry of the failed test it repeats; null: none. */
      repeats: z.uuid().nullable(),
      witness: words(120),
      revision: z.uuid(),
      note: words(300),
    })
    .superRefine(forwards);

export const test = kindOf({
  kind: 'test',
  of: 'run',
  version: 1,
  schema,
  say: ({ name, from, to, how: { of }, readings, repeats, witness }, units) =>
    `${name}, ${testKinds[of].toLowerCase()}, ${formatStretch({ from, to }, units)}${readings.length > 0 ? `: ${readings.length} readings` : ''}${repeats ? ', repeated' : ''}${witness ? `, seen by ${witness}` : ''}`,
  where: whereSaid,
});
export type TestFact = z.infer<ReturnType<typeof schema>>;
