import type { AnyEntry, Kept } from '../book';
import { inspectionItems } from '../protection';
import type { Place } from '../trench';
import type { PlannedRevision } from './enter';

/*
 * A second opinion on Safe to enter, written from the rules as people say them and using nothing of the gate, the register or the walls: for one station it
 * goes through the raw list of entries and asks, is somebody there protected, inspected, aired, able to get out, by this shift's look at this plan?
 */

export interface Asked {
  revisions: readonly PlannedRevision[];
  book: readonly Kept[];
  device: string;
  heard: number | undefined;
  now: number;
}

const MINUTE = 60_000;
const SHIFT = 14 * 60 * MINUTE;

const moment = ({ entry }: Kept): number => new Date(entry.at).getTime();
const touches = (fact: { from: number; to: number }, x: number): boolean => fact.from <= x && x <= fact.to;
/** Did who wrote `later` know of `earlier`? */
function knew(later: Kept, earlier: Kept): boolean {
  const [a, b] = [later.entry, earlier.entry];
  if (a.device === b.device) return a.count > b.count;
  return earlier.seq !== undefined && earlier.seq <= a.known;
}

/** May an entry's good news be believed now? */
function believed(one: Kept, { book, now }: Asked): boolean {
  if (one.refused || book.some(({ entry }) => entry.corrects === one.entry.id)) return false;
  if (moment(one) > now) return false;
  if (one.off !== undefined && Math.abs(one.off - (one.entry.clock ?? 0)) > 5 * MINUTE) return false;
  return one.receivedAt === undefined || moment(one) <= new Date(one.receivedAt).getTime() + 5 * MINUTE;
}

type FactOf<K extends AnyEntry['fact']['kind']> = Extract<AnyEntry['fact'], { kind: K }>;
const every = <K extends AnyEntry['fact']['kind']>(book: readonly Kept[], kind: K): { kept: Kept; fact: FactOf<K> }[] =>
  book.flatMap((kept) => (kept.entry.fact.kind === kind ? [{ kept, fact: kept.entry.fact as FactOf<K> }] : []));

const current = ({ revisions }: Asked): PlannedRevision => [...revisions].sort((a, b) => b.number - a.number)[0] as PlannedRevision;

/** The hole somebody at a station stands in: a pit before the trench. */
function holeAt({ plan }: PlannedRevision, x: number): Place | undefined {
  const here = plan.places.filter(({ from, to }) => from <= x && x <= to);
  return here.find(({ kind }) => kind !== 'reach') ?? here[0];
}

function depthAt(place: Place, x: number): number {
  for (let i = 1; i < place.station.length; i++) {
    const [a, b] = [place.station[i - 1] as number, place.station[i] as number];
    if (x < a || x > b || b === a) continue;
    const [da, db] = [place.depth[i - 1] as number, place.depth[i] as number];
    return da + ((db - da) * (x - a)) / (b - a);
  }
  return NaN;
}

/** Everything a plan says of a station, as a text: compared, nothing more. */
function saysAt(of: PlannedRevision, x: number): string {
  const place = holeAt(of, x);
  if (!place) return 'nothing';
  const { entry, left, right, protection, shortTerm } = place.sides;
  const support = of.plan.supports.find((one) => one.place === place.id);
  const kit = support?.kit as unknown as Record<string, unknown> | undefined;
  const ordered =
    kit &&
    Object.keys(kit)
      .sort()
      .map((key) => [key, kit[key]]);
  return JSON.stringify([
    depthAt(place, x).toFixed(3),
    entry,
    left,
    right,
    protection,
    shortTerm,
    place.soil,
    place.width.toFixed(3),
    ordered,
  ]);
}
const compared = new Map<string, boolean>();
function sameThere(a: PlannedRevision, b: PlannedRevision, from: number, to: number): boolean {
  // Plans are told apart by what they are, not by their number: those of a test are few.
  if (a.plan === b.plan) return true;
  const key = `${nameOf(a.plan)} ${nameOf(b.plan)} ${from} ${to}`;
  const known = compared.get(key) ?? sampled(a, b, from, to);
  compared.set(key, known);
  return known;
}
const names = new WeakMap<object, number>();
let count = 0;
const nameOf = (plan: object): number => {
  const name = names.get(plan) ?? ++count;
  names.set(plan, name);
  return name;
};
function sampled(a: PlannedRevision, b: PlannedRevision, from: number, to: number): boolean {
  if (JSON.stringify(a.rules) !== JSON.stringify(b.rules)) return false;
  for (let x = from + 0.01; x < to; x += 0.2) if (saysAt(a, x) !== saysAt(b, x)) return false;
  return true;
}

