import { z } from 'zod';
import { MAX_STATION, MAX_COORDINATE, STATION_SLACK, LEAST_APART } from '../limits';

export const text = (most: number) => z.string().trim().min(1, 'Give it a name.').max(most, `Keep it under ${most} characters.`);
/** Words that may be left out. */
export const words = (most: number) => z.string().trim().max(most, `Keep it under ${most} characters.`);
/** What a thing is referred to by: made when it is added, never changed, never given to another. */
export const id = z.string().regex(/^[A-Za-z0-9][A-Za-z0-9-]{0,59}$/, 'An id is up to 60 letters, digits and dashes.');
/** A station by itself, metres. Those of a run's document are made by `at` and `stretch`. */
export const station = () => z.number().min(0, 'Stations start at 0.').max(MAX_STATION, 'Stations end at 20 km.');
export const level = z.number().min(-500, 'Levels go down to −500 m.').max(9000, 'Levels go up to 9,000 m.');
export const cover = z.number().min(0, 'Cover cannot be less than nothing.').max(20, 'Cover is at most 20 m.');
export const slope = z.number().min(0, 'A fall cannot be less than nothing.').max(1, 'A fall is at most 1:1.');
export const person = z.string().trim().min(2, 'Say who: a role will do.').max(120, 'Keep it under 120 characters.');
const coordinate = z
  .number()
  .min(-MAX_COORDINATE, 'Coordinates go to ±10,000 km from the origin.')
  .max(MAX_COORDINATE, 'Coordinates go to ±10,000 km from the origin.');
/** A number between two others, SI. */
export const within = (least: number, most: number, what: string) => {
  const said = `${what}: ${least} to ${most}.`;
  return z.number().min(least, said).max(most, said);
};
/** A point on the plan: metres east (`x`) and north (`y`) of the job's own origin. */
export const planPoint = z.strictObject({ x: coordinate, y: coordinate });
/** A day on the site's calendar. */
export const date = z.iso.date('A date is written like 2026-05-31.');
/** A moment, ISO 8601 in UTC. */
export const moment = z.iso.datetime({ error: 'A moment is written like 2026-05-31T07:30:00Z.' });

/** Says which item breaks the order of a list that must go up, and how to mend it. */
export function ascending<T>(
  items: readonly T[],
  at: (item: T) => number,
  path: (string | number)[],
  key: string,
  context: z.RefinementCtx,
): void {
  for (let index = 1; index < items.length; index++) {
    const [before, here] = [at(items[index - 1] as T), at(items[index] as T)];
    if (here - before >= LEAST_APART - STATION_SLACK) continue;
    const message =
      here === before
        ? `${here} m is there twice; keep one of them.`
        : here < before
          ? `${here} m comes after ${before} m; sort them so that they go up.`
          : `${here} m is less than 5 mm past ${before} m; keep one of them.`;
    context.addIssue({ code: 'custom', path: [...path, index, key], message });
    return;
  }
}

/** Says which item of a list has the id of another. */
export function idsOnce(items: readonly { id: string }[], path: (string | number)[], context: z.RefinementCtx, what: string): void {
  const seen = new Set<string>();
  items.forEach((item, index) => {
    if (seen.has(item.id))
      context.addIssue({ code: 'custom', path: [...path, index, 'id'], message: `This ${what} is there twice; keep one.` });
    seen.add(item.id);
  });
}
