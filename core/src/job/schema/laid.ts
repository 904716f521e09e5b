import { z } from 'zod';
import {
  beddingIds,
  familyIds,
  pipeKinds,
  productKinds,
  stockForms,
  tapeSchoolIds,
  surfaceMaterialIds,
  lineMaterials,
  compactionIds,
  utilityKinds,
  type OwnerProfile,
  type Product,
} from '../../catalogue';
import { cover, id, person, text, words } from './basics';
import { at } from './stationed';

const bore = z.number().min(0.003, 'A line is at least 3 mm thick.').max(3, 'A line is at most 3 m thick.');
const money = z.number().min(0, 'A price cannot be less than nothing.').max(1e6, 'A price is at most 1,000,000.');

/** A pipe, duct or cable of the job's own; the same shape as the catalogue's. */
export const productSchema = z
  .strictObject({
    id: z.string().regex(/^own-[a-z0-9-]{1,40}$/, 'The id of an own line begins with “own-”.'),
    name: text(80),
    trade: words(40).optional(),
    kind: z.enum(productKinds),
    family: z.enum(familyIds),
    material: z.enum(lineMaterials),
    dn: bore,
    od: bore,
    wall: z.number().min(0, 'A wall cannot be thinner than nothing.').max(0.5, 'A wall is at most 0.5 m thick.'),
    minCover: z.strictObject({ field: cover, footway: cover, road: cover }),
    coverBasis: text(200),
    minFall: z.number().min(0, 'A fall cannot be less than nothing.').max(1, 'A fall is at most 1:1.'),
    roughness: z.number().min(0, 'n is 0 to 0.1.').max(0.1, 'n is 0 to 0.1.'),
    minBend: z.number().min(0, 'A bend cannot be less than nothing.').max(200, 'A bend is at most 200 m.'),
    mass: z.number().min(0, 'A mass cannot be less than nothing.').max(5000, 'At most 5,000 kg a metre.'),
    ring: z
      .strictObject({ kind: z.enum(pipeKinds), strength: z.number().min(1, 'More than nothing.').max(1e9, 'At most 1 GPa.') })
      .nullable(),
    pull: z
      .strictObject({
        tension: z.number().min(1, 'At least 1 N.').max(1e7, 'At most 10 MN.'),
        sidewall: z.number().min(1, 'At least 1 N/m.').max(1e6, 'At most 1 MN/m.'),
      })
      .nullable(),
    conductor: z
      .strictObject({
        metal: z.enum(['copper', 'aluminium']),
        area: z.number().min(0.2, 'At least 0.2 mm².').max(3000, 'At most 3,000 mm².'),
        cores: z.int().min(1).max(61),
        resistance: z.number().min(1e-6, 'At least 0.001 mΩ/m.').max(1, 'At most 1 Ω/m.'),
        reactance: z.number().min(0).max(0.01),
        hottest: z.number().min(40).max(250),
        rating: z.number().min(1, 'At least 1 A.').max(5000, 'At most 5,000 A.'),
        at: z
          .strictObject({
            depth: z.number().min(0.1, 'At least 100 mm.').max(5, 'At most 5 m.'),
            resistivity: z.number().min(0.3, 'From 0.3 to 5 K·m/W.').max(5, 'From 0.3 to 5 K·m/W.'),
            temperature: z.number().min(-10, 'From −10 to 50 °C.').max(50, 'From −10 to 50 °C.'),
          })
          .optional(),
      })
      .nullable(),
    stock: z.strictObject({ form: z.enum(stockForms), length: z.number().min(0.3, 'At least 0.3 m.').max(20_000, 'At most 20 km.') }),
    beds: z.array(z.enum(beddingIds)).min(1, 'Name a bedding it may lie in.').max(beddingIds.length),
    bed: z.number().min(0).max(1, 'A bed is at most 1 m.'),
    tracer: z.boolean(),
    drains: z.boolean(),
    shapedBed: z.boolean(),
    price: money,
    typed: z.array(z.string().min(1).max(40)).max(60).optional(),
    grain: z.number().min(0.001, 'At least 1 mm.').max(0.2, 'At most 200 mm.').optional(),
    signal: z.number().min(1, 'At least 1 m.').max(100_000, 'At most 100 km.').optional(),
  })
  .superRefine((product, context) => {
    if (2 * product.wall >= product.od)
      context.addIssue({ code: 'custom', path: ['wall'], message: 'Twice the wall is as much as the outside; nothing is left inside.' });
  }) satisfies z.ZodType<Product>;

