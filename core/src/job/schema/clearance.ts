import { z } from 'zod';
import { utilityKinds, privateLineKinds, wayinSurfaces } from '../../catalogue';
import { date, id, text, words } from './basics';

/** Leave to dig: who gave it, for what, from when to when (both days included). Opens nothing until number and issuer are filled in. */
const permitSchema = z
  .strictObject({ number: words(60), issuer: words(120), covers: words(500), from: date, to: date })
  .superRefine((permit, context) => {
    if (permit.from > permit.to)
      context.addIssue({ code: 'custom', path: ['to'], message: 'The permit ends before it begins; swap the dates.' });
  });

/** What one utility said, and whom to ask. `asks` is what it wants: materials, joints, inspections, who may connect. */
const utilitySchema = z.strictObject({
  name: text(80),
  kind: z.enum(utilityKinds),
  answer: z.enum(['none', 'marked', 'clear']),
  contact: words(120),
  asks: words(500),
});

/** A request to have lines marked. Opens nothing without its reference. `office`: the request at the built-in practice office. */
const requestSchema = z.strictObject({
  reference: words(60),
  made: date,
  office: z.uuid().optional(),
  utilities: z.array(utilitySchema).max(40, 'At most 40 utilities.'),
});

/** Private lines nobody else marks: asked about one by one. */
const privateSchema = z.strictObject({ kind: z.enum(privateLineKinds), answer: z.enum(['open', 'none', 'entered']) });

/** Something somebody has to see to. */
const taskSchema = z.strictObject({ what: text(300), owner: text(80), due: date.optional(), done: z.boolean() });

/** A tight place on the way in. Lengths metres, `crossFall` radians, `bears` kilograms; null: no such limit there. */
export const pinchSchema = z.strictObject({
  id,
  name: text(80),
  gap: z.number().min(0.2, 'A gap is at least 0.2 m.').max(50, 'A gap over 50 m is no pinch.'),
  /** Was the gap taped along the slope, not level? */
  alongSlope: z.boolean(),
  crossFall: z.number().min(0, 'A cross-fall cannot be less than nothing.').max(0.7, 'A cross-fall is at most 40° (0.7 rad).'),
  /** Height of the fence or wall on the downhill side. */
  barrier: z.number().min(0, 'A height cannot be less than nothing.').max(20, 'At most 20 m high.').nullable(),
  overhead: z.number().min(0.5, 'At least 0.5 m.').max(50, 'At most 50 m.').nullable(),
  /** Is what hangs overhead a live line, with a distance to keep? */
  live: z.boolean(),
  surface: z.enum(wayinSurfaces),
  tightTurn: z.boolean(),
  bears: z.number().min(10, 'At least 10 kg.').max(1e6, 'At most 1,000 t.').nullable(),
});

/** Everything about where one may dig, for the whole job. */
export const clearanceSchema = z.strictObject({
  permit: permitSchema.nullable(),
  request: requestSchema.nullable(),
  privateLines: z.array(privateSchema).max(privateLineKinds.length),
  /** Days nobody works, besides weekends. */
  holidays: z.array(date).max(400, 'At most 400 days.'),
  pinches: z.array(pinchSchema).max(50, 'At most 50 tight places.'),
  /** How the site classes the road or footway, and the signs, lights and barriers it puts out. */
  publicSide: z.strictObject({ classed: words(200), measures: words(500) }),
  tasks: z.array(taskSchema).max(200, 'At most 200 things to see to.'),
});

/** The papers of a job, and what the book has besides: who walked the route and the way in. */
export type Clearance = Omit<z.infer<typeof clearanceSchema>, 'request'> & {
  request: LocateRequest | null;
  walked?: { at: string; by: string } | null;
};
export type Permit = z.infer<typeof permitSchema>;
/** A request, and the last day on which the marks were put back by the book. */
export type LocateRequest = z.infer<typeof requestSchema> & { remarked?: string };
export type Utility = z.infer<typeof utilitySchema>;
export type Pinch = z.infer<typeof pinchSchema>;
export type Task = z.infer<typeof taskSchema>;
