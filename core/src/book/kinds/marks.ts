import { z } from 'zod';
import { date } from '../../job/schema/basics';
import { kindOf } from '../kind';

/** The locator put the marks back on a day. */
const schema = () => z.strictObject({ kind: z.literal('marks'), day: date });

/** Why marks cannot have been put back on a day; undefined where they can. @param now ms. */
export const marksFault = ({ day }: { day: string }, now: number): string | undefined =>
  // A day is told by the site's calendar, a moment in UTC: they may lie a day apart.
  Date.parse(day) > now + DAY ? 'Marks are entered once they are back: this day is still to come.' : undefined;
const DAY = 24 * 3_600_000;

export const marks = kindOf({
  kind: 'marks',
  of: 'job',
  version: 1,
  schema,
  say: ({ day }) => `Marks put back on ${day}`,
  columns: ({ day }) => ({ day }),
});