/** A distance between two families changed for one job. `null` upper: never one over the other. */
export const separationSchema = z.strictObject({
  between: z.tuple([z.enum(familyIds), z.enum(familyIds)]),
  across: z.number().min(0, 'A distance cannot be less than nothing.').max(10, 'At most 10 m.'),
  over: z.number().min(0, 'A distance cannot be less than nothing.').max(10, 'At most 10 m.'),
  upper: z.enum(familyIds).nullable().optional(),
  by: person,
  reason: z.string().trim().min(3, 'Say why, in a few words; it goes on the record.').max(500, 'Keep the reason under 500 characters.'),
});

/** What a cable feeds, and the ground it lies in: volts, amperes, °C, K·m/W. */
const circuitSchema = z.strictObject({
  /** End of the line it is fed from. */
  fedFrom: z.enum(['start', 'end']),
  phases: z.union([z.literal(1), z.literal(3)]),
  volts: z.number().min(1, 'At least 1 V.').max(66_000, 'At most 66 kV.'),
  /** Taken at the far end. */
  amps: z.number().min(0, 'A load cannot be less than nothing.').max(3000, 'At most 3,000 A.'),
  /** Taken on the way, at the structures it goes in and out of, by their ids. */
  loads: z
    .array(z.strictObject({ id, amps: z.number().min(0, 'A load cannot be less than nothing.').max(3000, 'At most 3,000 A.') }))
    .max(200, 'At most 200 loads on the way.'),
  powerFactor: z.number().min(0.1, 'From 0.1 to 1.').max(1, 'From 0.1 to 1.'),
  /** Most of the voltage that may be lost, as a share. */
  limit: z.number().min(0.005, 'At least 0.5 %.').max(0.2, 'At most 20 %.'),
  resistivity: z.number().min(0.3, 'From 0.3 to 5 K·m/W.').max(5, 'From 0.3 to 5 K·m/W.'),
  temperature: z.number().min(-10, 'From −10 to 50 °C.').max(50, 'From −10 to 50 °C.'),
});

/** Cables alike drawn through a duct, and what they feed. */
const heldSchema = z.strictObject({
  id,
  product: z.string().min(1).max(60),
  count: z.int().min(1, 'One at least.').max(12, 'At most 12.'),
  circuit: circuitSchema.nullable(),
});

/**
 * A line laid in the trench. The first leads: its levels are the run's and it goes all the way. The others go from `from` to `to` (stations; all the
 * way when absent). `x`: its centre right of the trench's centre line; `up`: its underside above the leading line's, metres.
 */
export const laidLineSchema = z.strictObject({
  id,
  name: text(60),
  product: z.string().min(1).max(60),
  /** By whose wishes it is laid: an owner’s profile by its id; null: as usual for its kind. */
  owner: z.string().min(1).max(60).nullable(),
  from: at().optional(),
  to: at().optional(),
  x: z.number().min(-10, 'At most 10 m from the centre line.').max(10, 'At most 10 m from the centre line.'),
  up: z.number().min(-5, 'At most 5 m under the leading line.').max(5, 'At most 5 m over the leading line.'),
  /** What the line feeds, where it is a cable. */
  circuit: circuitSchema.nullable(),
  /** Cables drawn through it, where it is a duct. */
  holds: z.array(heldSchema).max(12, 'At most 12 kinds of cable in a duct.'),
  /** Structures on its way that it goes in and out of, by their ids: it is cut there. */
  loops: z.array(z.strictObject({ id })).max(200, 'At most 200 structures on the way.'),
});

