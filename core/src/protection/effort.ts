import type { Schedule } from './schedule';

/** Rates to compare by, hours of the whole crew; not a quotation. */
export const placingRates = {
  box: 0.5,
  move: 0.4,
  set: 0.25,
  sheet: 0.1,
  frame: 0.6,
  basis: 'Rough hours of a crew of three to place and take out one; a comparison, not a price',
} as const;

/** What has to come and be placed; `hours` of the whole crew, `pieces` hired by the piece and day. */
export interface PlacingEffort {
  hours: number;
  pieces: number;
  list: { what: string; count: number }[];
}

/** What supports of a reach take to bring, place and draw again. */
export function placingEffort(schedule: Schedule | undefined): PlacingEffort {
  switch (schedule?.kind) {
    case 'shield':
      return {
        hours: schedule.boxes * placingRates.box + schedule.moves * placingRates.move,
        pieces: schedule.boxes,
        list: [
          { what: 'Base boxes', count: schedule.boxes },
          { what: 'Extensions', count: schedule.boxes * schedule.stack.extensions },
        ].filter(({ count }) => count > 0),
      };
    case 'shores':
      return {
        hours: schedule.sets.length * placingRates.set,
        pieces: schedule.sets.length,
        list: [
          { what: 'Sets of rails', count: schedule.sets.length },
          { what: 'Cylinders', count: schedule.total },
          ...(schedule.cylinder?.extended ? [{ what: 'Cylinder extensions', count: schedule.total }] : []),
        ],
      };
    case 'sheets':
      return {
        hours: schedule.sheets * placingRates.sheet + schedule.frames.length * schedule.bays * placingRates.frame,
        pieces: schedule.sheets,
        list: [
          { what: 'Sheets', count: schedule.sheets },
          { what: 'Frames', count: schedule.frames.length * schedule.bays },
          { what: 'Chains', count: schedule.chains },
        ],
      };
    case undefined:
      return { hours: 0, pieces: 0, list: [] };
  }
}
