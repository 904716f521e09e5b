import { z } from 'zod';
import { dryStrengthIds, soilMaterialIds, strengthToolIds, thumbIds } from '../../catalogue';
import { formatStation } from '../../units';
import { depth, forwards, kindOf, onRun, seen, whereSaid } from '../kind';

/** What hand and eye find in one layer of the ground, metres and pascals. Null: not done. */
const schema = () =>
  z
    .strictObject({
      kind: z.literal('soil'),
      ...onRun(),
      /** The layer it holds for, below the ground. */
      top: depth(),
      bottom: depth(),
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
      fissured: seen(),
      disturbed: seen(),
      vibration: seen(),
      /** Layers that dip into the cut at 4H:1V or steeper. */
      dipping: seen(),
    })
    .superRefine((test, context) => {
      if (test.bottom <= test.top)
        context.addIssue({
          code: 'custom',
          path: ['bottom'],
          message: 'The layer ends where it begins or above; give the deeper one second.',
        });
      forwards(test, context);
    });

export const soil = kindOf({
  kind: 'soil',
  of: 'run',
  version: 1,
  needs: 'inspect',
  schema,
  say: ({ from, to }, units) => `Soil test, ${formatStation(from, units)} to ${formatStation(to, units)}`,
  where: whereSaid,
  columns: ({ top, bottom, material, water }) => ({ top, bottom, material, water: water ?? '' }),
});
export type SoilTest = z.infer<ReturnType<typeof schema>>;
