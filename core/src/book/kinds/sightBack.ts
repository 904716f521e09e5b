import { z } from 'zod';
import { words } from '../../job/schema/basics';
import { formatLength } from '../../units';
import { kindOf } from '../kind';
import { reading, usedBenchmark } from './setUp';

/** A sight back on a benchmark that closes a set-up: whether it stood all the while as it did at first. */
const schema = () =>
  z.strictObject({
    kind: z.literal('sightBack'),
    /** Id of the entry of the set-up. */
    setUp: z.uuid(),
    benchmark: usedBenchmark(),
    reading: reading(),
    note: words(200),
  });

export const sightBack = kindOf({
  kind: 'sightBack',
  of: 'run',
  version: 1,
  schema,
  say: ({ benchmark, reading: read }, units) => `Sight back on ${benchmark.name}: ${formatLength(read, units, 'level')}`,
  columns: ({ setUp, benchmark, reading: read, note }) => ({
    setUp,
    benchmark: benchmark.name,
    level: benchmark.level,
    reading: read,
    note,
  }),
});
