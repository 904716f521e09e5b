import {
  clockFault,
  doubtOf,
  HOUR,
  MINUTE,
  knows,
  lifts,
  momentOf,
  ofKind,
  sayEntry,
  withdrawn,
  type Doubt,
  type Kept,
  type KeptOf,
} from '../book';
import { soilTests } from '../ground/evidence';
import type { Range } from '../geometry';
import { speaksOf, type Job, type Run } from '../job';
import type { PlanFinding } from '../plan/checks';
import { groundFindings, type GroundFinding } from '../plan/ground';
import type { Plan } from '../plan/plan';
import { airRead, airTestFaults, airTestNeeded } from '../protection/air';
import { holesAt, saySame, type SaidPlan } from '../protection/says';
import { inspectionItems, LONGEST_SHIFT } from '../protection/inspection';
import type { InspectionItem } from '../protection';
import type { Rules } from '../rules';
import { liftedIn } from '../lay/lifted';
import { piecesIn, protectedIn, registerOf, setFaults, type RegisteredPiece, type Protected } from '../site';
import { isPit, wholeOfPlaces } from '../trench/places';
import type { Place } from '../trench';
import { figuresIn, formatHours, formatLength, type UnitSystem } from '../units';
import { sayPlace } from '../words/places';
import type { Reader } from '../words';
import { hearingOf, type Hearing } from './hearing';
import { against, reasonOf } from './reasons';
import { gateOf, isOpen, shutGate, SHORTEST, type Reason, type SafeGate } from './stretches';

/** An issued plan with what comes of it. */
export interface PlannedRevision {
  id: string;
  number: number;
  job: Job;
  run: Run;
  rules: Rules;
  plan: Plan;
  /** What this program makes of it otherwise than the one that issued it, in sentences. */
  drifted?: readonly string[];
}

export interface EnterInputs extends Hearing {
  /** Every issued plan that is known; the one with the highest number is in force. */
  revisions: readonly PlannedRevision[];
  /** The book as this device knows it: what the server keeps, what waits here, and what was refused. */
  book: readonly Kept[];
  units: UnitSystem;
}

/** Readings of pressure and air count for a shift when taken this many hours before its inspection or later. */
const BEFORE = 4;
/** Pieces this near are told of, metres. */
const NEAR = 10;
/** Nobody stands on a point: what is said of one counts this far round it, metres. */
const ROUND = 0.5;

const COMPETENT = 'Competent person';
const CREW = 'Whoever works there';
const PLANNER = 'Whoever plans it';

const LOOK_AGAIN = { how: 'have the competent person look again', who: COMPETENT, connects: CREW };

type Inspected = KeptOf<'inspection'>;
const stop = (id: string, what: string, why: string, who = COMPETENT): Reason => ({ id, state: 'stop', what, why, who });

/** What is the same for every station: worked out once. */
interface Prepared extends EnterInputs {
  force: PlannedRevision;
  rules: Rules;
  gone: ReadonlySet<string>;
  /** Inspections that could open something now, newest first, and short looks of this shift. */
  inspections: Inspected[];
  looks: KeptOf<'look'>[];
  /** What shuts wherever it speaks until an inspection in the knowledge of it. */
  bad: { kept: Kept; where: Range | undefined; reason: Reason; never?: true }[];
  register: RegisteredPiece[];
  ground: GroundFinding[];
}

/**
 * May people go in, and where? A function of issued plan, book and clock, worked out anew every time and remembered nowhere. At a station it is open where
 * people are to go in, a competent person inspected this very plan this shift in the knowledge of everything bad that was said of it, what stands there now
 * protects them and was looked at where it stands, the air is good there and a way out is near. What is not known counts against.
 */
export function safeToEnter(inputs: EnterInputs): SafeGate {
  const force = inForce(inputs.revisions);
  if (!force) {
    const reason = stop('issue', 'No plan is issued', 'People work to an issued plan: issue the one you have.', PLANNER);
    return shutGate([{ ...reason, where: [] }]);
  }
  const all = prepare(inputs, force);
  const cuts = cutsOf(all);
  const pieces = cuts.slice(1).flatMap((to, i): Judged[] => {
    const from = cuts[i] as number;
    return to - from < SHORTEST ? [] : [{ from, to, ...judgeAt(all, (from + to) / 2) }];
  });
  return gateOf(
    withWaysOut(
      all,
      pieces.filter(({ places }) => places.length > 0),
    ),
    force.number,
  );
}

