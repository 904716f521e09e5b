import { omit, sameJson, type Exposure, type Haunched, type Job, type JobFile, type Run, type Unsettled } from '../job';
import { momentOf, ofKind, withdrawn, type Kept, type KeptOf } from './believed';
import { knows, type Heard } from './entry';
import { readEntry, type FactKind } from './registry';

/*
 * What was seen of the ground and of the crew's pace does not grow old and nobody goes in by it, so clocks have little say here: what was refused or said to
 * be wrong does not count, and of two records the later counts.
 */

const standing = <T extends Kept>(entries: readonly T[], gone: ReadonlySet<string>): T[] =>
  entries.filter((one) => !one.refused && !gone.has(one.entry.id));

/** Entries of a kind that count: neither refused nor put right. */
export const countedIn = <K extends FactKind>(book: readonly Kept[], kind: K): KeptOf<K>[] => standing(ofKind(book, kind), withdrawn(book));

/** When an entry was, ms: no later than it came in, whatever its clock said. */
function cappedMoment(one: Heard): number {
  const at = momentOf(one);
  return one.receivedAt === undefined ? at : Math.min(at, Date.parse(one.receivedAt));
}

/** Entries in the order they were made: by their moments, and never before what was known when they were made. The same for every order they are given in. */
export function inOrder<T extends Heard>(entries: readonly T[]): T[] {
  const arrived = [...entries].sort(
    (a, b) => (a.seq ?? Infinity) - (b.seq ?? Infinity) || a.entry.count - b.entry.count || order(a.entry.id, b.entry.id),
  );
  const moments: number[] = [];
  /** Of those that arrived so far: their places in the book, and the latest moment up to each. */
  const seqs: number[] = [];
  const latestTo: number[] = [];
  const byDevice = new Map<string, { made: { count: number; moment: number }[]; count: number; moment: number }>();
  for (const one of arrived) {
    const { device, count, known } = one.entry;
    const own = byDevice.get(device) ?? { made: [], count: -1, moment: -Infinity };
    let moment = Math.max(cappedMoment(one), latestTo[countUpTo(seqs, known) - 1] ?? -Infinity);
    // As a rule all that came from a device before was made before; only where it came out of order one has to look.
    if (count > own.count) moment = Math.max(moment, own.moment);
    else for (const before of own.made) if (before.count < count && before.moment > moment) moment = before.moment;
    moments.push(moment);
    own.made.push({ count, moment });
    byDevice.set(device, { made: own.made, count: Math.max(own.count, count), moment: Math.max(own.moment, moment) });
    if (one.seq === undefined) continue;
    seqs.push(one.seq);
    latestTo.push(Math.max(moment, latestTo.at(-1) ?? -Infinity));
  }
  // As a rule they came in as they were made: then there is nothing left to sort.
  if (moments.every((moment, i) => i === 0 || moment >= (moments[i - 1] as number))) return arrived;
  return arrived
    .map((one, i) => ({ one, moment: moments[i] as number }))
    .sort((a, b) => a.moment - b.moment)
    .map(({ one }) => one);
}
/** How many of ascending numbers are no greater than one. */
function countUpTo(ascending: readonly number[], most: number): number {
  let [low, high] = [0, ascending.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((ascending[middle] as number) <= most) low = middle + 1;
    else high = middle;
  }
  return low;
}
const order = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);

/** A record of a line as the book has it, with why it says nothing of the line any more. */
export interface LineRecord {
  kept: KeptOf<'exposure'>;
  exposure: Exposure;
  /** `refused` or `withdrawn`: it does not count. `moved`: the line lies elsewhere on the run since. `settled`: a search in vain that was settled since. */
  lapsed: 'refused' | 'withdrawn' | 'moved' | 'settled' | undefined;
}

/**
 * What the book has of one line, in the order it was made. A search in vain counts until the line is found, or the marks are put back, by somebody who knew of
 * it; it cannot be taken back. A find counts as long as the line is where it was on the run.
 * @param book entries of the run and of its job.
 */
export function recordsOf(line: Pick<Run['existing'][number], 'id' | 'where'>, book: readonly Kept[]): LineRecord[] {
  const gone = withdrawn(book);
  const records = inOrder(ofKind(book, 'exposure').filter(({ entry }) => entry.fact.line === line.id));
  const finds = standing(records, gone).filter(({ entry: { fact } }) => fact.record.result === 'found' && sameJson(fact.where, line.where));
  const marks = standing(ofKind(book, 'marks'), gone);
  return records.map((kept): LineRecord => {
    const { fact, at, author } = kept.entry;
    const exposure: Exposure = { ...fact.record, at, by: author };
    if (fact.record.result === 'found')
      return {
        kept,
        exposure,
        lapsed: kept.refused ? 'refused' : gone.has(kept.entry.id) ? 'withdrawn' : finds.includes(kept) ? undefined : 'moved',
      };
    const day = new Date(cappedMoment(kept)).toISOString().slice(0, 10);
    const settled = finds.some((find) => knows(find, kept)) || marks.some((one) => knows(one, kept) && one.entry.fact.day >= day);
    return { kept, exposure, lapsed: settled ? 'settled' : undefined };
  });
}

/** What of a line still counts: finds, newest last, then searches in vain that nothing has settled. */
function exposuresOf(line: Run['existing'][number], book: readonly Kept[]): Exposure[] {
  const counting = recordsOf(line, book).filter(({ lapsed }) => lapsed === undefined);
  const are = (result: Exposure['result']) => counting.filter(({ exposure }) => exposure.result === result).map(({ exposure }) => exposure);
  return [...are('found'), ...are('notFound')];
}

