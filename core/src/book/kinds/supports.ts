import { z } from 'zod';
import { id, text } from '../../job/schema/basics';
import type { Range } from '../../geometry';
import { formatLength, formatStretch } from '../../units';
import { forwards, kindOf, stretch } from '../kind';

/*
 * The register of supports. A piece is a box, a set of shores or a bay of sheets with its frames; it has an id from the day it is delivered, and every
 * entry says of it how it stands from then on.
 */

const pieces = () => z.array(id).min(1, 'Name a piece at least.').max(200, 'At most 200 pieces in one entry.');
/** From where the first piece begins to where the last one ends. */
const alongAll = (list: readonly Range[]): Range => ({
  from: Math.min(...list.map(({ from }) => from)),
  to: Math.max(...list.map(({ to }) => to)),
});
const many = (count: number): string => (count === 1 ? '1 piece' : `${count} pieces`);

const deliveredSchema = () =>
  z.strictObject({
    kind: z.literal('delivered'),
    /** Table of its maker, by id. */
    kit: z.string().min(1).max(60),
    pieces: z
      .array(z.strictObject({ id, name: text(40) }))
      .min(1, 'Name a piece at least.')
      .max(200, 'At most 200 pieces in one entry.'),
  });
export const delivered = kindOf({
  kind: 'delivered',
  of: 'run',
  version: 1,
  schema: deliveredSchema,
  say: ({ pieces: list }) => `Delivered: ${list.map(({ name }) => name).join(', ')}`,
  columns: ({ kit, pieces: list }) => ({ kit, pieces: list.map(({ name }) => name).join('; ') }),
});

/** Placed, moved on, built up higher: how pieces stand from now on. `pit`: the pit they stand in; null: in the trench. */
const standingSchema = () =>
  z.strictObject({
    kind: z.literal('standing'),
    pit: id.nullable(),
    pieces: z
      .array(
        z
          .strictObject({
            piece: id,
            ...stretch(),
            /** Of a box: how many stand on it. */
            extensions: z.int().min(0).max(4),
            /** Of a bay of sheets: frames in it that are loaded. */
            frames: z.int().min(0).max(20),
          })
          .superRefine(forwards),
      )
      .min(1, 'Name a piece at least.')
      .max(200, 'At most 200 pieces in one entry.'),
  });
export const standing = kindOf({
  kind: 'standing',
  of: 'run',
  version: 1,
  schema: standingSchema,
  say: ({ pieces: list }, units) =>
    `${many(list.length)} ${list.length === 1 ? 'stands' : 'stand'}: ${formatStretch(alongAll(list), units)}`,
  where: ({ pieces: list }) => alongAll(list),
  columns: ({ pit, pieces: list }) => ({
    pit: pit ?? '',
    pieces: list.map((one) => `${one.piece} ${one.from} to ${one.to} m`).join('; '),
  }),
});

/** Shores let go from outside, with how far the fill had come up by then, metres over the floor. */
const releasedSchema = () =>
  z.strictObject({
    kind: z.literal('released'),
    pieces: pieces(),
    fill: z.number().min(0, 'Fill cannot be below the floor.').max(30, 'At most 30 m.'),
  });
export const released = kindOf({
  kind: 'released',
  of: 'run',
  version: 1,
  schema: releasedSchema,
  say: ({ pieces: list, fill }, units) => `${many(list.length)} released, filled to ${formatLength(fill, units)} over the floor`,
  columns: ({ pieces: list, fill }) => ({ pieces: list.join('; '), fill }),
});

const takenOutSchema = () => z.strictObject({ kind: z.literal('takenOut'), pieces: pieces() });
export const takenOut = kindOf({
  kind: 'takenOut',
  of: 'run',
  version: 1,
  schema: takenOutSchema,
  say: ({ pieces: list }) => `${many(list.length)} taken out`,
  columns: ({ pieces: list }) => ({ pieces: list.join('; ') }),
});

/** Gone back to where it came from: what came against what went. */
export const returned = kindOf({
  kind: 'returned',
  of: 'run',
  version: 1,
  schema: () => z.strictObject({ kind: z.literal('returned'), pieces: pieces() }),
  say: ({ pieces: list }) => `${many(list.length)} gone back`,
  columns: ({ pieces: list }) => ({ pieces: list.join('; ') }),
});

export type StandingFact = z.infer<ReturnType<typeof standingSchema>>;
export type DeliveredFact = z.infer<ReturnType<typeof deliveredSchema>>;