/** The issued plan people work to. */
export const inForce = <T extends { number: number }>(revisions: readonly T[]): T | undefined =>
  revisions.reduce<T | undefined>((best, one) => (best && best.number >= one.number ? best : one), undefined);

function prepare(inputs: EnterInputs, force: PlannedRevision): Prepared {
  const { book, now, units } = inputs;
  const { rules } = force;
  const gone = withdrawn(book);
  const sure = (one: Kept) => doubtOf(one, gone, now, rules) === undefined;
  const inspections = ofKind(book, 'inspection')
    .filter((one) => sure(one) && now < shiftEnd(one))
    .sort((a, b) => momentOf(b) - momentOf(a) || b.entry.count - a.entry.count);
  return {
    ...inputs,
    force,
    rules,
    gone,
    inspections,
    looks: ofKind(book, 'look').filter((one) => sure(one) && now < momentOf(one) + LONGEST_SHIFT * HOUR),
    bad: badNews(book, units),
    register: registerOf(book, now, rules),
    ground: groundFindings(force.run, rules, force.plan.places, soilTests(book, now, rules)),
  };
}

/** When an inspection ends, ms. */
const shiftEnd = (one: Inspected): number => Math.min(Date.parse(one.entry.fact.until), momentOf(one) + LONGEST_SHIFT * HOUR);

/** Everything that shuts, whatever its clock says and whether or not the server took it. */
function badNews(book: readonly Kept[], units: UnitSystem): Prepared['bad'] {
  const hanging = liftedIn(book).map(({ kept, from, to }): Prepared['bad'][number] => ({
    kept,
    where: widened({ from, to }),
    reason: stop(
      `lifted.${kept.entry.id}`,
      sayEntry(kept.entry, units),
      'Nobody under it, nobody in the way it swings: set it down, and say so.',
      CREW,
    ),
    never: true,
  }));
  const said = book.flatMap((kept): Prepared['bad'] => {
    const { entry } = kept;
    const { fact } = entry;
    const late = `Entered by ${entry.author}; inspect again before anybody goes in.`;
    switch (fact.kind) {
      case 'happening': {
        const reason = stop(`happening.${entry.id}`, sayEntry(entry, units), late);
        return [{ kept, where: fact.where ? widened(fact.where) : undefined, reason }];
      }
      case 'inspection':
        return fact.items
          .filter(({ ok }) => !ok)
          .map(({ id, ask, note, from, to }) => ({
            kept,
            where: widened({ from, to }),
            reason: stop(`item.${id}`, `Found wanting: ${ask}`, note || `Found by ${entry.author}. Put it right, then inspect again.`),
          }));
      case 'unknown': {
        const reason = stop(
          `unknown.${entry.id}`,
          sayEntry(entry, units),
          `Entered by ${entry.author}. Reload for the newer program, then look at what it says.`,
          CREW,
        );
        return [{ kept, where: rangeIn(fact.raw), reason, never: true }];
      }
      default:
        return [];
    }
  });
  return [...hanging, ...said];
}

/** The stretch an unknown fact says it is about; undefined where it says none. */
function rangeIn(raw: unknown): Range | undefined {
  const { from, to } = (typeof raw === 'object' && raw !== null ? raw : {}) as { from?: unknown; to?: unknown };
  return typeof from === 'number' && typeof to === 'number' && from <= to ? { from, to } : undefined;
}

interface Judged extends Range {
  places: Place[];
  reasons: Reason[];
  closes: number;
  /** Where people get out, as looked at last there; undefined where it was not inspected. */
  ladders: readonly number[] | undefined;
}

/** What is said of a point, as the stretch it counts for. */
const widened = ({ from, to }: Range): Range => (to - from < ROUND ? { from: from - ROUND, to: to + ROUND } : { from, to });
const speaksAt = ({ where }: { where: readonly Range[] }, at: number): boolean =>
  where.length === 0 || where.some((range) => within(at, widened(range)));
const within = (at: number, { from, to }: Range): boolean => at >= from && at <= to;

