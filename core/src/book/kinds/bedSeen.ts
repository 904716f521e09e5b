import { z } from 'zod';
import { formatStretch } from '../../units';
import { forwards, kindOf, pointsOf, stretch, wantingOf, whereSaid } from '../kind';

/** What is looked at on the bed before anything is laid, and again when it lies: stones fall in and sand moves. */
export const bedPoints = {
  clean: 'Stones and lumps out',
  dry: 'No water stands on it',
  shaped: 'Shaped to the pipe, hollows for sockets',
  fallen: 'No stone fell in, none under the line',
  firm: 'Bed not moved, the line lies on it all along',
  haunch: 'Haunch knifed in on both sides',
} as const;
export type BedPoint = keyof typeof bedPoints;
export const bedPointIds = Object.keys(bedPoints) as [BedPoint, ...BedPoint[]];

/** The bed looked at along a stretch, before laying or after: two entries, never one for both. */
const schema = () =>
  z
    .strictObject({
      kind: z.literal('bedSeen'),
      when: z.enum(['before', 'after']),
      ...stretch(),
      points: pointsOf(bedPointIds),
      /** The issued plan it was made by. */
      revision: z.uuid(),
    })
    .superRefine(forwards);

export const bedSeen = kindOf({
  kind: 'bedSeen',
  of: 'run',
  version: 1,
  schema,
  say: ({ when, from, to, points }, units) => {
    const wrong = wantingOf(points, bedPoints);
    return `Bed looked at ${when === 'before' ? 'before laying' : 'after laying'}, ${formatStretch({ from, to }, units)}: ${wrong ? `not so: ${wrong}` : 'in order'}`;
  },
  where: whereSaid,
});
export type BedSeenFact = z.infer<ReturnType<typeof schema>>;
