import { sameJson, type Job, type Run } from '../job';
import { capital, formatLength, formatStation, type UnitSystem } from '../units';
import type { Plan } from '../plan/plan';
import { plannedBy } from './jobInForce';

/** What the book has of work done is no change of the plan, nor is a run put away. */
const DONE_KEYS: readonly string[] = ['clearing', 'haunched', 'archived'] satisfies (keyof Run)[];
/** Sentences told before the rest is only counted, of changes, of what a later program makes of it, and of what it says STOP to: a file holds a hundred. */
export const MOST_TOLD = { changes: 40, drift: 25, stops: 30 };

/** What is planned of a run, with what it was made of. */
export interface Issuable {
  job: Job;
  run: Run;
  plan: Pick<Plan, 'deepest' | 'widestTop' | 'places' | 'supports'>;
}

type Json = unknown;
type Loose = Readonly<Record<string, Json>>;
export const isObject = (value: Json): value is Loose => typeof value === 'object' && value !== null && !Array.isArray(value);

/** What changed from one issued plan to the next, in sentences: what comes of it first, then every input. */
export function changesBetween(before: Issuable, after: Issuable, units: UnitSystem): string[] {
  const inputs = ({ job, run }: Issuable): Loose => ({
    ...plannedBy(job),
    ...Object.fromEntries(Object.entries(run).filter(([key]) => !DONE_KEYS.includes(key))),
  });
  const said = differences(inputs(before), inputs(after), '', units);
  return firstOf(MOST_TOLD.changes, [...outcomes(before, after, units), ...said]);
}

/** The first of many sentences, and how many more there are. */
export const firstOf = (most: number, told: readonly string[]): string[] =>
  told.length > most ? [...told.slice(0, most), `and ${told.length - most} more`] : [...told];

/** What comes of the changes, where people notice it. */
function outcomes({ plan: before }: Issuable, { plan: after }: Issuable, units: UnitSystem): string[] {
  const length = (metres: number) => formatLength(metres, units);
  const told: string[] = [];
  const changed = (what: string, was: string, now: string) => was !== now && told.push(`${what}: ${now}, was ${was}`);
  changed(
    'Deepest',
    `${length(before.deepest.depth)} at ${formatStation(before.deepest.station, units)}`,
    `${length(after.deepest.depth)} at ${formatStation(after.deepest.station, units)}`,
  );
  changed('Widest at the ground', length(before.widestTop), length(after.widestTop));
  return told;
}

/** Every difference of two JSON values, in words. Items of a list are told apart by id, by station, or by where they stand. */
export function differences(before: Json, after: Json, path: string, units: UnitSystem): string[] {
  if (sameJson(before, after)) return [];
  if (isObject(before) && isObject(after))
    return [...new Set([...Object.keys(before), ...Object.keys(after)])].flatMap((key) =>
      differences(before[key], after[key], path ? `${path}, ${label(key)}` : label(key), units),
    );
  if (Array.isArray(before) && Array.isArray(after) && [...before, ...after].every(isObject))
    return listDifferences(before, after, path, units);
  const now = shown(after);
  const was = shown(before);
  if (before === undefined || before === null) return [`${capital(path)}: ${now}`];
  if (after === undefined || after === null) return [`${capital(path)}: none any more, was ${was}`];
  return [now === was ? `${capital(path)}: changed` : `${capital(path)}: ${now}, was ${was}`];
}

function listDifferences(before: readonly Loose[], after: readonly Loose[], path: string, units: UnitSystem): string[] {
  const nameOf = (item: Loose, i: number): string =>
    typeof item.name === 'string' && item.name !== ''
      ? item.name
      : typeof item.station === 'number'
        ? `at ${formatStation(item.station, units)}`
        : typeof item.from === 'number'
          ? `from ${formatStation(item.from, units)}`
          : `no. ${i + 1}`;
  const keyOf = (item: Loose, i: number): Json => item.id ?? item.station ?? i;
  const [was, now] = [
    new Map(before.map((item, i) => [keyOf(item, i), { item, i }])),
    new Map(after.map((item, i) => [keyOf(item, i), { item, i }])),
  ];
  return [
    ...[...now].flatMap(([key, { item, i }]) => {
      const old = was.get(key);
      const name = `${path} ${nameOf(item, i)}`;
      return old ? differences(old.item, item, name, units) : [`${capital(name)}: added`];
    }),
    ...[...was].flatMap(([key, { item, i }]) => (now.has(key) ? [] : [`${capital(`${path} ${nameOf(item, i)}`)}: taken out`])),
  ];
}

/** A key as words: bottomWidth, “bottom width”. */
const label = (key: string): string => key.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

function shown(value: Json): string {
  if (typeof value === 'number') return String(Math.round(value * 1000) / 1000);
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (value === null || value === undefined) return 'none';
  if (typeof value === 'string') return value || 'nothing';
  if (Array.isArray(value)) return value.length === 0 ? 'none' : `${value.length} of them`;
  return Object.entries(value as Loose)
    .map(([key, item]) => (key === 'kind' ? shown(item) : typeof item === 'object' ? '' : `${label(key)} ${shown(item)}`))
    .filter(Boolean)
    .join(', ');
}
