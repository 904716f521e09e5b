import { z } from 'zod';
import { id } from '../../job/schema/basics';
import { formatStretch } from '../../units';
import { forwards, kindOf, pointsOf, stretch, wantingOf, whereSaid } from '../kind';

/** What is looked at on a line as it is laid. */
export const laidPoints = {
  order: 'Low end first, sockets upstream, slack left outside',
  clean: 'Clean inside, end capped',
  weighed: 'Weighed down',
  labelled: 'Tails coiled, capped and labelled',
  sleeved: 'Sleeve or fabric where a stone drain is crossed',
} as const;
export type LaidPoint = keyof typeof laidPoints;
export const laidPointIds = Object.keys(laidPoints) as [LaidPoint, ...LaidPoint[]];

/** A line laid from where to where, stick by stick or in one go. */
const schema = () =>
  z
    .strictObject({
      kind: z.literal('laid'),
      /** Id of the laid line, and what it was called then. */
      line: id,
      name: z.string().max(80),
      ...stretch(),
      points: pointsOf(laidPointIds),
      /** The issued plan it was laid by. */
      revision: z.uuid(),
    })
    .superRefine(forwards);

export const laid = kindOf({
  kind: 'laid',
  of: 'run',
  version: 1,
  schema,
  say: ({ name, from, to, points }, units) => {
    const wrong = wantingOf(points, laidPoints);
    return `${name} laid, ${formatStretch({ from, to }, units)}${wrong ? `; not so: ${wrong}` : ''}`;
  },
  where: whereSaid,
});
export type LaidFact = z.infer<ReturnType<typeof schema>>;
