import { z } from 'zod';
import type { Kit } from '../../catalogue';
import { text, words } from './basics';

const length = (most: number) => z.number().min(0.02, 'At least 20 mm.').max(most, `At most ${most} m.`);
const share = z.number().min(0, 'From 0 to 100 %.').max(1, 'From 0 to 100 %.');
const pressure = z.number().min(1e5, 'At least 1 bar.').max(5e7, 'At most 500 bar.');
const mass = z.number().min(1, 'At least 1 kg.').max(50_000, 'At most 50 t.');
const common = {
  id: z.string().regex(/^own-[a-z0-9-]{1,40}$/, 'The id of an own table begins with “own-”.'),
  name: text(80),
  source: words(120),
  panel: length(1),
  least: length(20),
  most: length(20),
  depth: length(20),
  typed: z.array(z.string().min(1).max(40)).max(60).optional(),
  hire: z.number().min(0, 'A price cannot be less than nothing.').max(1e6, 'A price is at most 1,000,000.'),
};

/** Supports by a hire firm's own table; the shapes of the catalogue. */
export const kitSchema = z
  .discriminatedUnion('kind', [
    z.strictObject({
      ...common,
      kind: z.literal('shield'),
      length: length(12),
      height: length(5),
      extension: length(3),
      extensions: z.int().min(0, 'None at least.').max(2, 'At most two extensions.'),
      mass,
      extensionMass: mass,
      strut: length(5),
    }),
    z.strictObject({
      ...common,
      kind: z.literal('shores'),
      cylinders: z
        .array(z.strictObject({ name: text(40), least: length(10), most: length(10) }))
        .min(1, 'Name a cylinder at least.')
        .max(8, 'At most 8 cylinders.'),
      extension: z.number().min(0, 'It cannot be less than nothing.').max(3, 'At most 3 m.'),
      fluid: z.number().min(1e-5, 'At least 0.01 l.').max(0.1, 'At most 100 l.'),
      mixes: z.strictObject({ summer: share, winter: share }),
      pressure: z
        .strictObject({ least: pressure, most: pressure })
        .refine(({ least, most }) => least <= most, 'The band begins above its end; swap them.'),
      spacings: z.array(z.strictObject({ depth: length(20), spacing: length(10) })).max(8, 'At most 8 rows.'),
      rails: z
        .array(
          z.strictObject({
            length: length(10),
            places: z
              .array(z.number().min(0, 'Not below the foot.').max(10, 'At most 10 m up.'))
              .min(1, 'Say where cylinders sit.')
              .max(12),
          }),
        )
        .max(12, 'At most 12 rails.'),
      spot: z.boolean(),
      mass,
    }),
    z.strictObject({
      ...common,
      kind: z.literal('sheets'),
      width: length(2),
      toe: z.number().min(0, 'A toe cannot be shorter than nothing.').max(5, 'A toe is at most 5 m.'),
      upstand: z.number().min(0, 'It cannot be less than nothing.').max(3, 'At most 3 m.'),
      slit: length(2),
      frameLength: length(12),
      frameApart: length(5),
      mass,
      frameMass: mass,
    }),
  ])
  .superRefine(({ least, most }, context) => {
    if (least > most) context.addIssue({ code: 'custom', path: ['most'], message: 'The widest is less than the narrowest; swap them.' });
  }) satisfies z.ZodType<Kit>;
