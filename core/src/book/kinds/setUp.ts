import { z } from 'zod';
import { id, level, text, words } from '../../job/schema/basics';
import { formatGradient, formatLength, formatStation } from '../../units';
import { kindOf, stationAround } from '../kind';

/** How levels are carried along the trench: each makes a plane of sight over the work. */
export const levelMeans = {
  level: 'Level and rod',
  laser: 'Laser and rod',
  string: 'String and traveller',
  pipeLaser: 'Pipe laser',
  sensors: 'Sensors on the arm',
} as const;
export type LevelMeans = keyof typeof levelMeans;
const meansIds = Object.keys(levelMeans) as [LevelMeans, ...LevelMeans[]];

/** A benchmark as it was used: its level is of that day, whatever is said of it later. */
export const usedBenchmark = () => z.strictObject({ id, name: text(40), level });
export const reading = () =>
  z.number().min(-10, 'A reading is from −10 m (rod upside down) to 10 m.').max(10, 'A reading is from −10 m (rod upside down) to 10 m.');

/**
 * An instrument set up, or lines strung: its plane is at the benchmark's level and the backsight at the station `from`, and falls `fall` a metre of the run,
 * positive in the direction of stations. Lengths and stations in metres.
 */
const schema = () =>
  z.strictObject({
    kind: z.literal('setUp'),
    means: z.enum(meansIds),
    benchmark: usedBenchmark(),
    backsight: reading(),
    fall: z.number().min(-1, 'A plane falls at most 1:1.').max(1, 'A plane falls at most 1:1.'),
    from: stationAround(),
    /** With sensors on the arm: the fall set in the machine, metre for metre; null with anything else. */
    set: z.number().min(-1, 'A slope is at most 1:1.').max(1, 'A slope is at most 1:1.').nullable(),
    /** What can be read on the staff, up to. */
    rod: z.number().min(0.3, 'A staff is 0.3 m to 10 m long.').max(10, 'A staff is 0.3 m to 10 m long.'),
    /** Which way the work goes on: with the stations or against them. */
    travel: z.enum(['up', 'down']),
    /** The issued plan it was set up for. */
    revision: z.uuid(),
    note: words(200),
  });

export const setUp = kindOf({
  kind: 'setUp',
  of: 'run',
  version: 1,
  schema,
  say: ({ means, benchmark, backsight, fall, from }, units) =>
    `${levelMeans[means]} set up on ${benchmark.name}, ${formatLength(benchmark.level + backsight, units, 'level')} at ${formatStation(from, units)}, ${
      fall === 0 ? 'level' : `${fall > 0 ? 'falls' : 'rises'} ${formatGradient(Math.abs(fall), units)}`
    }`,
  columns: ({ means, benchmark, backsight, fall, from, set, rod, travel, note }) => ({
    means,
    benchmark: benchmark.name,
    level: benchmark.level,
    backsight,
    fall,
    from,
    set: set ?? '',
    rod,
    travel,
    note,
  }),
});
export type SetUpFact = z.infer<ReturnType<typeof schema>>;
