import type { AnyEntry, Kept } from '../book';
import { designsOf } from '../dig';
import type { PlannedRevision } from './enter';

/*
 * A second opinion on Ready to cover of a plain drain, written from what people ask for and using nothing of the gate or of the report: for one station it goes
 * through the raw list of entries and asks, is there a believed piece of evidence of every kind asked, of a plan that says the same there, and nothing bad left over it?
 */

export interface CoverAsked {
  revisions: readonly PlannedRevision[];
  book: readonly Kept[];
  device: string;
  heard: number | undefined;
  now: number;
}

const MINUTE = 60_000;
type FactOf<K extends AnyEntry['fact']['kind']> = Extract<AnyEntry['fact'], { kind: K }>;
type Of<K extends AnyEntry['fact']['kind']> = { kept: Kept; fact: FactOf<K> };
const every = <K extends AnyEntry['fact']['kind']>(book: readonly Kept[], kind: K): Of<K>[] =>
  book.flatMap((kept) => (kept.entry.fact.kind === kind ? [{ kept, fact: kept.entry.fact as FactOf<K> }] : []));

function knew(later: Kept, earlier: Kept): boolean {
  const [a, b] = [later.entry, earlier.entry];
  if (a.device === b.device) return a.count > b.count;
  return earlier.seq !== undefined && earlier.seq <= a.known;
}
const takenBack = (one: Kept, book: readonly Kept[]) => book.some(({ entry }) => entry.corrects === one.entry.id);
function believed(one: Kept, { book, now }: CoverAsked): boolean {
  const at = new Date(one.entry.at).getTime();
  if (one.refused || takenBack(one, book) || at > now) return false;
  if (one.off !== undefined && Math.abs(one.off - (one.entry.clock ?? 0)) > 5 * MINUTE) return false;
  return one.receivedAt === undefined || at <= new Date(one.receivedAt).getTime() + 5 * MINUTE;
}
const touches = ({ from, to }: { from: number; to: number }, x: number) => from <= x && x <= to;

const current = ({ revisions }: CoverAsked): PlannedRevision => [...revisions].sort((a, b) => b.number - a.number)[0] as PlannedRevision;
/** Everything a plan says of the pipe at a station, as a text. */
function saysAt({ job, run, plan }: PlannedRevision, x: number): string {
  const design = designsOf(job, run, plan.places)(x, null);
  const reach = run.reaches.findLast(({ from }) => from <= x);
  return JSON.stringify([
    ...[design?.bottom, design?.bed, design?.invert, design?.width].map((one) => one?.toFixed(4)),
    reach?.beddingMaterial,
    reach?.tapes.length,
    run.laid.map(({ product }) => product),
  ]);
}

/** Where a plan has a station, by walking its line from the start: east and north, metres. */
function placeAt({ run: { route } }: PlannedRevision, x: number): [number, number] {
  let left = x;
  for (const [i, to] of route.entries()) {
    const from = route[i - 1];
    if (!from) continue;
    const leg = Math.hypot(to.x - from.x, to.y - from.y);
    if (left <= leg || i === route.length - 1) return [from.x + ((to.x - from.x) * left) / leg, from.y + ((to.y - from.y) * left) / leg];
    left -= leg;
  }
  throw new Error('The line was drawn');
}
/** Is a station of two plans the same place? Half a metre is what a tape is out. */
function liesSame(a: PlannedRevision, b: PlannedRevision, x: number): boolean {
  const [[ax, ay], [bx, by]] = [placeAt(a, x), placeAt(b, x)];
  return Math.hypot(ax - bx, ay - by) <= 0.5;
}
/** And do they say the same of it? */
const sameFor = (a: PlannedRevision, b: PlannedRevision, x: number): boolean => liesSame(a, b, x) && saysAt(a, x) === saysAt(b, x);

