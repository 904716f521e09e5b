import { reasonsFirst, type Gate, type GateReason } from '../clearance';
import { joined, type Range } from '../geometry';
import { soilFindings, currentEntries } from '../ground';
import { happenings, type Entry, type Inspection, type PressureTest, type Reach, type Run } from '../job';
import type { Rules } from '../rules';
import { formatLength, formatPressure, formatStation, type UnitSystem } from '../units';
import { airFaults, airTestNeeded } from './air';
import { entered, inspectionItems, touches, inspectionPrint, type WallPlan } from './inspection';
import type { ReachSupport } from './schedule';

export interface SafeInputs {
  run: Run;
  rules: Rules;
  units: UnitSystem;
  plan: WallPlan;
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
/** A shift is this long at most, hours: an inspection does not outlast it. */
export const LONGEST_SHIFT = 14;
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
  const here = entered(run, plan, range);
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
    ...planReasons(inputs, range),
  ];
  const open = reasons.every(({ state }) => state !== 'stop');
  return {
    open,
    reasons: reasonsFirst(reasons),
    until: undefined,
    // Where nobody is to go in, the gate opens for nobody.
    where: open ? joined(here.map(({ from, to }) => ({ from: Math.max(from, range.from), to: Math.min(to, range.to) }))) : [],
    closes: open ? inspected?.fact.until : undefined,
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

/** Does a set hold? Source: no reading below the first by more than the drop allowed, none out of the maker's band. */
export function holdFault(
  { readings }: Pick<PressureTest, 'readings'>,
  band: { least: number; most: number },
  rules: Rules,
  units: UnitSystem,
): string | undefined {
  const [first] = readings as [PressureTest['readings'][number]];
  const low = Math.min(...readings.map(({ pressure }) => pressure));
  const high = Math.max(...readings.map(({ pressure }) => pressure));
  if (low < first.pressure * (1 - (rules.shoreDrop.value ?? 0)) - 1e-6)
    return `it fell from ${formatPressure(first.pressure, units)} to ${formatPressure(low, units)}`;
  if (low < band.least) return `${formatPressure(low, units)} is under ${formatPressure(band.least, units)}`;
  if (high > band.most) return `${formatPressure(high, units)} is over ${formatPressure(band.most, units)}`;
  return undefined;
}

/** Sets of a reach that hold a stretch, counted from 1: those in it, and the nearest on both sides of it, for the walls between lean on them. */
export function setsHolding({ from, schedule }: ReachSupport, range: Range): number[] {
  if (schedule?.kind !== 'shores') return [];
  const at = schedule.sets.map((along) => from + along);
  const first = Math.max(
    0,
    at.findLastIndex((station) => station <= range.from + 1e-9),
  );
  const next = at.findIndex((station) => station >= range.to - 1e-9);
  const last = next < 0 ? at.length - 1 : next;
  return Array.from({ length: last - first + 1 }, (_, i) => first + i + 1);
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
  here: readonly ReachSupport[],
  range: Range,
  inspectedAt: string,
): GateReason[] {
  const { run, rules, units } = inputs;
  const since = new Date(Date.parse(inspectedAt) - BEFORE * HOUR).toISOString();
  const reasons: GateReason[] = [];
  for (const guard of here) {
    if ((run.reaches[guard.reach] as Reach).protection !== 'shores') continue;
    const { kit } = guard;
    if (kit?.kind !== 'shores' || !guard.schedule) {
      reasons.push(
        stop(`pressure.${guard.reach}`, 'No table of the shores is chosen', 'Without its band nobody can say whether they hold.'),
      );
      continue;
    }
    for (const set of setsHolding(guard, range)) {
      const id = `pressure.${guard.reach}.${set}`;
      const fault = verdict(inputs, entries, since, ({ fact }) =>
        fact.kind === 'pressure' && fact.reach === guard.reach && fact.set === set ? holdFault(fact, kit.pressure, rules, units) : null,
      );
      if (fault === undefined) reasons.push(stop(id, `Set ${set}: no pressure read this shift`, 'Read it, wait, read it again.'));
      else if (fault) reasons.push(stop(id, `Set ${set} does not hold: ${fault}`, 'If it does not hold, nobody goes in.'));
    }
  }
  const deepest = here.reduce((most, { depth }) => Math.max(most, depth), 0);
  if (airTestNeeded(run.conditions.badAir, deepest, rules)) {
    const fault = verdict(inputs, entries, since, ({ fact }) =>
      fact.kind === 'air' && touches(fact, range) ? airFaults(fact, rules).join('; ') || undefined : null,
    );
    if (fault === undefined) reasons.push(stop('air', 'The air was not tested this shift', rules.airDepth.basis));
    else if (fault) reasons.push(stop('air', `Bad air: ${fault}`, 'Blow it out from outside and test again.'));
  }
  return reasons;
}

/** What the plan itself says against going in, and the ground by its tests. */
function planReasons({ run, rules, units, plan, book }: SafeInputs, range: Range): GateReason[] {
  const limit = rules.protectionDepth.value ?? Infinity;
  const concerns = plan.findings.filter(
    ({ severity, chapter, from, to }) =>
      severity === 'stop' &&
      (chapter === 'guard' || chapter === 'makeup' || chapter === 'spoil') &&
      (from === undefined || touches({ from, to: to ?? from }, range)),
  );
  const soil = soilFindings(run, plan.profile, book, rules, units).filter(({ from, to }) =>
    touches({ from: from ?? 0, to: to ?? Infinity }, range),
  );
  return [
    ...concerns.map(({ id, what, why }) => stop(id, what, why)),
    ...soil.map(({ id, severity, what, why }): GateReason => {
      const guard = plan.supports.find(({ reach }) => id.endsWith(`.${reach}`));
      const deep = (guard?.depth ?? 0) >= limit - 1e-6;
      return {
        id,
        state: severity === 'stop' || deep ? 'stop' : 'caution',
        what,
        why: deep ? `${why} From ${formatLength(limit, units)} on the walls depend on it.` : why,
      };
    }),
  ];
}

/** A gauge on a set of shores: a real one, or the practice one. */
export interface PressureGauge {
  /** Pressure a number of minutes after pumping, pascals. */
  read: (minute: number) => Promise<number>;
}

/** The practice gauge: a good set that loses a little, as all do, under 1 % in ten minutes. */
export const practiceGauge = (pumped: number, random: () => number): PressureGauge => ({
  read: (minute) => Promise.resolve(pumped * (1 - 0.0008 * minute) * (0.999 + 0.002 * random())),
});