const tapeSchema = z.strictObject({
  school: z.enum(tapeSchoolIds),
  distance: z.number().min(0.05, 'At least 50 mm.').max(2, 'At most 2 m.'),
});

/** What the owner of a line asks for; what is null is as usual for the kind of line. Lengths in metres. */
export const ownerSchema = z
  .strictObject({
    id: z.string().regex(/^own-[a-z0-9-]{1,40}$/, 'The id of an owner’s own profile begins with “own-”.'),
    name: text(80),
    utility: z.enum(utilityKinds),
    bed: z
      .strictObject({
        least: z.number().min(0, 'A bed cannot be less than nothing.').max(1, 'A bed is at most 1 m.'),
        usual: z.number().min(0, 'A bed cannot be less than nothing.').max(1, 'A bed is at most 1 m.'),
      })
      .nullable(),
    cover: z.strictObject({ field: cover, footway: cover, road: cover }).nullable(),
    tape: tapeSchema.nullable(),
    apart: z
      .strictObject({
        across: z.number().min(0, 'A distance cannot be less than nothing.').max(10, 'At most 10 m.'),
        over: z.number().min(0, 'A distance cannot be less than nothing.').max(10, 'At most 10 m.'),
      })
      .nullable(),
    stone: z.array(z.enum(beddingIds)).max(beddingIds.length),
    inspections: words(300),
    source: text(200),
  })
  .superRefine(({ bed }, context) => {
    if (bed && bed.least > bed.usual)
      context.addIssue({ code: 'custom', path: ['bed', 'usual'], message: 'The usual bed is thinner than the least; swap them.' });
  }) satisfies z.ZodType<OwnerProfile>;

/** What goes over the fine fill, and how the side fill is put in. Lengths in metres. */
export const layersShape = {
  compaction: z.enum(compactionIds),
  /** Warning tapes, each over the laid line of its id. */
  tapes: z.array(tapeSchema.extend({ id })).max(8, 'At most 8 tapes in a reach.'),
  tracer: z.boolean(),
  /** Plates or tiles over the lines; as many `rows` as cover them where it is null. */
  plates: z
    .strictObject({
      length: z.number().min(0.1, 'A plate is at least 100 mm long.').max(3, 'A plate is at most 3 m long.'),
      width: z.number().min(0.05, 'A plate is at least 50 mm wide.').max(3, 'A plate is at most 3 m wide.'),
      rows: z.int().min(1, 'One row at least.').max(20, 'At most 20 rows.').nullable(),
    })
    .nullable(),
  fabric: z.boolean(),
  /** Fine fill goes up to under the layers at the top: stone of a drain. */
  toSurface: z.boolean(),
  /** From the finished surface down. */
  restoration: z
    .array(
      z.strictObject({ material: z.enum(surfaceMaterialIds), thickness: z.number().min(0.005, 'At least 5 mm.').max(2, 'At most 2 m.') }),
    )
    .max(6, 'At most 6 layers.'),
};

/** Clear widths that supports on their way to the site can be set to, metres, and whose table says so. */
export const supportWidthsSchema = z
  .strictObject({
    least: z.number().min(0.2, 'At least 0.2 m.').max(20, 'At most 20 m.'),
    most: z.number().min(0.2, 'At least 0.2 m.').max(20, 'At most 20 m.'),
    source: words(120),
  })
  .superRefine(({ least, most }, context) => {
    if (least > most) context.addIssue({ code: 'custom', path: ['most'], message: 'The widest is less than the narrowest; swap them.' });
  });

export type LaidLine = z.infer<typeof laidLineSchema>;
export type Held = z.infer<typeof heldSchema>;
export type Circuit = z.infer<typeof circuitSchema>;
export type SeparationChange = z.infer<typeof separationSchema>;
export type SupportWidths = z.infer<typeof supportWidthsSchema>;
