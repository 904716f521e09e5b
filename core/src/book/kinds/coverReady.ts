import { z } from 'zod';
import { formatStretch } from '../../units';
import { forwards, kindOf, pointsOf, stretch, wantingOf, whereSaid } from '../kind';

/** What is to hand, and answered, before a stretch is covered. */
export const coverPoints = {
  tape: 'Warning tape to hand',
  tracer: 'Tracer wire laid and joined through',
  tiles: 'Tiles or plates to hand',
  future: 'Asked what else is to go in, and answered',
} as const;
export type CoverPoint = keyof typeof coverPoints;
export const coverPointIds = Object.keys(coverPoints) as [CoverPoint, ...CoverPoint[]];

const schema = () =>
  z
    .strictObject({
      kind: z.literal('coverReady'),
      ...stretch(),
      points: pointsOf(coverPointIds),
      /** The issued plan it is covered by. */
      revision: z.uuid(),
    })
    .superRefine(forwards);

export const coverReady = kindOf({
  kind: 'coverReady',
  of: 'run',
  version: 1,
  needs: 'inspect',
  schema,
  say: ({ from, to, points }, units) => {
    const wrong = wantingOf(points, coverPoints);
    return `Before covering, ${formatStretch({ from, to }, units)}: ${wrong ? `not so: ${wrong}` : 'all to hand'}`;
  },
  where: whereSaid,
});
export type CoverReadyFact = z.infer<ReturnType<typeof schema>>;