/** **May somebody be at this station now?** All but the way out, which lies elsewhere. */
function judgeAt(all: Prepared, at: number): Omit<Judged, 'from' | 'to'> {
  const { force } = all;
  const places = holesAt(force.plan, at);
  if (places.length === 0) return { places, reasons: [], closes: Infinity, ladders: undefined };
  const reasons: Reason[] = places.some(({ sides }) => !sides.entry)
    ? [stop('entry', 'Nobody goes in here', 'Planned to be laid from the surface; nobody steps in, not for a moment.', PLANNER)]
    : [];
  const { good, wanting } = inspectedAt(all, at);
  const [inspected] = good;
  reasons.push(...wanting, ...planReasons(all, at));
  const looked = inspected ? all.looks.filter((one) => within(at, one.entry.fact) && sameRevision(all, one, at)) : [];
  const looks = [...looked, ...good].sort((a, b) => momentOf(b) - momentOf(a));
  const short = shortReasons(all, inspected, at);
  reasons.push(...short.reasons);
  const since = inspected ? momentOf(inspected) - BEFORE * HOUR : all.now;
  for (const place of places) {
    reasons.push(...standingReasons(all, place, at, since, looks));
    if (airTestNeeded(force.run.conditions.badAir, place.deepest.depth, all.rules)) reasons.push(...airReasons(all, place, at, since));
  }
  const heard = hearingOf(all, all.rules, looks, LOOK_AGAIN);
  reasons.push(...heard.reasons);
  return {
    places,
    reasons,
    closes: Math.min(inspected ? shiftEnd(inspected) : Infinity, short.ends, heard.ends),
    ladders: looks[0]?.entry.fact.ladders,
  };
}

/** Was a look made of the plan in force, as far as that says anything of the stretch it looked at round a station? */
function sameRevision(all: Prepared, { entry: { fact } }: Inspected | KeptOf<'look'>, at: number): boolean {
  const { force, revisions } = all;
  if (fact.revision === force.id) return true;
  const seen = revisions.find(({ id }) => id === fact.revision);
  if (!seen) return false;
  const key = `${fact.revision} ${fact.from} ${fact.to}`;
  const about = [seen, force].flatMap(({ plan }) => holesAt(plan, at));
  const range = {
    from: Math.max(fact.from, Math.min(...about.map(({ from }) => from))),
    to: Math.min(fact.to, Math.max(...about.map(({ to }) => to))),
  };
  return cached(all, `${key} ${range.from} ${range.to}`, () => saySame(said(seen), said(force), range));
}
const said = ({ run, rules, plan }: PlannedRevision): SaidPlan => ({ run, rules, plan });

/** Answers that are the same for many stations, kept for one working out of the gate. */
const caches = new WeakMap<Prepared, Map<string, unknown>>();
function cached<T>(all: Prepared, key: string, work: () => T): T {
  const cache = caches.get(all) ?? new Map<string, unknown>();
  caches.set(all, cache);
  if (!cache.has(key)) cache.set(key, work());
  return cache.get(key) as T;
}

/** The inspections that open a station, newest first; without one, what the best there is wants. */
function inspectedAt(all: Prepared, at: number): { good: Inspected[]; wanting: Reason[] } {
  const here = all.inspections.filter((one) => within(at, one.entry.fact));
  const tried = here.map((one) => ({ one, wanting: wantingOf(all, one, at) }));
  const good = tried.filter(({ wanting }) => wanting.length === 0).map(({ one }) => one);
  const [best] = tried;
  return { good, wanting: good.length > 0 ? [] : best ? best.wanting : notInspected(all, at) };
}

/** What keeps one inspection from opening a station. */
function wantingOf(all: Prepared, one: Inspected, at: number): Reason[] {
  const bad = all.bad
    .filter(({ kept, where, never }) => kept !== one && (!where || within(at, where)) && (never || !lifts(one, kept)))
    .map(({ reason, kept }) => ({ ...reason, why: `${reason.why}${cameLate(all, kept, one)}` }));
  const answers = one.entry.fact.items.filter((item) => within(at, widened(item)));
  const own = answers.filter(({ ok }) => !ok);
  const changed = sameRevision(all, one, at)
    ? []
    : [stop('changed', 'The plan changed since the inspection', 'What was inspected is not what is issued now: look again.')];
  return [
    ...bad,
    ...own.map((item) => stop(`item.${item.id}`, `Found wanting: ${item.ask}`, item.note || 'Put it right, then inspect again.')),
    ...questionsOf(all, one)
      .filter((item) => within(at, widened(item)) && !answers.some(({ id }) => id === item.id))
      .map(({ id, ask }) => stop(`item.${id}`, `Not answered: ${ask}`, 'Inspect again; every question counts.')),
    ...changed,
  ];
}

