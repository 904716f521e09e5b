import { z } from 'zod';
import { id, level, planPoint, text, words } from '../../job/schema/basics';
import { formatLength, formatStation } from '../../units';
import { atStation, depth, kindOf, stationAround } from '../kind';

/** What is measured where it was laid. */
export const asLaidThings = {
  along: 'Line',
  end: 'End',
  bend: 'Bend',
  joint: 'Joint',
  structure: 'Structure',
  crossing: 'Crossing',
  tail: 'Tail',
  met: 'Line met',
} as const;
export type AsLaidThing = keyof typeof asLaidThings;
export const asLaidThingIds = Object.keys(asLaidThings) as [AsLaidThing, ...AsLaidThing[]];

/** A tape's length, metres. */
const tape = () => z.number().min(0.01, 'A tape is at least 10 mm long.').max(500, 'A tape is at most 500 m long.');
/** A point tapes are held at: where it was when it was used, whatever is said of it later. */
const held = () => z.strictObject({ id: z.uuid(), name: text(60), at: planPoint });

/** Where it lies: beside a station, by coordinates, or by two tapes and the side they meet on, seen from the first point to the second. */
const place = () =>
  z.discriminatedUnion('by', [
    z.strictObject({
      by: z.literal('station'),
      station: stationAround(),
      offset: z.number().min(-50, 'At most 50 m aside.').max(50, 'At most 50 m aside.'),
    }),
    z.strictObject({ by: z.literal('coordinates'), at: planPoint }),
    z.strictObject({
      by: z.literal('tapes'),
      points: z.tuple([held(), held()]),
      lengths: z.tuple([tape(), tape()]),
      side: z.enum(['left', 'right']),
      third: z.strictObject({ point: held(), length: tape() }).nullable(),
    }),
  ]);
export type AsLaidPlace = z.infer<ReturnType<typeof place>>;

/** How high its top lies: a level, cover under the finished surface, or not measured. */
const height = () =>
  z
    .discriminatedUnion('as', [
      z.strictObject({ as: z.literal('level'), value: level, setUp: z.uuid().nullable() }),
      z.strictObject({ as: z.literal('cover'), value: depth() }),
    ])
    .nullable();

/** A point as it was laid, measured before it was covered. `station` is where the plan has it; `of` what it is: id of a structure, or of a line that was met. */
const schema = () =>
  z.strictObject({
    kind: z.literal('asLaid'),
    what: z.enum(asLaidThingIds),
    line: id,
    name: words(80),
    of: words(80),
    station: stationAround(),
    place: place(),
    height: height(),
    revision: z.uuid(),
    note: words(200),
  });

export const asLaid = kindOf({
  kind: 'asLaid',
  of: 'run',
  version: 1,
  schema,
  say: ({ what, name, station, place: where, height: up, note }, units) =>
    [
      `As laid, ${asLaidThings[what].toLowerCase()}${name ? ` ${name}` : ''} at ${formatStation(station, units)}`,
      where.by === 'tapes'
        ? `${where.points.map((point, i) => `${formatLength(where.lengths[i] as number, units)} from ${point.name}`).join(', ')}`
        : where.by === 'station'
          ? `${formatLength(Math.abs(where.offset), units)} ${where.offset < 0 ? 'left' : 'right'}`
          : 'by coordinates',
      ...(up ? [up.as === 'cover' ? `cover ${formatLength(up.value, units)}` : `top at ${formatLength(up.value, units, 'level')}`] : []),
      ...(note ? [note] : []),
    ].join(', '),
  where: ({ station }) => atStation(station),
});
export type AsLaidFact = z.infer<ReturnType<typeof schema>>;

/** A point that stays: a corner, a post, a manhole. Metres on the plan. */
const pointSchema = () => z.strictObject({ kind: z.literal('tiePoint'), name: text(60), at: planPoint, note: words(200) });
export const tiePoint = kindOf({
  kind: 'tiePoint',
  of: 'run',
  version: 1,
  schema: pointSchema,
  say: ({ name, note }) => `Point to tape from: ${name}${note ? `, ${note}` : ''}`,
});
export type TiePointFact = z.infer<ReturnType<typeof pointSchema>>;

/** The run signed off by its competent person, and taken over by whoever keeps it. `open` is what was still to be seen to. */
const closedSchema = () =>
  z.strictObject({
    kind: z.literal('closed'),
    as: z.enum(['closed', 'takenOver']),
    who: text(80),
    open: z.int().min(0).max(10_000),
    note: words(300),
  });
export const closed = kindOf({
  kind: 'closed',
  of: 'run',
  version: 1,
  needs: 'inspect',
  schema: closedSchema,
  say: ({ as, who, open, note }) =>
    `${as === 'closed' ? 'Closed' : 'Taken over'} by ${who}${open > 0 ? `, ${open} still to be seen to` : ''}${note ? `: ${note}` : ''}`,
});
