import { z } from 'zod';
import { id, text } from './basics';
import { stretch } from './stationed';

/** What stands beside a run and has a say: `offset` from the centre line to its near edge, `depth` of its base below the ground, metres. */
const besideSchema = z.strictObject({
  id,
  name: text(60),
  kind: z.enum(['footing', 'road', 'tree', 'boundary']),
  side: z.enum(['left', 'right']),
  ...stretch(),
  offset: z.number().min(0, 'It cannot be nearer than the centre line.').max(500, 'At most 500 m off.'),
  depth: z.number().min(0, 'A base cannot be above the ground.').max(20, 'A base is at most 20 m deep.'),
});

/** What the protection of a run depends on besides its walls. */
export const conditionsSchema = z.strictObject({
  beside: z.array(besideSchema).max(60, 'At most 60 things beside a run.'),
  /** Heaviest the machine may lift where it stands, kilograms; null: nobody has said. */
  lift: z.number().min(10, 'At least 10 kg.').max(50_000, 'At most 50 t.').nullable(),
  /** Most of the run open at once, metres. */
  open: z.number().min(1, 'At least 1 m.').max(1000, 'At most 1,000 m.'),
  /** Could the air be bad: fuel, sewage, peat, exhaust, landfill? */
  badAir: z.boolean(),
  /** How fast water comes through the ground, m/s; null: by what the ground is. */
  permeability: z.number().min(1e-12, 'At least 1e-12 m/s.').max(1, 'At most 1 m/s.').nullable(),
  /** Rain the pump has to take, m/s. */
  rain: z.number().min(0, 'Rain cannot be less than nothing.').max(1e-4, 'Rain is at most 360 mm/h.'),
  /** From the sump up to where the water goes, above the ground, metres. */
  outlet: z.number().min(0, 'It cannot be less than nothing.').max(50, 'At most 50 m.'),
});

export type Conditions = z.infer<typeof conditionsSchema>;
export type Beside = Conditions['beside'][number];
