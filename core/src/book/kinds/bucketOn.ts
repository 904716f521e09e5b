import { z } from 'zod';
import { words } from '../../job/schema/basics';
import { formatLength } from '../../units';
import { kindOf } from '../kind';

export const bucketWidth = () => z.number().min(0.05, 'A bucket is at least 50 mm wide.').max(4, 'A bucket is at most 4 m wide.');

/** A bucket put on, and whether it held when it was dropped to the ground and dragged, teeth down, with nobody near. Width in metres. */
const schema = () =>
  z.strictObject({
    kind: z.literal('bucketOn'),
    machine: z.string().min(1).max(60),
    bucket: bucketWidth(),
    held: z.boolean(),
    note: words(200),
  });

export const bucketOn = kindOf({
  kind: 'bucketOn',
  of: 'job',
  version: 1,
  schema,
  say: ({ bucket, held, note }, units) =>
    `Bucket of ${formatLength(bucket, units)} put on, dropped and dragged: ${held ? 'it held' : 'it did not hold'}${note ? `, ${note}` : ''}`,
  columns: ({ machine, bucket, held, note }) => ({ machine, bucket, held, note }),
});
