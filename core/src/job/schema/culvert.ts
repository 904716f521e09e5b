import { z } from 'zod';
import { level, within } from './basics';

/** How water gets into a culvert. */
const entranceIds = ['headwall', 'groove', 'steelHeadwall', 'mitred', 'projecting'] as const;
export type EntranceId = (typeof entranceIds)[number];

/** A pipe through a bank, open at both ends. Lengths in metres, levels as the run's. */
export const culvertSchema = z.strictObject({
  /** Width of the track or road at its top. */
  crown: within(0.5, 60, 'Width of the road, in m'),
  /** Its lowest point over the pipe. */
  road: level,
  /** Slopes of the bank, horizontal per vertical. */
  side: z.number().min(0, 'A slope is 0 or flatter.').max(10, 'A slope is at most 10 to 1.'),
  /** How far the pipe stands out beyond the foot of the slope, at each end. */
  beyond: within(0, 5, 'What stands out, in m'),
  entrance: z.enum(entranceIds),
  /** Level of the water below its outlet; null: it falls free. */
  tail: level.nullable(),
  /** From the water at the inlet up to the road, at least. */
  freeboard: within(0, 5, 'Freeboard, in m'),
  axle: z.enum(['car', 'lorry', 'heavy']),
  /** What ruts take of the cover. */
  rut: within(0, 0.5, 'Ruts, in m'),
});
export type Culvert = z.infer<typeof culvertSchema>;
