import { z } from 'zod';
import { date, id, words } from '../../job/schema/basics';
import { formatStation } from '../../units';
import { atStation, kindOf, stationAround } from '../kind';

const minutes = () => z.number().min(0, 'A time cannot be less than nothing.').max(2880, 'A joint takes at most two days.');
const celsius = () => z.number().min(-30, 'From −30 to 400 °C.').max(400, 'From −30 to 400 °C.');

/** How a joint was made, with what was measured. Lengths in metres, seconds and minutes as said, °C, ohms. */
const made = () =>
  z.discriminatedUnion('as', [
    z.strictObject({ as: z.literal('pushFit'), home: z.boolean() }),
    z.strictObject({ as: z.literal('coupler'), home: z.boolean() }),
    z.strictObject({ as: z.literal('glued'), home: z.boolean(), minutes: minutes() }),
    z.strictObject({ as: z.literal('compression'), square: z.boolean(), turns: z.number().min(0).max(20, 'At most 20 turns.') }),
    z.strictObject({
      as: z.literal('butt'),
      celsius: celsius(),
      bead: z.number().min(0).max(0.05, 'A bead is at most 50 mm.'),
      /** Heated under no pressure, seconds. */
      soak: z.number().min(0).max(3600, 'Soaked for at most an hour.'),
      minutes: minutes(),
    }),
    z.strictObject({
      as: z.literal('electrofusion'),
      scraped: z.boolean(),
      /** Cooled, and what the fitting asks for, minutes. */
      minutes: minutes(),
      asked: minutes(),
    }),
    z.strictObject({ as: z.literal('saddle'), scraped: z.boolean(), minutes: minutes(), asked: minutes() }),
    z.strictObject({ as: z.literal('cableJoint'), kit: words(80), phases: z.boolean(), ohms: z.number().min(0).max(1e6).nullable() }),
    z.strictObject({ as: z.literal('termination'), kit: words(80), phases: z.boolean(), ohms: z.number().min(0).max(1e6).nullable() }),
  ]);
export type Made = z.infer<ReturnType<typeof made>>;
export type JointKind = Made['as'];

/** What a joint is called, and whether who makes it needs a certificate. */
export const jointKinds = {
  pushFit: { name: 'Push-fit', certified: false },
  coupler: { name: 'Coupler', certified: false },
  glued: { name: 'Glued', certified: false },
  compression: { name: 'Compression', certified: false },
  butt: { name: 'Butt fusion', certified: true },
  electrofusion: { name: 'Electrofusion', certified: true },
  saddle: { name: 'Saddle', certified: true },
  cableJoint: { name: 'Cable joint', certified: true },
  termination: { name: 'Termination', certified: true },
} as const satisfies Record<JointKind, { name: string; certified: boolean }>;
export const jointKindIds = Object.keys(jointKinds) as [JointKind, ...JointKind[]];

/** A joint made, or made anew after one was cut out. */
const schema = () =>
  z.strictObject({
    kind: z.literal('joint'),
    line: id,
    /** What the line was called then. */
    name: z.string().max(80),
    /** Its number, written beside it. */
    number: z.string().trim().min(1, 'Give the joint a number.').max(20, 'A joint’s number has at most 20 characters.'),
    station: stationAround(),
    made: made(),
    /** Of who made it; `until` null: it names no end. */
    certificate: z.strictObject({ name: z.string().trim().min(1, 'Name the certificate.').max(60), until: date.nullable() }).nullable(),
    /** The entry of the joint that was cut out here; null: a new one. */
    replaces: z.uuid().nullable(),
    /** The issued plan it was made by. */
    revision: z.uuid(),
    note: words(200),
  });

export const joint = kindOf({
  kind: 'joint',
  of: 'run',
  version: 1,
  schema,
  say: ({ name, number, station, made: { as }, replaces, note }, units) =>
    `${name}, joint ${number} at ${formatStation(station, units)}: ${jointKinds[as].name.toLowerCase()}${replaces ? ', in the place of one cut out' : ''}${note ? `, ${note}` : ''}`,
  where: ({ station }) => atStation(station),
});
export type JointFact = z.infer<ReturnType<typeof schema>>;