/** Steps done of each window: of those who did not know of one another, the one who says fewer. */
function clearingOf(book: readonly Kept[]): NonNullable<Run['clearing']> {
  const ticks = countedIn(book, 'steps');
  const last = ticks.filter((one) => !ticks.some((other) => other !== one && sameWindow(other, one) && knows(other, one)));
  return last.map((one) => {
    const fewest = last.reduce(
      (least, other) => (sameWindow(other, one) && other.entry.fact.done < least.entry.fact.done ? other : least),
      one,
    );
    return omit(fewest.entry.fact, 'kind');
  });
}
type Ticked = { entry: { fact: { hidden: string[]; seen: string[] } } };
const sameWindow = ({ entry: { fact: a } }: Ticked, { entry: { fact: b } }: Ticked): boolean =>
  sameJson([a.hidden, a.seen], [b.hidden, b.seen]);

/**
 * What was found on a run that nobody has settled. It is bad news: it counts from whoever said it, whether or not the server took it, and is not taken back
 * by saying that it was wrong; only by saying what was done about it, which names it.
 */
export function unsettledIn(book: readonly Kept[]): Unsettled[] {
  const gone = withdrawn(book);
  const done = new Set(standing(ofKind(book, 'settled'), gone).map(({ entry }) => entry.fact.found));
  return ofKind(book, 'found')
    .filter(({ entry }) => !done.has(entry.id))
    .map(({ entry: { id, author, fact } }) => {
      const { what, from, to, depth, note } = fact;
      return { id, what, from, to, depth, note, by: author };
    })
    .sort((a, b) => a.from - b.from || (a.id < b.id ? -1 : 1));
}

/** Where the haunch was knifed in, as looked at after laying, in the order it was said; a “no” counts whoever said it. */
function haunchedIn(book: readonly Kept[]): Haunched[] {
  const gone = withdrawn(book);
  return inOrder(ofKind(book, 'bedSeen')).flatMap((one): Haunched[] => {
    const { when, from, to, points } = one.entry.fact;
    const said = when === 'after' ? points.find(({ id }) => id === 'haunch') : undefined;
    return said && (!said.ok || (!one.refused && !gone.has(one.entry.id))) ? [{ from, to, ok: said.ok }] : [];
  });
}

/** Rates the crew measured, as long as nobody took them out. */
export const ratesIn = (book: readonly Kept[]): KeptOf<'rate'>[] => countedIn(book, 'rate');

/** One answer for one document and the same entries: what is worked out of it need not be worked out again. */
function remembered<T extends object>(kinds: readonly string[], work: (document: T, book: readonly Kept[]) => T) {
  const known = new WeakMap<T, { of: string; made: T }>();
  return (document: T, book: readonly Kept[]): T => {
    const own = book.filter(({ entry: { fact, corrects } }) => corrects !== undefined || kinds.includes(fact.kind));
    if (!own.some(({ entry }) => kinds.includes(entry.fact.kind))) return document;
    // An entry is never changed; what may change is whether it was taken, and when.
    const of = own.map(({ entry, seq, refused }) => `${entry.id} ${seq ?? ''} ${refused ?? ''}`).join();
    const before = known.get(document);
    if (before?.of === of) return before.made;
    const fresh = work(document, own);
    // That an entry was taken changes nothing of what it says.
    const made = before && sameJson(before.made, fresh) ? before.made : fresh;
    known.set(document, { of, made });
    return made;
  };
}

/**
 * A run with what was observed of it put beside what its document says: lines as found or searched for in vain, steps of clearing done, haunches seen.
 * @param book entries of the run and of its job. @returns the same object for the same entries; the document itself where there are none.
 */
export const observedRun = remembered<Run>(['exposure', 'steps', 'marks', 'found', 'settled', 'bedSeen'], (run, book) => ({
  ...run,
  existing: run.existing.map((line) => {
    const exposures = exposuresOf(line, book);
    return exposures.length > 0 ? { ...line, exposures } : line;
  }),
  clearing: clearingOf(book),
  found: unsettledIn(book),
  haunched: haunchedIn(book),
}));

/**
 * A job with what was observed put beside what its document says: who walked it last, when marks were put back, what the crew got done.
 * @param book entries of the job. @returns the same object for the same entries; the document itself where there are none.
 */
export const observedJob = remembered<Job>(['walk', 'marks', 'rate'], (job, book) => {
  const gone = withdrawn(book);
  const walk = inOrder(standing(ofKind(book, 'walk'), gone)).at(-1);
  const { request } = job.clearance;
  const days = standing(ofKind(book, 'marks'), gone).map(({ entry }) => entry.fact.day);
  // Marks of an earlier request are not those of this one.
  const remarked = days
    .filter((day) => request && day >= request.made)
    .sort()
    .at(-1);
  return {
    ...job,
    clearance: {
      ...job.clearance,
      request: request && (remarked === undefined ? request : { ...request, remarked }),
      walked: walk ? { at: new Date(cappedMoment(walk)).toISOString(), by: walk.entry.author } : null,
    },
    pace: {
      ...job.pace,
      logged: ratesIn(book).map(({ entry: { fact } }) => {
        const { activity, amount, hours, note, machine } = fact;
        return { activity, amount, hours, note, machine };
      }),
    },
  };
});

/** Job and runs of a file, each with what its book has of it. */
export function observedFile({ job, runs, book }: Pick<JobFile, 'job' | 'runs' | 'book'>): { job: Job; runs: Run[] } {
  const bookOf = (run?: number): Kept[] =>
    book.flatMap((one, i) => (one.run === undefined || one.run === run ? [{ entry: readEntry(one.entry), seq: i + 1 }] : []));
  return { job: observedJob(job, bookOf()), runs: runs.map((run, i) => observedRun(run, bookOf(i))) };
}