/** Everything that the plan an inspection was made of asks of its stretch. */
const questionsOf = (all: Prepared, { entry: { id, fact } }: Inspected): InspectionItem[] =>
  cached(all, `questions ${id}`, () => {
    const seen = all.revisions.find((one) => one.id === fact.revision);
    return seen ? inspectionItems(seen.run, seen.rules, seen.plan, fact, all.units) : [];
  });

/** What is kindly said of bad news that came to hand only after the inspection it is older than. */
function cameLate({ rules }: Prepared, bad: Kept, good: Inspected): string {
  const off = clockFault(bad);
  if (off !== undefined && off > (rules.clockOff.value ?? 0) * MINUTE)
    return ` The clock of that device is ${Math.round(off / MINUTE)} min off: it counts from when it came in.`;
  if (bad.seq === undefined || momentOf(bad) > momentOf(good)) return '';
  return ` It was seen before the inspection but came in after it: ${bad.entry.author} was out of hearing. Nobody did anything wrong; look again.`;
}

const DOUBTS: Record<Doubt, (author: string) => [what: string, why: string]> = {
  refused: () => ['The inspection was refused and counts for nothing', 'Read why on the device that made it, and enter it again.'],
  withdrawn: () => ['The inspection was said to be wrong', 'Inspect again.'],
  clock: (author) => [`The clock of ${author}’s device was off`, 'When it was looked at is not known well enough: look again.'],
  future: () => ['The inspection is of a time still to come', 'Its device’s clock is ahead: look again.'],
  unreadable: () => ['When it was inspected cannot be read', 'Inspect again.'],
};

/** Why no inspection counts at a station: there is none, its time is over, or it is not believed. */
function notInspected(all: Prepared, at: number): Reason[] {
  const { book, now, rules, gone } = all;
  const here = ofKind(book, 'inspection').filter((one) => within(at, one.entry.fact));
  const last = here.sort((a, b) => momentOf(a) - momentOf(b)).at(-1);
  const bad = all.bad.filter(
    ({ where, kept }) => (!where || within(at, where)) && (kept.entry.fact.kind === 'unknown' || !here.some((one) => lifts(one, kept))),
  );
  // Where nobody ever inspected, the last is enough to know.
  const told = bad.map(({ reason }) => reason).slice(-3);
  if (!last)
    return [
      stop('inspection', 'Not inspected', 'A competent person looks at everything before each shift, answers every question and signs.'),
      ...told,
    ];
  const doubt = doubtOf(last, gone, now, rules);
  if (doubt === undefined) return [stop('inspection', 'The shift is over', 'Inspect again before the next one.'), ...told];
  const [what, why] = DOUBTS[doubt](last.entry.author);
  return [stop('inspection', what, why), ...told];
}

/** What stands in a hole, and whether it protects somebody at a station of it, looked at where it stands. */
function standingReasons(all: Prepared, place: Place, at: number, since: number, looks: readonly Kept[]): Reason[] {
  const { force, register, units } = all;
  const support = force.plan.supports.find((one) => one.place === place.id);
  if (place.sides.protection === 'none' || !place.sides.entry) return [];
  if (!support?.kit || !support.schedule)
    return [stop(`kit.${place.id}`, 'No table of the supports is chosen', 'Without it nobody can say whether they hold.', PLANNER)];
  const covers = ({ where }: Protected) => where.some((range) => within(at, range));
  const held = protectedHere(all, place, since, register, 'all');
  const what = `What stands does not protect people here: ${sayPlace(place, units)}`;
  if (!covers(held)) {
    const near = held.wrong.filter(({ piece }) => Math.abs(piece.from - at) <= NEAR);
    const doubted = register.filter(({ state }) => state === 'doubt').map(({ name }) => name);
    const why =
      near.length > 0
        ? `${near.map(({ piece, why: fault }) => `${piece.name} ${fault}`).join('; ')}.`
        : doubted.length > 0
          ? `Where ${doubted.join(', ')} stands is not known: entries disagree, or one is not believed. Say again where it stands.`
          : `${figuresIn(support.kit.name, units)}: say in the register where it stands.`;
    return [stop(`stands.${place.id}`, what, why, CREW)];
  }
  // Looked at where it stands now: somebody who looked knew of the move.
  const unseen = unseenBy(all, looks);
  if (unseen.length === 0) return [];
  const seen = register.filter((piece) => !unseen.includes(piece));
  if (covers(protectedHere(all, place, since, seen, unseen.map(({ id }) => id).join(' ')))) return [];
  const moved = piecesIn(place, unseen).map(({ name }) => name);
  return [stop(`moved.${place.id}`, `Moved since it was looked at: ${moved.join(', ')}`, 'Look at it where it stands now, and say so.')];
}