/** Inspections that could let somebody in at a station, and short looks beside them. */
function looksAt(asked: Asked, x: number): { inspections: Kept[]; all: Kept[] } {
  const { book, now, revisions } = asked;
  const force = current(asked);
  const ofThisPlan = (fact: { revision: string; from: number; to: number }) => {
    const seen = revisions.find(({ id }) => id === fact.revision);
    const place = holeAt(force, x) as Place;
    return seen !== undefined && sameThere(seen, force, Math.max(fact.from, place.from), Math.min(fact.to, place.to));
  };
  const bad = book.filter(({ entry: { fact } }) => {
    if (fact.kind === 'happening') return fact.where === null || (fact.where.from <= x && x <= fact.where.to);
    if (fact.kind === 'inspection') return fact.items.some((item) => !item.ok && touches(item, x));
    if (fact.kind !== 'unknown') return false;
    const { from, to } = fact.raw as { from?: number; to?: number };
    return from === undefined || to === undefined || (from <= x && x <= to);
  });
  const inspections = every(book, 'inspection')
    .filter(({ kept, fact }) => {
      const over = Math.min(new Date(fact.until).getTime(), moment(kept) + SHIFT);
      const seen = revisions.find(({ id }) => id === fact.revision);
      const questions = seen ? inspectionItems(seen.run, seen.rules, seen.plan, fact, 'metric').filter((item) => touches(item, x)) : [];
      const answered =
        fact.items.every((item) => item.ok || !touches(item, x)) &&
        questions.every(({ id }) => fact.items.some((item) => item.id === id && item.ok && touches(item, x)));
      return touches(fact, x) && believed(kept, asked) && now < over && answered && ofThisPlan(fact);
    })
    .map(({ kept }) => kept)
    .filter((kept) => bad.every((one) => one === kept || (one.entry.fact.kind !== 'unknown' && knew(kept, one))));
  const looks = every(book, 'look')
    .filter(({ kept, fact }) => touches(fact, x) && believed(kept, asked) && now < moment(kept) + SHIFT && ofThisPlan(fact))
    .map(({ kept }) => kept);
  return { inspections, all: [...inspections, ...looks] };
}

interface Stands {
  piece: string;
  from: number;
  to: number;
  extensions: number;
  said: Kept[];
}

/** Pieces that stand for sure: everything last said of them says the same and is believed. */
function standing(asked: Asked): Stands[] {
  const { book } = asked;
  const kit = current(asked).plan.supports[0]?.kit?.id;
  const ids = every(book, 'delivered')
    .filter(({ kept, fact }) => fact.kit === kit && believed(kept, asked))
    .flatMap(({ fact }) => fact.pieces.map(({ id }) => id));
  return ids.flatMap((piece): Stands[] => {
    const said = book.filter(({ entry: { fact } }) =>
      fact.kind === 'standing'
        ? fact.pieces.some((one) => one.piece === piece)
        : (fact.kind === 'released' || fact.kind === 'takenOut') && fact.pieces.includes(piece),
    );
    const last = said.filter((one) => !said.some((other) => other !== one && knew(other, one)));
    const texts = new Set(
      last.map(({ entry: { fact } }) =>
        fact.kind === 'standing' ? JSON.stringify([fact.pit, fact.pieces.find((one) => one.piece === piece)]) : fact.kind,
      ),
    );
    const fact = last[0]?.entry.fact;
    if (texts.size !== 1 || fact?.kind !== 'standing' || !last.every((one) => believed(one, asked))) return [];
    const { from, to, extensions } = fact.pieces.find((one) => one.piece === piece) as Omit<Stands, 'said'>;
    return [{ piece, from, to, extensions, said: last }];
  });
}

/** Does a set of shores hold? */
function setHolds(asked: Asked, set: Stands, since: number): boolean {
  const { book } = asked;
  const { rules, plan } = current(asked);
  const kit = plan.supports[0]?.kit;
  if (kit?.kind !== 'shores') return true;
  const tests = every(book, 'pressure').filter(({ fact }) => fact.piece === set.piece);
  const falls = ({ readings }: FactOf<'pressure'>) => {
    const values = readings.map(({ pressure }) => pressure);
    const low = Math.min(...values);
    const lasted = (readings.at(-1)?.minute ?? 0) - (readings[0]?.minute ?? 0);
    return (
      low < (values[0] as number) * 0.95 ||
      low < kit.pressure.least ||
      Math.max(...values) > kit.pressure.most ||
      lasted < (rules.holdTime.value ?? 0)
    );
  };
  const cans = every(book, 'can');
  const good = tests.filter(({ kept, fact }) => {
    const can = cans.some(
      (one) =>
        one.fact.ok &&
        believed(one.kept, asked) &&
        moment(one.kept) <= moment(kept) &&
        moment(kept) - moment(one.kept) <= SHIFT &&
        cans.every((other) => other.fact.ok || knew(one.kept, other.kept)),
    );
    return !falls(fact) && believed(kept, asked) && moment(kept) >= since && can && set.said.every((said) => knew(kept, said));
  });
  const bad = tests.filter(({ fact }) => falls(fact));
  return good.length > 0 && bad.every((one) => good.some((other) => knew(other.kept, one.kept)));
}

