import { z } from 'zod';
import { id, text, words } from './basics';
import { at, stretch } from './stationed';
import { type activities } from '../limits';

export type Activity = (typeof activities)[number];

/** How fast this crew works: people, hours a shift, minutes worked in an hour. */
export const paceSchema = z.strictObject({
  people: z.int().min(1, 'One person at least.').max(40, 'At most 40 people.'),
  shift: z.number().min(1, 'A shift is at least 1 h.').max(24, 'A shift is at most 24 h.'),
  minutes: z.number().min(10, 'At least 10 minutes in an hour.').max(60, 'At most 60 minutes in an hour.'),
  /** What carries spoil: m³ loose, and kilograms a lorry may carry. */
  barrow: z.number().min(0.02, 'A barrow holds at least 20 l.').max(2, 'A barrow or dumper holds at most 2 m³.'),
  lorry: z.strictObject({
    volume: z.number().min(0.5, 'A lorry holds at least 0.5 m³.').max(60, 'A lorry holds at most 60 m³.'),
    payload: z.number().min(200, 'A lorry carries at least 200 kg.').max(60_000, 'A lorry carries at most 60 t.'),
  }),
});

/** A part of the run with an id of its own. */
const part = { id, ...stretch({ what: 'The stretch' }) };
const sides = z.enum(['left', 'right', 'both']);

/** Where machine, heaps and drums have to make do. Stations in metres. */
export const logisticsSchema = z.strictObject({
  /** No machine here: dug by hand and barrowed. */
  byHand: z.array(z.strictObject({ ...part, why: words(120) })).max(50, 'At most 50 stretches by hand.'),
  /** No heap here: an access lane, a crossing, a drain. */
  gaps: z.array(z.strictObject({ ...part, side: sides, why: words(120) })).max(50, 'At most 50 gaps between heaps.'),
  /** Tar, fuel, old fill: kept apart, never put back. */
  suspect: z.array(z.strictObject({ ...part, what: text(120) })).max(50, 'At most 50 stretches of suspect ground.'),
  /** Room for a heap away from the run, m³ loose, nearest to a station. */
  stockpile: z
    .strictObject({
      station: at({ what: 'The stockpile' }),
      room: z.number().min(0, 'Room cannot be less than nothing.').max(1e5, 'At most 100,000 m³.'),
    })
    .nullable(),
  /** Cable on the drums to hand, metres each; a line not named comes on drums of its usual length. */
  drums: z
    .array(
      z.strictObject({
        product: z.string().min(1).max(60),
        lengths: z
          .array(z.number().min(1, 'A drum holds at least 1 m.').max(20_000, 'A drum holds at most 20 km.'))
          .min(1, 'Give a length.')
          .max(40, 'At most 40 drums.'),
      }),
    )
    .max(20, 'At most 20 kinds of cable.'),
  /** Working days from the start until the line is on site. */
  delivery: z.number().min(0, 'Days cannot be less than nothing.').max(365, 'At most a year.'),
  /** Share of days lost to weather. */
  lost: z.number().min(0, 'A share is 0 to 0.9.').max(0.9, 'A share is 0 to 0.9.'),
});

/** What a crew got done in some hours of the machine or its own: `amount` in m³ (dig, hand, bed, fill), m (lay, bore), pieces (protect) or moves. */
export interface LoggedRate {
  activity: Activity;
  amount: number;
  hours: number;
  note: string;
  /** The machine it was measured with, by its id: what one digs says nothing of another. */
  machine?: string | null;
}
/** How fast this crew works, and what it measured itself by the book: that rules. */
export type Pace = z.infer<typeof paceSchema> & { logged?: readonly LoggedRate[] };
export type Logistics = z.infer<typeof logisticsSchema>;