/** Pieces that stand where nobody of those who looked saw them. */
const unseenBy = (all: Prepared, looks: readonly Kept[]): RegisteredPiece[] =>
  cached(all, `unseen ${looks.map(({ entry }) => entry.id).join(' ')}`, () =>
    all.register.filter((piece) => piece.state === 'standing' && !piece.by.every((moved) => looks.some((look) => knows(look, moved)))),
  );

/** Where some of the pieces of a hole protect people. @param key tells these pieces from others. */
function protectedHere(all: Prepared, place: Place, since: number, pieces: readonly RegisteredPiece[], key: string): Protected {
  return cached(all, `protected ${place.id} ${since} ${key}`, () => {
    const { force, rules, book, units, now } = all;
    const support = force.plan.supports.find((one) => one.place === place.id);
    const kit = support?.kit;
    const fault = cached(all, `sets ${since}`, () => setFaults({ book, rules, units, since, now }));
    const faultOf = (piece: RegisteredPiece) =>
      kit?.kind === 'shores' ? cached(all, `set ${piece.id} ${kit.id} ${since}`, () => fault(piece, kit)) : undefined;
    return protectedIn(place, support, pieces, faultOf, rules);
  });
}

function airReasons(all: Prepared, place: Place, at: number, since: number): Reason[] {
  const { book, rules, gone, now } = all;
  const tests = ofKind(book, 'air');
  const good = tests.filter(
    (one) => airTestFaults(one.entry.fact, rules).length === 0 && momentOf(one) >= since && doubtOf(one, gone, now, rules) === undefined,
  );
  // Gas stays in no one place: a bad reading shuts the whole hole, until the air is good where it was read.
  const bad = tests.filter(
    ({ entry: { fact } }) => airTestFaults(fact, rules).length > 0 && fact.from <= place.to && fact.to >= place.from,
  );
  const standing = bad.find(
    (one) => !good.some((other) => lifts(other, one) && one.entry.fact.points.every(({ station }) => airAt(other, station, rules))),
  );
  if (standing)
    return [
      stop(
        `air.${place.id}`,
        `Bad air: ${airTestFaults(standing.entry.fact, rules).join('; ')}`,
        'Blow it out from outside and test again.',
      ),
    ];
  if (good.some((one) => airAt(one, at, rules))) return [];
  return [stop(`air.${place.id}`, 'The air was not tested here this shift', rules.airDepth.basis)];
}
const airAt = (one: KeptOf<'air'>, at: number, rules: Rules): boolean => airRead(one.entry.fact, rules).some((range) => within(at, range));

/** The hours a stretch may stand open where some of it counts on ground that stands steeper for a short time; undefined where none of it does. */
export function shortHoursOf(findings: readonly PlanFinding[], range: Range): number | undefined {
  const hours = findings.flatMap((finding) =>
    finding.code === 'protection.shortTerm' && speaksOf(finding, range) ? [finding.facts.hours] : [],
  );
  return hours.length > 0 ? Math.min(...hours) : undefined;
}

/** A cut that stands steeper for a short time has to be shut again; it was open when it was looked at, whatever was entered. */
function shortReasons(all: Prepared, inspected: Inspected | undefined, at: number): { reasons: Reason[]; ends: number } {
  const hours = shortHoursOf(all.force.plan.findings, { from: at, to: at });
  if (hours === undefined || !inspected) return { reasons: [], ends: Infinity };
  const { opened } = inspected.entry.fact;
  if (opened === undefined)
    return {
      reasons: [
        stop('opened', 'Nobody said when it was opened', 'It stands this steep for a short time only: enter the hour with the inspection.'),
      ],
      ends: Infinity,
    };
  const ends = Math.min(Date.parse(opened), momentOf(inspected)) + hours * HOUR;
  if (all.now < ends) return { reasons: [], ends };
  return {
    reasons: [
      stop('opened', `Open for more than ${formatHours(hours)}`, 'It stands this steep for a short time only: lay it back or support it.'),
    ],
    ends,
  };
}