/** Is somebody at a station between walls that are held? By the neighbours alone. */
function held(asked: Asked, place: Place, x: number, looks: readonly Kept[], since: number): boolean {
  const support = current(asked).plan.supports.find((one) => one.place === place.id);
  if (place.sides.protection === 'none') return true;
  const schedule = support?.schedule;
  const seen = standing(asked).filter((one) => one.said.every((said) => looks.some((look) => knew(look, said))));
  if (schedule?.kind === 'shield') {
    const boxes = seen.filter(({ extensions }) => extensions >= schedule.stack.extensions);
    return boxes.some((box) => {
      if (!touches(box, x)) return false;
      if (schedule.ends === 'closed') return true;
      const touching = (end: number, side: 'from' | 'to') =>
        boxes.some((other) => other !== box && Math.abs(other[side] - end) <= 0.05 + 1e-9);
      return touching(box.from, 'to') && touching(box.to, 'from');
    });
  }
  if (schedule?.kind === 'shores') {
    const sets = seen.sort((a, b) => a.from - b.from);
    const pair = (i: number) => {
      const [a, b] = [sets[i], sets[i + 1]];
      return !!a && !!b && b.from - a.from <= schedule.spacing + 1e-6 && setHolds(asked, a, since) && setHolds(asked, b, since);
    };
    // At least three in a row: a pair with somebody between them, or at one of them, and one more set on either side.
    return sets.some(({ from }, i) => {
      const next = sets[i + 1];
      return next !== undefined && from <= x + 1e-9 && x <= next.from + 1e-9 && pair(i) && (pair(i - 1) || pair(i + 1));
    });
  }
  return false;
}

/** Good air where somebody stands, and no bad air anywhere in that hole. */
function aired(asked: Asked, place: Place, x: number, since: number): boolean {
  const { run, rules } = current(asked);
  if (!run.conditions.badAir || place.deepest.depth < (rules.airDepth.value ?? 0)) return true;
  const tests = every(asked.book, 'air');
  const foul = (fact: FactOf<'air'>) => fact.points.some(({ oxygen }) => oxygen < 0.195 || oxygen > 0.235);
  const good = tests.filter(({ kept, fact }) => !foul(fact) && believed(kept, asked) && moment(kept) >= since);
  const near = (fact: FactOf<'air'>, at: number) =>
    touches(fact, at) && fact.points.some(({ station }) => Math.abs(station - at) <= 3 + 1e-9);
  const bad = tests.filter(({ fact }) => foul(fact) && fact.from <= place.to && fact.to >= place.from);
  if (
    bad.some(
      (one) => !good.some((other) => knew(other.kept, one.kept) && one.fact.points.every(({ station }) => near(other.fact, station))),
    )
  )
    return false;
  return good.some(({ fact }) => near(fact, x));
}

/** Does a load hang there that nobody set down? */
const hangsOver = ({ book }: Asked, x: number): boolean =>
  every(book, 'lifted').some(
    ({ kept, fact }) =>
      x >= fact.from &&
      x <= fact.to &&
      !every(book, 'setDown').some(
        (one) => one.fact.lift === kept.entry.id && !one.kept.refused && !book.some(({ entry }) => entry.corrects === one.kept.entry.id),
      ),
  );

/** All but the way out. */
function mayStand(asked: Asked, x: number): { ladders: readonly number[] } | undefined {
  const { now, heard, device } = asked;
  const place = holeAt(current(asked), x);
  if (!place?.sides.entry || hangsOver(asked, x)) return undefined;
  const { inspections, all } = looksAt(asked, x);
  const newest = [...inspections].sort((a, b) => moment(b) - moment(a))[0];
  if (!newest) return undefined;
  const inHearing = heard !== undefined && now - heard <= 75_000;
  const own = all.some((one) => one.entry.device === device && now < moment(one) + 60 * MINUTE);
  if (!inHearing && !own) return undefined;
  // Whichever inspection is taken for the shift, readings count from four hours before it.
  const since = Math.min(...inspections.map(moment)) - 4 * 60 * MINUTE;
  if (!held(asked, place, x, all, since) || !aired(asked, place, x, since)) return undefined;
  return { ladders: all.flatMap(({ entry: { fact } }) => (fact.kind === 'inspection' || fact.kind === 'look' ? fact.ladders : [])) };
}

/** May somebody be at a station now? */
export function mayBeAt(asked: Asked, x: number): boolean {
  const here = mayStand(asked, x);
  if (!here) return false;
  const force = current(asked);
  const place = holeAt(force, x) as Place;
  if (depthAt(place, x) < (force.rules.egressDepth.value ?? 0) - 1e-6) return true;
  const travel = force.rules.egressTravel.value ?? Infinity;
  // A way out counts where one can walk to it: every step of the way is as good as where one stands.
  return [
    ...new Set(asked.book.flatMap(({ entry: { fact } }) => (fact.kind === 'inspection' || fact.kind === 'look' ? fact.ladders : []))),
  ].some((ladder) => {
    if (Math.abs(ladder - x) > travel + 1e-6) return false;
    const steps = Math.max(1, Math.ceil(Math.abs(ladder - x) / 0.5));
    return Array.from({ length: steps + 1 }, (_, i) => x + ((ladder - x) * i) / steps).every((at, i) => {
      const stands = mayStand(asked, at);
      return stands !== undefined && (i < steps || stands.ladders.includes(ladder));
    });
  });
}
