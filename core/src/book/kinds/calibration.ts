import { z } from 'zod';
import { level, words } from '../../job/schema/basics';
import { formatLength } from '../../units';
import { kindOf } from '../kind';
import { bucketWidth } from './bucketOn';

/** How the teeth are brought back to one point, to see whether the sensors say the same of it each time. */
export const poses = { out: 'Arm out', in: 'Arm in', curled: 'Bucket curled', turned: 'Turned half round' } as const;
export type TrialPose = keyof typeof poses;
export const poseIds = Object.keys(poses) as [TrialPose, ...TrialPose[]];

/** Sensors of an arm tried on one point in several poses: what they said of its level in each, metres. Said of one machine with one bucket. */
const schema = () =>
  z
    .strictObject({
      kind: z.literal('calibration'),
      machine: z.string().min(1).max(60),
      bucket: bucketWidth(),
      poses: z
        .array(z.strictObject({ pose: z.enum(poseIds), level }))
        .min(2, 'At least two poses: one alone agrees with itself.')
        .max(8),
      note: words(200),
    })
    .superRefine(({ poses: tried }, context) => {
      if (new Set(tried.map(({ pose }) => pose)).size < tried.length)
        context.addIssue({ code: 'custom', path: ['poses'], message: 'A pose is there twice; each is tried once.' });
    });

/** How far apart what the sensors said of one point is, metres: the greatest difference of any two poses. */
export const closureOf = ({ poses: tried }: Pick<CalibrationFact, 'poses'>): number =>
  Math.max(...tried.map(({ level: at }) => at)) - Math.min(...tried.map(({ level: at }) => at));

export const calibration = kindOf({
  kind: 'calibration',
  of: 'job',
  version: 1,
  schema,
  say: (fact, units) =>
    `Sensors tried with the bucket of ${formatLength(fact.bucket, units)}, ${fact.poses.length} poses: within ${formatLength(closureOf(fact), units, 'level')}${fact.note ? `, ${fact.note}` : ''}`,
  columns: ({ machine, bucket, poses: tried, note }) => ({
    machine,
    bucket,
    closure: closureOf({ poses: tried }),
    poses: tried.map(({ pose, level: at }) => `${pose} ${at}`).join('; '),
    note,
  }),
});
export type CalibrationFact = z.infer<ReturnType<typeof schema>>;