/** May the drain be covered at a station? */
export function mayCover(asked: CoverAsked, x: number): boolean {
  const { book } = asked;
  const force = current(asked);
  const ofThis = ({ fact }: { fact: { revision: string } }) => {
    const seen = asked.revisions.find(({ id }) => id === fact.revision);
    return seen !== undefined && sameFor(seen, force, x);
  };
  const sure = ({ kept }: { kept: Kept }) => believed(kept, asked);
  const design = designsOf(force.job, force.run, force.plan.places)(x, null);
  if (!design) return false;

  // Points, one list each: a yes of this plan that is believed, and no “no” that none of those knew of.
  const answered = <T extends { kept: Kept; fact: { from: number; to: number; points: { id: string; ok: boolean }[]; revision: string } }>(
    list: readonly T[],
    points: readonly string[],
    counts: (one: T) => boolean = () => true,
  ) =>
    points.every((point) => {
      const on = list.filter(({ fact }) => touches(fact, x));
      const said = (ok: boolean) => on.filter(({ fact }) => fact.points.some((one) => one.id === point && one.ok === ok));
      const yes = said(true).filter((one) => sure(one) && ofThis(one) && counts(one));
      return yes.length > 0 && said(false).every((no) => yes.some((one) => knew(one.kept, no.kept)));
    });
  const looks = every(book, 'bedSeen');
  const laid = every(book, 'laid');
  const laidHere = laid.filter(({ fact }) => touches(fact, x));
  if (
    !answered(
      looks.filter(({ fact }) => fact.when === 'before'),
      ['clean', 'dry'],
    )
  )
    return false;
  const drain = every(book, 'found').some(({ fact }) => fact.what === 'drain' && touches({ from: fact.from - 0.5, to: fact.to + 0.5 }, x));
  if (!answered(laid, drain ? ['order', 'clean', 'sleeved'] : ['order', 'clean'])) return false;
  if (
    !answered(
      looks.filter(({ fact }) => fact.when === 'after'),
      ['fallen', 'firm', 'haunch'],
      ({ kept }) => laidHere.every((one) => knew(kept, one.kept)),
    )
  )
    return false;
  if (!answered(every(book, 'coverReady'), force.run.reaches[0]?.tapes.length ? ['tape', 'future'] : ['future'])) return false;

  // Others may know what this device does not: out of hearing only for an hour after it was asked on it.
  const inHearing = asked.heard !== undefined && asked.now - asked.heard <= 75_000;
  const own = every(book, 'coverReady').some(
    (one) =>
      touches(one.fact, x) &&
      one.kept.entry.device === asked.device &&
      sure(one) &&
      ofThis(one) &&
      one.fact.points.every(({ ok }) => ok) &&
      asked.now < new Date(one.kept.entry.at).getTime() + 60 * MINUTE,
  );
  if (!inHearing && !own) return false;

  // The bed: as thick as asked between the readings either side, each the last word at its station, of a plan that says the same where it was read.
  const beds = every(book, 'bed').filter((one) => {
    const seen = asked.revisions.find(({ id }) => id === one.fact.revision);
    return sure(one) && seen !== undefined && sameFor(seen, force, one.fact.station);
  });
  const last = beds.filter(
    (one) => !beds.some((other) => other !== one && other.fact.station === one.fact.station && knew(other.kept, one.kept)),
  );
  const bedAt = reads(
    last.map(({ fact }) => ({ at: fact.station, value: fact.thickness })),
    x,
    Math.min,
  );
  if (bedAt === undefined || bedAt < (design.bed as number) - design.bottom - 0.01 - 1e-9) return false;

  // Line and level, by levels that are believed and were read where the line lies now.
  const checks = every(book, 'check').filter((one) => {
    const seen = asked.revisions.find(({ id }) => id === one.fact.revision);
    return sure(one) && one.fact.layer === 'pipe' && seen !== undefined && liesSame(seen, force, one.fact.station);
  });
  const lastChecks = checks.filter(
    (one) => !checks.some((other) => other !== one && other.fact.station === one.fact.station && knew(other.kept, one.kept)),
  );
  const designs = designsOf(force.job, force.run, force.plan.places);
  const off = reads(
    lastChecks.map(({ fact }) => ({ at: fact.station, value: fact.found.value - (designs(fact.station, null)?.invert ?? NaN) })),
    x,
    (a, b) => (Math.abs(a) > Math.abs(b) ? a : b),
  );
  if (off === undefined || Math.abs(off) > 0.03 + 1e-9) return false;

  // Every joint near: one that is home, of this plan, within reach of where it is expected; none near that is not.
  const joints = every(book, 'joint').filter(({ kept }) => !takenBack(kept, book));
  const cut = (one: Kept) => joints.some(({ kept, fact }) => !kept.refused && fact.replaces === one.entry.id);
  const stands = ({ fact }: Of<'joint'>) => fact.made.as === 'pushFit' && fact.made.home;
  if (joints.some((one) => Math.abs(one.fact.station - x) <= 0.5 && !stands(one) && !cut(one.kept))) return false;
  const stick = 6;
  for (let at = 24 - stick; at > 0; at -= stick)
    if (
      Math.abs(at - x) <= 0.5 &&
      !joints.some((one) => stands(one) && sure(one) && !cut(one.kept) && Math.abs(one.fact.station - at) <= 1.5)
    )
      return false;

  // The air test: by what was lost in three minutes of 100 mbar.
  const lost = ({ fact: { readings } }: Of<'test'>) => (readings[0]?.value ?? 0) - (readings.at(-1)?.value ?? 0);
  const tests = every(book, 'test').filter(({ fact }) => touches(fact, x) && fact.how.of === 'air');
  const done = (test: Kept, { from, to }: { from: number; to: number }) =>
    [
      ...joints.filter(({ fact }) => fact.station >= from && fact.station <= to),
      ...every(book, 'damage').filter(({ fact }) => fact.from < to && fact.to > from),
      ...laid.filter(({ kept, fact }) => !takenBack(kept, book) && fact.from < to && fact.to > from),
    ].every(({ kept }) => takenBack(kept, book) || knew(test, kept));
  const passed = tests.filter((one) => sure(one) && ofThis(one) && lost(one) <= 1500 && done(one.kept, one.fact));
  if (passed.length === 0) return false;
  if (tests.some((bad) => lost(bad) > 1500 && !passed.some((one) => knew(one.kept, bad.kept)))) return false;

  // A picture near, nothing found, nothing in the air.
  const pictured = book.some((one) => {
    const { fact, photos } = one.entry;
    const [from, to] =
      'from' in fact && 'to' in fact ? [fact.from as number, fact.to as number] : 'station' in fact ? [fact.station, fact.station] : [];
    if (!photos?.length || !believed(one, asked) || typeof from !== 'number' || typeof to !== 'number') return false;
    if (x < from - 5 - 1e-9 || x > to + 5 + 1e-9) return false;
    // Of the drain as it lies by this plan: not of the trench before it, and not of what lay there by another plan.
    const taken = x < from ? from : x > to ? to : x;
    const now = (revision: string) => asked.revisions.some((plan) => plan.id === revision && sameFor(plan, force, taken));
    switch (fact.kind) {
      case 'laid':
      case 'joint':
      case 'test':
      case 'coverReady':
        return now(fact.revision);
      case 'bedSeen':
        if (fact.when === 'after') return now(fact.revision);
        break;
      case 'check':
        if (fact.layer === 'pipe') return now(fact.revision);
        break;
      case 'note':
        break;
      default:
        return false;
    }
    return laid.some((lies) => touches(lies.fact, taken) && sure(lies) && now(lies.fact.revision) && knew(one, lies.kept));
  });
  const hanging = every(book, 'lifted').some(
    ({ kept, fact }) =>
      touches({ from: fact.from - 0.5, to: fact.to + 0.5 }, x) &&
      !every(book, 'setDown').some((one) => one.fact.lift === kept.entry.id && !takenBack(one.kept, book)),
  );
  const found = every(book, 'found').some(
    ({ kept, fact }) =>
      touches({ from: fact.from - 0.5, to: fact.to + 0.5 }, x) &&
      !every(book, 'settled').some((one) => one.fact.found === kept.entry.id && !takenBack(one.kept, book)),
  );
  return pictured && !hanging && !found;
}

/** What readings five metres apart at most say of a station; of two at one station the worse. */
function reads(list: readonly { at: number; value: number }[], x: number, worse: (a: number, b: number) => number): number | undefined {
  const best = new Map<number, number>();
  for (const { at, value } of list) best.set(at, best.has(at) ? worse(best.get(at) as number, value) : value);
  const stations = [...best.keys()].sort((a, b) => a - b);
  const [a, b] = [stations.findLast((at) => at <= x), stations.find((at) => at > x)];
  if (a !== undefined && b !== undefined && b - a <= 5 + 1e-9)
    return (best.get(a) as number) + (((best.get(b) as number) - (best.get(a) as number)) * (x - a)) / (b - a);
  const near = [a, b].find((at) => at !== undefined && Math.abs(at - x) <= 2.5 + 1e-9);
  return near === undefined ? undefined : best.get(near);
}
