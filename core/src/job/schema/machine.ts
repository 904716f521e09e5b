import { z } from 'zod';
import { deepestReach, type Machine } from '../../catalogue';
import { formatLength } from '../../units';
import { text } from './basics';

const metres = (least: number, most: number) => z.number().min(least, `At least ${least} m.`).max(most, `At most ${most} m.`);
const angle = z
  .number()
  .min(-2 * Math.PI, 'Angles go once round.')
  .max(2 * Math.PI, 'Angles go once round.');
const turn = z.tuple([angle, angle]);

/** A machine of the job's own; the same shape as the catalogue's. Metres, kilograms, newtons, seconds, radians. */
export const machineSchema = z
  .strictObject({
    id: z.string().regex(/^own-[a-z0-9-]{1,40}$/, 'The id of an own machine begins with “own-”.'),
    name: text(80),
    mass: z.number().min(300, 'At least 300 kg.').max(30_000, 'At most 30 t.'),
    width: metres(0.4, 4),
    widthOut: metres(0.4, 4),
    height: metres(1, 5),
    track: metres(0.1, 1),
    reachUp: metres(1, 12),
    arm: z.strictObject({
      foot: z.strictObject({ x: metres(-2, 3), z: metres(0, 3) }),
      boom: metres(0.3, 8),
      stick: metres(0.2, 6),
      tip: metres(0.1, 3),
      boomTurn: turn,
      stickTurn: turn,
      tipTurn: turn,
    }),
    buckets: z.array(metres(0.05, 3)).min(1, 'It needs a bucket.').max(12, 'At most 12 buckets.'),
    bucketArea: z.number().min(0.005, 'A bucket holds something.').max(2, 'At most 2 m³ a metre of width.'),
    cycle: z.number().min(4, 'A cycle takes at least 4 s.').max(120, 'A cycle takes at most 120 s.'),
    cog: metres(-2, 3),
    front: metres(0.2, 4),
    blade: metres(0.2, 5),
    tail: metres(0.3, 4),
    offset: metres(0, 2),
    lift: z.number().min(10, 'At least 10 kg·m.').max(200_000, 'At most 200,000 kg·m.'),
    breakout: z.strictObject({ bucket: z.number().min(500).max(200_000), stick: z.number().min(500).max(200_000) }),
    hour: z.number().min(0, 'A rate cannot be less than nothing.').max(1e6, 'A rate is at most 1,000,000.'),
    fuel: z.number().min(0.2, 'At least 0.2 l/h.').max(40, 'At most 40 l/h.'),
    outline: z
      .array(z.strictObject({ y: metres(0, 3), z: metres(0, 5) }))
      .min(2)
      .max(12),
    basis: text(200),
  })
  .superRefine(({ arm, width, widthOut, track, cog, front }, context) => {
    const say = (path: string[], message: string) => context.addIssue({ code: 'custom', path, message });
    const metre = (value: number) => formatLength(value, 'metric');
    for (const key of ['boomTurn', 'stickTurn', 'tipTurn'] as const)
      if (arm[key][0] >= arm[key][1]) return say(['arm', key], 'The joint turns nowhere: give its lowest angle first.');
    const deepest = deepestReach(arm);
    if (deepest <= 0)
      say(
        ['arm', 'foot', 'z'],
        `Its teeth come no lower than ${metre(-deepest)} above the ground: with a foot at ${metre(arm.foot.z)} it digs nothing.`,
      );
    if (widthOut < width) say(['widthOut'], `Out, the tracks are at least as wide as in: ${metre(widthOut)} is less than ${metre(width)}.`);
    if (2 * track >= width)
      say(['track'], `Two tracks of ${metre(track)} are ${metre(2 * track)}, and the machine is ${metre(width)} over them.`);
    if (Math.abs(cog) >= front)
      say(
        ['cog'],
        `Its centre of gravity, ${metre(Math.abs(cog))} from the swing axis, lies outside its tracks, which reach ${metre(front)}: it would tip by itself.`,
      );
    return undefined;
  }) satisfies z.ZodType<Machine & { id: string }>;

export type OwnMachine = z.infer<typeof machineSchema>;
