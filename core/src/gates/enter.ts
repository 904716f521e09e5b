import { currentEntries } from '../ground';
import { joined, type Range } from '../geometry';
import { happenings, speaksOf, type Entry, type Inspection, type Run } from '../job';
import type { PlanFinding } from '../plan/checks';
import { groundFindings } from '../plan/ground';
import {
  airFaults,
  airTestNeeded,
  entered,
  holdFault,
  inspectionItems,
  inspectionPrint,
  LONGEST_SHIFT,
  piecesOf,
  touches,
  type HoldingPlan,
  type PlaceSupport,
} from '../protection';
import type { Rules } from '../rules';
import { isPit, type Place } from '../trench';
import { formatHours, formatLength, formatStation, type UnitSystem } from '../units';
import type { Reader } from '../words';
import { against, reasonOf, reasonsFirst, type Gate, type GateReason } from './reasons';

export interface SafeInputs {
  run: Run;
  rules: Rules;
  units: UnitSystem;
  plan: HoldingPlan & { findings: readonly PlanFinding[] };
  /** In the order it came in. */
  book: readonly Entry[];
  /** Made here and refused by the server: what is bad in them counts all the same, what is good does not. */
  refused?: readonly Entry[];
  /** Has somebody changed the plan elsewhere, or may they have, out of hearing? Then nobody goes in by the one on this device. */
  mayBeOld?: boolean;
  /** Do the inputs as they are now make a plan at all? Where not, `plan` is the last that could be made, and nobody goes in by it. */
  planned: boolean;
  /** Now, ISO 8601 in UTC. */
  now: string;
}

/** The gate **Safe to enter**: where it is open, and the moment it shuts by itself. */
export interface SafeGate extends Gate {
  /** Stretches people may go into; empty while it is shut. */
  where: Range[];
  closes: string | undefined;
}

const HOUR = 3_600_000;
/** Readings of pressure and air count for a shift when taken this many hours before its inspection or later. */
const BEFORE = 4;

const stop = (id: string, what: string, why: string): GateReason => ({ id, state: 'stop', what, why });
const ok = (id: string, what: string, why: string): GateReason => ({ id, state: 'ok', what, why });

/**
 * May people go in? Only on an inspection of this shift by a named competent person, every answer yes, of the plan as it is now, with nothing having
 * happened since, pressures holding and air good. Worked out anew from plan, book and clock every time. No inspection, no entry.
 */
export function safeToEnter(inputs: SafeInputs): SafeGate {
  const { run, plan, book, now } = inputs;
  const entries = currentEntries(book).filter(({ at }) => at <= now);
  const inspected = entries.findLast((entry): entry is Inspected => entry.fact.kind === 'inspection');
  const range = inspected ? { from: inspected.fact.from, to: inspected.fact.to } : wholeOf(run);
  const here = entered(plan, range);
  const reasons = [
    ...(here.length === 0
      ? [stop('entry', 'Nobody goes in here', 'Planned to be laid from the surface; nobody steps in, not for a moment.')]
      : []),
    ...(inputs.planned
      ? []
      : [stop('plan', 'The inputs as they stand make no plan', 'Mend them; what is drawn is not what is asked for any more.')]),
    ...(inputs.mayBeOld
      ? [stop('old', 'The plan on this device may be old', 'Somebody may have changed it: connect, or reload, and look again.')]
      : []),
    ...inspectionReasons(inputs, inspected),
    ...happeningReasons(inputs, inspected),
    ...(inspected ? readingReasons(inputs, entries, here, range, inspected.at) : []),
    ...(inspected ? shortReasons(inputs, inspected) : []),
    ...planReasons(inputs, range),
  ];
  const open = reasons.every(({ state }) => state !== 'stop');
  return {
    open,
    reasons: reasonsFirst(reasons),
    until: undefined,
    // Where nobody is to go in, the gate opens for nobody.
    where: open ? joined(here.map(({ from, to }) => ({ from: Math.max(from, range.from), to: Math.min(to, range.to) }))) : [],
    closes: open && inspected ? closing(inputs, inspected) : undefined,
  };
}

type Inspected = Entry & { fact: Inspection };

/** The book, and among it what was refused here: by this device's own clock, where it would have come in. */
function heard({ book, refused = [] }: SafeInputs): Entry[] {
  return refused.reduce<Entry[]>((all, entry) => all.toSpliced(all.findLastIndex(({ at }) => at <= entry.at) + 1, 0, entry), [...book]);
}

/**
 * Does a good look lift bad news? Only when it is later both by its clock and by its arrival: clocks of two devices differ, and what came in late
 * was not known to who looked.
 */
