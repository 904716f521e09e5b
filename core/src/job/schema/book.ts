import { z } from 'zod';
import { dryStrengthIds, soilMaterialIds, strengthToolIds, thumbIds } from '../../catalogue';
import { id, moment, person, station, text, words } from './basics';

const depth = z.number().min(0, 'A depth cannot be above the ground.').max(30, 'A depth is at most 30 m.');
/** Seen or not; null: nobody looked. */
const seen = z.boolean().nullable();
const stretch = { from: station(), to: station() };

/** What hand and eye find in one layer of the ground, metres and pascals. Null: not done. */
export const soilTestSchema = z
  .strictObject({
    kind: z.literal('soil'),
    ...stretch,
    /** The layer it holds for, below the ground. */
    top: depth,
    bottom: depth,
    material: z.enum(soilMaterialIds),
    thumb: z.enum(thumbIds).nullable(),
    strength: z
      .strictObject({
        tool: z.enum(strengthToolIds),
        readings: z
          .array(z.number().min(0, 'A reading cannot be less than nothing.').max(1e6, 'A reading is at most 1,000 kPa.'))
          .min(1, 'Give a reading at least.')
          .max(20, 'At most 20 readings.'),
      })
      .nullable(),
    /** Longest ribbon rolled between the fingers before it breaks. */
    ribbon: z.number().min(0, 'A ribbon cannot be shorter than nothing.').max(1, 'A ribbon is at most 1 m.').nullable(),
    dry: z.enum(dryStrengthIds).nullable(),
    water: z.enum(['dry', 'seeping', 'standing']).nullable(),
    fissured: seen,
    disturbed: seen,
    vibration: seen,
    /** Layers that dip into the cut at 4H:1V or steeper. */
    dipping: seen,
  })
  .superRefine((test, context) => {
    if (test.bottom <= test.top)
      context.addIssue({
        code: 'custom',
        path: ['bottom'],
        message: 'The layer ends where it begins or above; give the deeper one second.',
      });
    if (test.to < test.from)
      context.addIssue({ code: 'custom', path: ['to'], message: 'It ends before it begins; give the greater station second.' });
  });

/** The checks before a shift, each answered, from `from` to `to`; `until`: when the shift ends. `plan`: the fingerprint of what was inspected. */
export const inspectionSchema = z.strictObject({
  kind: z.literal('inspection'),
  ...stretch,
  until: moment,
  /** When a cut that stands steeper for a short time was opened; asked for where one is in the stretch. */
  opened: moment.optional(),
  plan: z.string().min(1).max(40),
  items: z
    .array(z.strictObject({ id: z.string().min(1).max(160), ask: text(300), ok: z.boolean(), note: words(200) }))
    .min(1, 'An inspection answers at least one question.')
    .max(2000, 'At most 2,000 questions: inspect it in parts.'),
});

/** Hold test of one set of shores, by its id and that of the place it stands in: minutes from the first reading, pascals. */
export const pressureSchema = z.strictObject({
  kind: z.literal('pressure'),
  place: id,
  set: id,
  readings: z
    .array(z.strictObject({ minute: z.number().min(0).max(600), pressure: z.number().min(0).max(5e7, 'A pressure is at most 50 MPa.') }))
    .min(2, 'A hold test has two readings at least.')
    .max(60, 'At most 60 readings.'),
});

/** Shares and parts of a million in the air at the bottom. */
export const airSchema = z.strictObject({
  kind: z.literal('air'),
  ...stretch,
  oxygen: z.number().min(0, 'A share is 0 to 100 %.').max(1, 'A share is 0 to 100 %.'),
  flammable: z.number().min(0, 'A share is 0 to 100 %.').max(1, 'A share is 0 to 100 %.'),
  sulphide: z.number().min(0, 'It cannot be less than nothing.').max(10_000, 'At most 10,000 ppm.'),
  monoxide: z.number().min(0, 'It cannot be less than nothing.').max(10_000, 'At most 10,000 ppm.'),
});

export const happenings = {
  rain: 'It rained',
  water: 'Water came in',
  fall: 'Ground fell or cracked',
  shake: 'Something shook the ground',
  struck: 'Supports were struck or moved',
  closed: 'Closed by hand',
} as const;
export type Happening = keyof typeof happenings;
/** Something after which everything is looked at again. */
export const happeningSchema = z.strictObject({
  kind: z.literal('happening'),
  what: z.enum(Object.keys(happenings) as [Happening, ...Happening[]]),
  note: words(300),
});

/** One entry of the book: never changed, never taken out. A mistake is put right by a new entry that names the old one. */
export const entrySchema = z.strictObject({
  id: z.uuid(),
  author: person,
  at: moment,
  corrects: z.uuid().optional(),
  fact: z.discriminatedUnion('kind', [soilTestSchema, inspectionSchema, pressureSchema, airSchema, happeningSchema]),
});

/** What the book would not take of a fact entered by somebody, in sentences. */
export function entryFaults(fact: Fact, author: string): string[] {
  const parts = [entrySchema.shape.fact.safeParse(fact), entrySchema.shape.author.safeParse(author)];
  return parts.flatMap(({ error }) => error?.issues.map(({ message }) => message) ?? []);
}

export type Entry = z.infer<typeof entrySchema>;
export type Fact = Entry['fact'];
export type SoilTest = z.infer<typeof soilTestSchema>;
export type Inspection = z.infer<typeof inspectionSchema>;
export type PressureTest = z.infer<typeof pressureSchema>;
export type AirTest = z.infer<typeof airSchema>;
