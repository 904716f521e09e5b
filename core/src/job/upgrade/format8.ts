import { isLoose, list, type Loose } from './loose';

/** Something observed that a document of an earlier format held: a fact for the book, who and when where that was said. */
export interface Observation {
  fact: Loose;
  author: string;
  at: string | undefined;
}
const UNSAID = 'not said';
const observation = (fact: Loose, { by, at }: Loose = {}): Observation => ({
  fact,
  author: typeof by === 'string' ? by : UNSAID,
  at: typeof at === 'string' ? at : undefined,
});
const less = (doc: Loose, ...keys: string[]): Loose => Object.fromEntries(Object.entries(doc).filter(([key]) => !keys.includes(key)));

/** Since format 8 what was seen of the ground on a run stands in the book. */
export const runOf8 = (doc: Loose): Loose =>
  'clearing' in doc || list(doc.existing).some((line) => 'exposures' in line)
    ? { ...less(doc, 'clearing'), existing: list(doc.existing).map((line) => less(line, 'exposures')) }
    : doc;

/** What a run of format 7 held of that. */
export const observedInRun = (doc: Loose): Observation[] => [
  ...list(doc.existing).flatMap(({ id, name, where, exposures }) =>
    list(exposures).map((one) => observation({ kind: 'exposure', line: id, name, where, record: less(one, 'at', 'by') }, one)),
  ),
  ...list(doc.clearing).map((one) => observation({ kind: 'steps', ...one })),
];

/** Since format 8 the walk, the marks put back and the crew's own rates stand in the book of the job. */
export function jobOf8(doc: Loose): Loose {
  const { clearance, pace } = doc;
  if (!isLoose(clearance) || !isLoose(pace)) return doc;
  const { request } = clearance;
  if (!('walked' in clearance) && !('logged' in pace) && !(isLoose(request) && 'remarked' in request)) return doc;
  return {
    ...doc,
    clearance: { ...less(clearance, 'walked'), request: isLoose(request) ? less(request, 'remarked') : request },
    pace: less(pace, 'logged'),
  };
}

/** What a job of format 7 held of that. */
export function observedInJob({ clearance, pace, machine = null }: Loose): Observation[] {
  const { walked, request }: Loose = isLoose(clearance) ? clearance : {};
  const remarked = isLoose(request) ? request.remarked : undefined;
  return [
    ...(isLoose(walked) ? [observation({ kind: 'walk', note: '' }, walked)] : []),
    ...(remarked === undefined ? [] : [observation({ kind: 'marks', day: remarked })]),
    ...list(isLoose(pace) ? pace.logged : undefined).map((one) => observation({ kind: 'rate', ...one, machine })),
  ];
}

/** When something was that nobody said the time of: before everything. */
const LONG_AGO = '1970-01-01T00:00:00.000Z';

/** An observation as an entry of the book, the `count`-th of those brought over. */
export const entryOver = ({ fact, author, at }: Observation, count: number, id: string, otherwise = LONG_AGO): Loose => ({
  id,
  author,
  device: 'before',
  count,
  known: 0,
  at: at ?? otherwise,
  clock: null,
  fact,
});