function lifts(inputs: SafeInputs): (good: Entry | undefined, bad: Entry) => boolean {
  const place = new Map(heard(inputs).map(({ id }, index) => [id, index]));
  return (good, bad) => good !== undefined && bad.at < good.at && (place.get(bad.id) as number) < (place.get(good.id) as number);
}

const wholeOf = (run: Run): Range => ({ from: run.stations[0]?.station ?? 0, to: run.stations.at(-1)?.station ?? 0 });

function inspectionReasons(inputs: SafeInputs, inspected: Inspected | undefined): GateReason[] {
  const { run, rules, plan, units, now } = inputs;
  if (!inspected)
    return [
      stop('inspection', 'Not inspected', 'A competent person looks at everything before each shift, answers every question and signs.'),
    ];
  const { fact, author, at } = inspected;
  const range = { from: fact.from, to: fact.to };
  const longest = Date.parse(at) + LONGEST_SHIFT * HOUR;
  if (now >= fact.until || Date.parse(now) >= longest)
    return [stop('inspection', 'The shift is over', 'Inspect again before the next one.')];
  if (fact.plan !== inspectionPrint(run, rules, plan, range))
    return [stop('inspection', 'The plan changed since the inspection', 'What was inspected is not what is planned now: look again.')];
  const answered = new Map(fact.items.map((item) => [item.id, item.ok]));
  const open = inspectionItems(run, rules, plan, range, units).filter(({ id }) => !answered.has(id));
  const lifted = lifts(inputs);
  // Somebody else's “no” counts however their clock is set, until a look that came after it.
  const wanting = heard(inputs).filter(
    (entry): entry is Inspected => entry.fact.kind === 'inspection' && touches(entry.fact, range) && !lifted(inspected, entry),
  );
  return [
    ...wanting.flatMap((entry) =>
      entry.fact.items
        .filter((item) => !item.ok)
        .map((item) => stop(`item.${item.id}`, `Found wanting: ${item.ask}`, item.note || 'Put it right, then inspect again.')),
    ),
    ...open.map(({ id, ask }) => stop(`item.${id}`, `Not answered: ${ask}`, 'Inspect again; every question counts.')),
    ok(
      'inspection',
      `Inspected by ${author} from ${formatStation(range.from, units)} to ${formatStation(range.to, units)}`,
      'Nobody goes further.',
    ),
  ];
}

/** Whatever happened shuts the gate; only an inspection that {@link lifts} it opens it again. */
function happeningReasons(inputs: SafeInputs, inspected: Entry | undefined): GateReason[] {
  const lifted = lifts(inputs);
  const reasons = heard(inputs).flatMap((entry): GateReason[] => {
    const { id, author, fact } = entry;
    if (fact.kind !== 'happening' || lifted(inspected, entry)) return [];
    const why = `${fact.note ? `${fact.note}. ` : ''}Entered by ${author}; inspect again before anybody goes in.`;
    return [stop(`happening.${id}`, happenings[fact.what], why)];
  });
  // Where nobody ever inspected, the last is enough to know.
  return inspected ? reasons : reasons.slice(-1);
}

/** A set of shores that holds a stretch: its id, and its number along the place, counted from 1. */
export interface HoldingSet {
  id: string;
  number: number;
}

/** Sets of a place that hold a stretch: those in it, and the nearest on both sides of it, for the walls between lean on them. */
export function setsHolding(support: PlaceSupport, range: Range): HoldingSet[] {
  if (support.schedule?.kind !== 'shores') return [];
  const sets = piecesOf(support);
  const first = Math.max(
    0,
    sets.findLastIndex(({ from }) => from <= range.from + 1e-9),
  );
  const next = sets.findIndex(({ from }) => from >= range.to - 1e-9);
  const last = next < 0 ? sets.length - 1 : next;
  return sets.slice(first, last + 1).map(({ id }, i) => ({ id, number: first + i + 1 }));
}

/**
 * The reading that decides a subject: a bad one nobody took again since, else the newest good one of this shift.
 * @returns what is wrong with it, '' when it is good, undefined when nobody read it.
 */
function verdict(
  inputs: SafeInputs,
  entries: readonly Entry[],
  since: string,
  faultOf: (entry: Entry) => string | undefined | null,
): string | undefined {
  const lifted = lifts(inputs);
  const good = entries.findLast((entry) => entry.at >= since && faultOf(entry) === undefined);
  const bad = heard(inputs).findLast((entry) => faultOf(entry) && !lifted(good, entry));
  return (bad && faultOf(bad)) || (good ? '' : undefined);
}

