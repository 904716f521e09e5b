import { z } from 'zod';
import { id, level, words } from '../../job/schema/basics';
import { formatLength, formatStation } from '../../units';
import { atStation, depth, kindOf, stationAround } from '../kind';
import { reading } from './setUp';

/** What of the trench a level is of, bottom up; the pipe is held at its invert. */
export const checkedLayers = { bottom: 'Bottom', bed: 'Bed top', pipe: 'Pipe invert', finished: 'Finished' } as const;
export type CheckedLayer = keyof typeof checkedLayers;
export const checkedLayerIds = Object.keys(checkedLayers) as [CheckedLayer, ...CheckedLayer[]];

/** A level as found: read on the rod, told as a level, or measured down from the ground. Metres. */
const found = () =>
  z.discriminatedUnion('as', [
    z.strictObject({ as: z.literal('reading'), value: reading() }),
    z.strictObject({ as: z.literal('level'), value: level }),
    z.strictObject({ as: z.literal('depth'), value: depth() }),
  ]);
const width = () => z.number().min(0.05, 'A width is at least 50 mm.').max(30, 'A width is at most 30 m.').nullable();

/** The trench as dug at one station: the level of a layer, and how wide it is there. */
const schema = () =>
  z.strictObject({
    kind: z.literal('check'),
    station: stationAround(),
    /** The pit it is in; null: in the trench. */
    pit: id.nullable(),
    layer: z.enum(checkedLayerIds),
    /** The laid line whose invert it is; absent: the leading one. */
    line: id.optional(),
    found: found(),
    widthBottom: width(),
    widthTop: width(),
    /** Id of the entry of the set-up it was read from; null: none. */
    setUp: z.uuid().nullable(),
    /** The issued plan it was dug by. */
    revision: z.uuid(),
    /** Whoever entered it was asked whether it can be, and said that it is so. */
    sure: z.boolean(),
    /** An earlier cut read again, after the machine moved: says whether this strike is right and stands beside the first reading. */
    again: z.boolean(),
    note: words(200),
  });

const SAID = { reading: 'read', level: 'level', depth: 'deep' } as const;

export const check = kindOf({
  kind: 'check',
  of: 'run',
  version: 1,
  schema,
  say: ({ station, layer, found: { as, value }, widthBottom, again, note }, units) =>
    [
      `${checkedLayers[layer]} at ${formatStation(station, units)}: ${SAID[as]} ${formatLength(value, units, 'level')}`,
      ...(widthBottom === null ? [] : [`${formatLength(widthBottom, units)} wide`]),
      ...(again ? ['read again'] : []),
      ...(note ? [note] : []),
    ].join(', '),
  where: ({ station }) => atStation(station),
  columns: ({ station, pit, layer, line, found: { as, value }, widthBottom, widthTop, setUp, again, note }) => ({
    station,
    pit: pit ?? '',
    layer,
    line: line ?? '',
    as,
    value,
    widthBottom: widthBottom ?? '',
    widthTop: widthTop ?? '',
    setUp: setUp ?? '',
    again,
    note,
  }),
});
export type CheckFact = z.infer<ReturnType<typeof schema>>;