/** What the issued plan itself says against going in, and the ground by its tests. */
function planReasons(all: Prepared, at: number): Reason[] {
  const { force, rules, units, ground } = all;
  const reader: Reader = { rules, units };
  const limit = rules.protectionDepth.value ?? Infinity;
  const here = force.plan.findings.filter((finding) => speaksAt(finding, at));
  return [
    ...against(here, 'enter', reader).map((reason) => ({ ...reason, who: PLANNER })),
    ...ground
      .filter((finding) => speaksAt(finding, at))
      .map((finding): Reason => {
        const deep = (force.plan.places.find(({ id }) => id === finding.subject?.id)?.deepest.depth ?? 0) >= limit - 1e-6;
        const reason = { ...reasonOf(finding, reader, finding.severity === 'stop' || deep ? 'stop' : 'caution'), who: COMPETENT };
        return deep ? { ...reason, why: `${reason.why} From ${formatLength(limit, units)} on the walls depend on it.` } : reason;
      }),
  ];
}

/** Every station at which an answer may change. */
function cutsOf(all: Prepared): number[] {
  const { force, bad, inspections, looks, register, rules, book, ground } = all;
  const { plan } = force;
  const ends = (ranges: readonly Range[]) => ranges.flatMap(({ from, to }) => [from, to]);
  const travel = rules.egressTravel.value ?? Infinity;
  const ladders = [...inspections, ...looks].flatMap(({ entry }) => entry.fact.ladders);
  const facts = book.flatMap(({ entry: { fact } }): Range[] =>
    fact.kind === 'inspection'
      ? [fact, ...fact.items.map(widened)]
      : fact.kind === 'look'
        ? [fact]
        : fact.kind === 'air'
          ? [fact, ...airRead(fact, rules)]
          : [],
  );
  const cuts = [
    ...ends(plan.places),
    ...ends(plan.ranges.egress),
    ...[...plan.findings, ...ground].flatMap(({ where }) => ends(where.map(widened))),
    ...bad.flatMap(({ where }) => (where ? [where.from, where.to] : [])),
    ...ends(facts),
    ...ends(register),
    ...ladders.flatMap((at) => [at - travel, at, at + travel]),
  ];
  const { from: first, to: last } = wholeOfPlaces(plan.places);
  return [...new Set(cuts.filter((at) => Number.isFinite(at) && at >= first && at <= last))].sort((a, b) => a - b);
}

/** Is a hole deep enough at a station for a way out of its own? */
const needsWayOut = ({ plan }: PlannedRevision, places: readonly Place[], at: number): boolean =>
  places.some((place) =>
    isPit(place) ? plan.ladders.some((one) => one.place === place.id) : plan.ranges.egress.some((range) => within(at, range)),
  );

/** Shuts where no ladder can be reached, no further than the rule says, without leaving what is open. */
function withWaysOut(all: Prepared, pieces: readonly Judged[]): Judged[] {
  const travel = all.rules.egressTravel.value ?? Infinity;
  const follows = (i: number) => (pieces[i] as Judged).from - (pieces[i - 1] as Judged).to < SHORTEST;
  const result: Judged[] = [];
  for (let i = 0; i < pieces.length;) {
    let end = i + 1;
    if (isOpen(pieces[i] as Judged)) while (end < pieces.length && follows(end) && isOpen(pieces[end] as Judged)) end++;
    const row = pieces.slice(i, end);
    // Where it stands people must be able to stand: at the end of a stretch it may be shut.
    const stands = (at: number) => cached(all, `ladder ${at}`, () => isOpen(judgeAt(all, at)));
    const ladders = row.flatMap((piece) => (piece.ladders ?? []).filter((at) => within(at, piece) && stands(at)));
    for (const piece of row) {
      const middle = (piece.from + piece.to) / 2;
      const out = !isOpen(piece) || !needsWayOut(all.force, piece.places, middle) || ladders.some((at) => Math.abs(at - middle) <= travel);
      result.push(out ? piece : { ...piece, reasons: [...piece.reasons, noWayOut(all)] });
    }
    i = end;
  }
  return result;
}
const noWayOut = ({ rules, units }: Prepared): Reason =>
  stop(
    'ladder',
    'No way out within reach',
    `A ladder inside the protected part, within ${formatLength(rules.egressTravel.value ?? 0, units)}: set it, look, and say where it stands. ${rules.egressTravel.basis}.`,
  );