function readingReasons(
  inputs: SafeInputs,
  entries: readonly Entry[],
  here: readonly Place[],
  range: Range,
  inspectedAt: string,
): GateReason[] {
  const { run, rules } = inputs;
  const since = new Date(Date.parse(inspectedAt) - BEFORE * HOUR).toISOString();
  const reasons = here
    .filter(({ sides }) => sides.protection === 'shores')
    .flatMap((place) => pressureReasons(inputs, entries, place, range, since));
  const deepest = here.reduce((most, { deepest: { depth } }) => Math.max(most, depth), 0);
  if (!airTestNeeded(run.conditions.badAir, deepest, rules)) return reasons;
  const fault = verdict(inputs, entries, since, ({ fact }) =>
    fact.kind === 'air' && touches(fact, range) ? airFaults(fact, rules).join('; ') || undefined : null,
  );
  if (fault === undefined) return [...reasons, stop('air', 'The air was not tested this shift', rules.airDepth.basis)];
  return fault ? [...reasons, stop('air', `Bad air: ${fault}`, 'Blow it out from outside and test again.')] : reasons;
}

/** The sets of one place that hold the stretch, each by its own reading. */
function pressureReasons(inputs: SafeInputs, entries: readonly Entry[], place: Place, range: Range, since: string): GateReason[] {
  const { plan, rules, units } = inputs;
  const name = isPit(place) ? `${place.name}: set` : 'Set';
  const support = plan.supports.find((one) => one.place === place.id);
  const kit = support?.kit;
  if (!support || kit?.kind !== 'shores' || !support.schedule)
    return [stop(`pressure.${place.id}`, 'No table of the shores is chosen', 'Without its band nobody can say whether they hold.')];
  return setsHolding(support, range).flatMap(({ id: set, number }) => {
    const id = `pressure.${set}`;
    const fault = verdict(inputs, entries, since, ({ fact }) =>
      fact.kind === 'pressure' && fact.place === place.id && fact.set === set ? holdFault(fact, kit.pressure, rules, units) : null,
    );
    if (fault === undefined) return [stop(id, `${name} ${number}: no pressure read this shift`, 'Read it, wait, read it again.')];
    return fault ? [stop(id, `${name} ${number} does not hold: ${fault}`, 'If it does not hold, nobody goes in.')] : [];
  });
}

/** The hours a stretch may stand open where some of it counts on ground that stands steeper for a short time; undefined where none of it does. */
export function shortHoursOf(findings: readonly PlanFinding[], range: Range): number | undefined {
  const hours = findings.flatMap((finding) =>
    finding.code === 'protection.shortTerm' && speaksOf(finding, range) ? [finding.facts.hours] : [],
  );
  return hours.length > 0 ? Math.min(...hours) : undefined;
}

/** When a cut that stands steeper for a short time has to be shut again; undefined where nobody said when it was opened. */
function shortEnds({ plan }: SafeInputs, { fact, at }: Inspected): { hours: number; ends: string | undefined } | undefined {
  const hours = shortHoursOf(plan.findings, fact);
  if (hours === undefined) return undefined;
  // It was open when it was looked at, whatever was entered.
  const opened = fact.opened === undefined || fact.opened < at ? fact.opened : at;
  return { hours, ends: opened && new Date(Date.parse(opened) + hours * HOUR).toISOString() };
}

function shortReasons(inputs: SafeInputs, inspected: Inspected): GateReason[] {
  const short = shortEnds(inputs, inspected);
  if (!short) return [];
  if (short.ends === undefined)
    return [
      stop('opened', 'Nobody said when it was opened', 'It stands this steep for a short time only: enter the hour with the inspection.'),
    ];
  if (inputs.now < short.ends) return [];
  return [
    stop(
      'opened',
      `Open for more than ${formatHours(short.hours)}`,
      'It stands this steep for a short time only: lay it back or support it.',
    ),
  ];
}

/** The shift ends, or the short time a cut may stand does. */
function closing(inputs: SafeInputs, inspected: Inspected): string {
  const ends = shortEnds(inputs, inspected)?.ends;
  return ends !== undefined && ends < inspected.fact.until ? ends : inspected.fact.until;
}

/** What the plan itself says against going in, and the ground by its tests. */
function planReasons({ run, rules, units, plan, book }: SafeInputs, range: Range): GateReason[] {
  const reader: Reader = { rules, units };
  const limit = rules.protectionDepth.value ?? Infinity;
  const soil = groundFindings(run, rules, entered(plan, range), book).filter((finding) => speaksOf(finding, range));
  return [
    ...against(
      plan.findings.filter((finding) => speaksOf(finding, range)),
      'enter',
      reader,
    ),
    ...soil.map((finding): GateReason => {
      const deep = (plan.places.find(({ id }) => id === finding.subject?.id)?.deepest.depth ?? 0) >= limit - 1e-6;
      const reason = reasonOf(finding, reader, finding.severity === 'stop' || deep ? 'stop' : 'caution');
      return deep ? { ...reason, why: `${reason.why} From ${formatLength(limit, units)} on the walls depend on it.` } : reason;
    }),
  ];
}
