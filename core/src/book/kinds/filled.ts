import { z } from 'zod';
import { id, words } from '../../job/schema/basics';
import { formatLength, formatStretch } from '../../units';
import { depth, forwards, kindOf, stationAround, stretch, whereSaid } from '../kind';
import { compactorIds, compactorNames } from './fillWay';

/** What a lift is of: fine fill round and over the lines, fill, or a layer of the surface. */
export const fillLayers = { fine: 'Fine fill', fill: 'Fill', surface: 'Surface' } as const;
export type FillLayer = keyof typeof fillLayers;
/** The squeeze test: a handful pressed in the fist. */
export const squeezes = { ball: 'Holds as a ball', crumbles: 'Falls apart, dry', wet: 'Wets the hand' } as const;
export type Squeeze = keyof typeof squeezes;
export const squeezeIds = Object.keys(squeezes) as [Squeeze, ...Squeeze[]];
export const fillSides = { both: 'Both sides', left: 'Left of the line', right: 'Right of the line' } as const;
export type FillSide = keyof typeof fillSides;

const share = () => z.number().min(0).max(1);
/**
 * Where a lift ends. Fine fill follows the bed: up from it, metres. What was measured down from the ground says so. Lifts of the fill share what lies between the
 * fine fill, which comes `above` the bed, and the surface: this one is `part` of it and ends at `share`.
 */
const mark = () =>
  z.discriminatedUnion('from', [
    z.strictObject({ from: z.literal('bed'), at: depth() }),
    z.strictObject({ from: z.literal('ground'), at: depth() }),
    z.strictObject({ from: z.literal('fill'), above: depth(), share: share(), part: share() }),
  ]);
export type FillMark = z.infer<ReturnType<typeof mark>>;

/** A lift put in and compacted along a stretch. Metres. */
const schema = () =>
  z
    .strictObject({
      kind: z.literal('filled'),
      ...stretch(),
      layer: z.enum(['fine', 'fill', 'surface']),
      material: words(80),
      mark: mark(),
      thickness: z.number().min(0.005, 'A lift is at least 5 mm.').max(10, 'A lift is at most 10 m.'),
      side: z.enum(['both', 'left', 'right']),
      /** Null: dumped, or it flows and sets. */
      compactor: z.enum(compactorIds).nullable(),
      passes: z.int().min(0).max(100, 'At most 100 passes.'),
      squeeze: z.enum(squeezeIds).nullable(),
      revision: z.uuid(),
      note: words(200),
    })
    .superRefine(forwards);

export const filled = kindOf({
  kind: 'filled',
  of: 'run',
  version: 1,
  schema,
  say: ({ from, to, layer, mark: where, thickness, side, compactor, passes, note }, units) =>
    [
      `${fillLayers[layer]}, ${formatStretch({ from, to }, units)}: ${formatLength(thickness, units, 'size')}`,
      where.from === 'bed'
        ? `to ${formatLength(where.at, units, 'size')} over the bed`
        : where.from === 'ground'
          ? `to ${formatLength(where.at, units)} down`
          : `to ${Math.round(where.share * 100)} % of the way up`,
      ...(side === 'both' ? [] : [fillSides[side].toLowerCase()]),
      compactor ? `${compactorNames[compactor].toLowerCase()}, ${passes} passes` : 'not compacted',
      ...(note ? [note] : []),
    ].join(', '),
  where: whereSaid,
});
export type FilledFact = z.infer<ReturnType<typeof schema>>;

/** What a lift’s density is read by. */
export const fillTools = { impact: 'Impact value', penetration: 'Penetration a blow', density: 'Density' } as const;
export type FillTool = keyof typeof fillTools;
export const fillToolIds = Object.keys(fillTools) as [FillTool, ...FillTool[]];

/** How dense a lift is at a station: impact value, metres a blow, or share of the greatest dry density. `lift` is the id of its entry. */
const readSchema = () =>
  z.strictObject({
    kind: z.literal('fillRead'),
    lift: z.uuid(),
    station: stationAround(),
    tool: z.enum(fillToolIds),
    value: z.number().min(0).max(1000),
    revision: z.uuid(),
    note: words(200),
  });
export const fillRead = kindOf({
  kind: 'fillRead',
  of: 'run',
  version: 1,
  schema: readSchema,
  say: ({ station, tool, value, note }, units) =>
    `${fillTools[tool]}, ${formatStretch({ from: station, to: station }, units)}: ${tool === 'penetration' ? formatLength(value, units, 'size') : tool === 'density' ? `${(value * 100).toFixed(1)} %` : value}${note ? `, ${note}` : ''}`,
  where: ({ station }) => ({ from: station, to: station }),
});
export type FillReadFact = z.infer<ReturnType<typeof readSchema>>;

/** A lift compacted again, or taken out, by whoever knew of its readings. */
const redoneSchema = () =>
  z.strictObject({
    kind: z.literal('fillRedone'),
    lift: z.uuid(),
    how: z.enum(['again', 'out']),
    passes: z.int().min(0).max(100, 'At most 100 passes.'),
    note: words(200),
  });
export const fillRedone = kindOf({
  kind: 'fillRedone',
  of: 'run',
  version: 1,
  schema: redoneSchema,
  say: ({ how, passes, note }) =>
    `${how === 'out' ? 'Lift taken out' : `Lift compacted again, ${passes} passes`}${note ? `, ${note}` : ''}`,
});

/** What was dug looked at: may it go back? Largest stone in metres. */
const reuseSchema = () =>
  z
    .strictObject({
      kind: z.literal('reuse'),
      ...stretch(),
      material: id,
      largest: z.number().min(0).max(5, 'At most 5 m.'),
      squeeze: z.enum(squeezeIds),
      foreign: z.boolean(),
      note: words(200),
    })
    .superRefine(forwards);
export const reuse = kindOf({
  kind: 'reuse',
  of: 'run',
  version: 1,
  schema: reuseSchema,
  say: ({ from, to, material, largest, squeeze, foreign, note }, units) =>
    `What was dug, ${formatStretch({ from, to }, units)}: ${material}, stones to ${formatLength(largest, units, 'size')}, ${squeezes[squeeze].toLowerCase()}${foreign ? ', something in it that does not belong' : ''}${note ? `, ${note}` : ''}`,
  where: whereSaid,
});
export type ReuseFact = z.infer<ReturnType<typeof reuseSchema>>;

/** How far the fill has sunk at a station, measured on a return visit, metres. */
const sunkSchema = () =>
  z.strictObject({
    kind: z.literal('sunk'),
    station: stationAround(),
    down: z.number().min(-1, 'At most 1 m up.').max(5, 'At most 5 m.'),
    note: words(200),
  });
export const sunk = kindOf({
  kind: 'sunk',
  of: 'run',
  version: 1,
  schema: sunkSchema,
  say: ({ station, down, note }, units) =>
    `Settled ${formatLength(down, units, 'size')} at ${formatStretch({ from: station, to: station }, units)}${note ? `, ${note}` : ''}`,
  where: ({ station }) => ({ from: station, to: station }),
});
