import type { Fact, Kept, Photo } from '../../book';

/** The day drills tell of. */
export const DAY = Date.parse('2026-11-26T00:00:00Z');
/** A minute of it, ISO. */
export const moment = (minute: number): string => new Date(DAY + minute * 60_000).toISOString();
/** @example clock(430) // 07:10 */
export const clock = (minute: number): string =>
  `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`;
export const idOf = (number: number): string => `10000000-0000-4000-8000-${String(number).padStart(12, '0')}`;

/** Something entered on a device: when it was seen, and when it came to hand, minutes of the day. */
export interface Said {
  device: string;
  at: number;
  came: number;
  fact: Fact;
  photos?: Photo[];
  id?: string;
}

/** The book of such a day as a device that hears the server has it; whoever enters something knows what came before. */
export const bookOf = (said: readonly Said[]): Kept[] =>
  said
    .toSorted((a, b) => a.came - b.came)
    .map(({ device, at, came, fact, photos, id = idOf(100 + said.findIndex((one) => one.fact === fact)) }, i, rows) => ({
      entry: {
        ...{ id, author: device, device, count: i + 1, known: rows.filter((row) => row.came < at).length },
        ...{ at: moment(at), clock: 0, ...(photos && { photos }), fact },
      },
      seq: i + 1,
      receivedAt: moment(came),
      off: 0,
    }));
