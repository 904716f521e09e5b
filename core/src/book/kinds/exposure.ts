import { z } from 'zod';
import { existingPlaceSchema, exposureSchema } from '../../job/schema/existing';
import { id } from '../../job/schema/basics';
import { formatLength, formatStation } from '../../units';
import { atStation, kindOf, whereSaid } from '../kind';

/**
 * What a dig for a line brought: where its top was met, or how deep was searched in vain. `where`: where the run had the line then. What was found says
 * nothing of a line that lies elsewhere on the run since.
 */
const schema = () =>
  z.strictObject({
    kind: z.literal('exposure'),
    line: id,
    /** What the line was called then. */
    name: z.string().max(80),
    where: existingPlaceSchema,
    record: exposureSchema,
  });

export const exposure = kindOf({
  kind: 'exposure',
  of: 'run',
  version: 1,
  schema,
  say: ({ name, record }, units) =>
    record.result === 'found'
      ? `${name} found at ${formatStation(record.station, units)}, ${formatLength(record.cover, units)} down${record.note ? `: ${record.note}` : ''}`
      : `${name} not found, searched to ${formatLength(record.depth, units)}${record.note ? `: ${record.note}` : ''}`,
  where: ({ record, where }) =>
    record.result === 'found' ? atStation(record.station) : where.kind === 'crossing' ? atStation(where.station) : whereSaid(where),
  columns: ({ line, name, record }) => {
    const says = { line, name, result: record.result, note: record.note };
    return record.result === 'found'
      ? { ...says, station: record.station, cover: record.cover, seen: record.seen }
      : { ...says, depth: record.depth };
  },
});
export type ExposureFact = z.infer<ReturnType<typeof schema>>;
