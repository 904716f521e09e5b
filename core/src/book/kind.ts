import { z } from 'zod';
import { once } from '../catalogue/once';
import { station, words } from '../job/schema/basics';
import type { Range } from '../geometry';
import type { Ability } from '../people/roles';
import type { UnitSystem } from '../units';

/** What is told about entries of one kind: one file each in `kinds`. */
export interface Kind<K extends string, S extends z.ZodType<{ kind: K }>> {
  kind: K;
  /** Whose book it stands in: that of a run, that of the whole job, or either. */
  of: 'run' | 'job' | 'either';
  /** Goes up when the shape changes; {@link Kind.upgrade} brings earlier ones up. */
  version: number;
  schema: S;
  /** What somebody has to be able to do to say it; left out: to write in the book. */
  needs?: Ability;
  /** Brings a fact of an earlier version up to this one. It still has to pass the schema. */
  upgrade?: (fact: Readonly<Record<string, unknown>>) => unknown;
  /** What it says, in a line. */
  say: (fact: z.infer<S>, units: UnitSystem) => string;
  /** Where along the run it was, stations in metres; left out by kinds that are about the whole of it. */
  where?: (fact: z.infer<S>) => Range | null;
  /** What a table of the book holds of it besides when, who and where; left out: every field as it is named, see {@link plainColumns}. */
  columns?: (fact: z.infer<S>) => Columns;
}
/** Cells of a table of the book by the names of their columns. */
export type Columns = Readonly<Record<string, string | number | boolean>>;

/** A fact as cells: fields by their names, what is within a field as `name value`, points by which are wanting. */
export function plainColumns(fact: Readonly<Record<string, unknown>>): Columns {
  return Object.fromEntries(
    Object.entries(fact)
      .filter(([key]) => !['kind', 'revision', 'from', 'to'].includes(key))
      .map(([key, value]) => [key, plainCell(value)]),
  );
}
function plainCell(value: unknown): string | number | boolean {
  if (value === null || value === undefined) return '';
  if (typeof value !== 'object') return value as string | number | boolean;
  const cells = (one: object) =>
    Object.entries(one)
      .filter(([, inner]) => inner !== null && inner !== '')
      .map(([key, inner]) => `${key} ${String(inner)}`)
      .join(' ');
  return Array.isArray(value) ? value.map(cells).join('; ') : cells(value);
}

/** Writes a kind down with its types told from its schema, which is built when the first fact is held against it: a program that starts would build them all. */
export function kindOf<K extends string, S extends z.ZodType<{ kind: K }>>({
  schema,
  ...kind
}: Omit<Kind<K, S>, 'schema'> & { schema: () => S }): Kind<K, S> {
  const built = once(schema);
  return {
    ...kind,
    get schema() {
      return built();
    },
  };
}

export const depth = () => z.number().min(0, 'A depth cannot be above the ground.').max(30, 'A depth is at most 30 m.');
/** Seen or not; null: nobody looked. */
export const seen = () => z.boolean().nullable();

/** A station of a run or of a pit at its end: pits may reach past both ends of the run. */
export const stationAround = () => z.number().min(-50).max(20_050);
/** From one station to another. */
export const stretch = () => ({ from: stationAround(), to: stationAround() });
export const onRun = () => ({ from: station(), to: station() });

/** Points each answered, in order or not, with what is to be said of those that are not. */
export const pointsOf = <T extends string>(ids: readonly [T, ...T[]]) =>
  z
    .array(z.strictObject({ id: z.enum(ids), ok: z.boolean(), note: words(200) }))
    .min(1, 'Answer one point at least.')
    .max(20);
/** Points that are not in order, in words; empty where all are. */
export const wantingOf = <T extends string>(
  points: readonly { id: T; ok: boolean; note: string }[],
  names: Readonly<Record<T, string>>,
): string =>
  points
    .filter(({ ok }) => !ok)
    .map(({ id, note }) => `${names[id].toLowerCase()}${note ? ` (${note})` : ''}`)
    .join('; ');

/** Where a fact that says its stretch was. */
export const whereSaid = ({ from, to }: Range): Range => ({ from, to });
export const atStation = (at: number): Range => ({ from: at, to: at });

/** Refuses a stretch that ends before it begins. */
export function forwards({ from, to }: { from: number; to: number }, context: z.RefinementCtx): void {
  if (to < from) context.addIssue({ code: 'custom', path: ['to'], message: 'It ends before it begins; give the greater station second.' });
}

/** A fact of an earlier form less what it does not say any more. */
export const without = (fact: Readonly<Record<string, unknown>>, ...keys: string[]): Record<string, unknown> =>
  Object.fromEntries(Object.entries(fact).filter(([key]) => !keys.includes(key)));
