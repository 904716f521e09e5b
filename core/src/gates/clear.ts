import { privateLineKinds, privateLineNames, utilityMarks } from '../catalogue';
import { daysBetween, requestDates } from '../clearance/dates';
import type { Day } from '../clearance';
import { knownLine, lostRecord } from '../existing/known';
import { omit, type Clearance, type ExistingLine } from '../job';
import type { Rules } from '../rules';
import { formatLength, type UnitSystem } from '../units';
import { reasonsFirst, type Gate, type GateReason } from './reasons';

export interface ClearInputs {
  clearance: Clearance;
  rules: Rules;
  units: UnitSystem;
  /** Lines of the run, or of all runs of the job. */
  lines: readonly ExistingLine[];
  /** Kinds of the lines entered anywhere on the job. */
  kindsEntered: ReadonlySet<string>;
  /** Deepest dig, metres. */
  depth: number;
  /** What the plan and the way in say against it. */
  against: readonly GateReason[];
  /** Today on the site's calendar. */
  today: Day;
}

/** From this many days before the end on, a date is a caution. */
const SOON = 3;

/**
 * The gate **Clear to dig**: permit, locate request, answers, private lines, the walk and the lines in the ground.
 * Worked out anew from the inputs and the date every time; nothing is remembered. It opens only when nothing says stop.
 */
export function clearToDig(given: ClearInputs): Gate {
  const inputs = { ...given, clearance: asOf(given.clearance, given.today) };
  const reasons = [
    ...permitReasons(inputs),
    ...requestReasons(inputs),
    ...privateReasons(inputs),
    ...walkReasons(inputs),
    ...lineReasons(inputs),
  ];
  const open = reasons.every(({ state }) => state !== 'stop');
  const ends = reasons.flatMap(({ until }) => until ?? []).sort();
  return { open, reasons: reasonsFirst(reasons), until: open ? ends[0] : undefined };
}

/** The papers less what is of a day still to come: marks that are to be put back and a walk that is to be made count for nothing yet. */
function asOf(clearance: Clearance, today: Day): Clearance {
  const { request, walked } = clearance;
  // A moment is told in UTC, a day by the site's calendar: they may lie a day apart.
  const tooLate = walked && daysBetween(today, walked.at.slice(0, 10)) > 1;
  const early = request?.remarked !== undefined && request.remarked > today;
  return { ...clearance, request: request && early ? omit(request, 'remarked') : request, walked: tooLate ? null : (walked ?? null) };
}

/** `n days`, in words that count down. */
const countdown = (today: Day, until: Day): string => {
  const days = daysBetween(today, until);
  return days === 0 ? 'today is the last day' : days === 1 ? '1 day left' : `${days} days left`;
};
const holding = (today: Day, until: Day): 'ok' | 'caution' => (daysBetween(today, until) <= SOON ? 'caution' : 'ok');

function permitReasons({ clearance: { permit }, rules, units, depth, today }: ClearInputs): GateReason[] {
  const from = rules.permitDepth.value ?? 0;
  const { basis } = rules.permitDepth;
  if (depth < from) return [{ id: 'permit', state: 'ok', what: `No permit needed above ${formatLength(from, units)}`, why: basis }];
  const stop = (what: string, why: string): GateReason[] => [{ id: 'permit', state: 'stop', what, why }];
  if (!permit) return stop('No permit to dig', `${basis}. Enter its number and dates; keep a copy on site.`);
  if (!permit.number || !permit.issuer)
    return stop('The permit is not filled in', 'Enter its number and who issued it: without them nobody has given leave.');
  if (today < permit.from) return stop(`Permit ${permit.number} begins on ${permit.from}`, 'Nobody digs before it does.');
  if (today > permit.to) return stop(`Permit ${permit.number} ended on ${permit.to}`, `Ask ${permit.issuer} for a new one.`);
  return [
    {
      id: 'permit',
      state: holding(today, permit.to),
      what: `Permit ${permit.number} holds to ${permit.to}: ${countdown(today, permit.to)}`,
      why: 'Keep a copy on site.',
      until: permit.to,
    },
  ];
}

function datesReasons(
  request: NonNullable<ClearInputs['clearance']['request']>,
  rules: ClearInputs['rules'],
  holidays: readonly Day[],
  today: Day,
): GateReason[] {
  if (!request.reference)
    return [
      {
        id: 'request',
        state: 'stop',
        what: 'The locate request has no reference',
        why: 'Enter the number the office gave: without it nobody has been asked.',
      },
    ];
  const { digFrom, expires } = requestDates(request, rules, holidays);
  const waiting = today < digFrom;
  return [
    {
      id: 'wait',
      state: waiting ? 'stop' : 'ok',
      what: waiting
        ? `Request ${request.reference}: dig from ${digFrom}, not before`
        : `Request ${request.reference}: waiting time has passed`,
      why: rules.locateWait.basis,
    },
    expires === undefined
      ? {
          id: 'life',
          state: 'caution',
          what: `Marks of ${request.remarked ?? request.made}: put them back when they fade`,
          why: rules.locateLife.basis,
        }
      : today > expires
        ? {
            id: 'life',
            state: 'stop',
            what: `The marks ran out on ${expires}`,
            why: `${rules.locateLife.basis}. Renew the request and have them put back.`,
          }
        : {
            id: 'life',
            state: holding(today, expires),
            what: `Marks hold to ${expires}: ${countdown(today, expires)}`,
            why: `${rules.locateLife.basis}. Protect them, and have them put back when rain or tracks rub them out.`,
            until: expires,
          },
  ];
}

function requestReasons({ clearance: { request, holidays }, rules, kindsEntered, today }: ClearInputs): GateReason[] {
  if (!request)
    return [{ id: 'request', state: 'stop', what: 'No locate request made', why: 'Ask for the lines to be marked before any dig.' }];
  const dates = datesReasons(request, rules, holidays, today);
  if (request.utilities.length === 0)
    return [
      ...dates,
      { id: 'utilities', state: 'stop', what: 'No utilities listed', why: 'List everyone who may have a line here, with their answer.' },
    ];
  const answers = request.utilities.map(({ name, kind, answer, contact }, index): GateReason => {
    const id = `utility.${index}`;
    const ask = contact ? `Ask ${contact}.` : 'Ask again.';
    if (answer === 'none') return { id, state: 'stop', what: `${name} has not answered`, why: `No answer is not a clear. ${ask}` };
    if (answer === 'marked' && !kindsEntered.has(kind))
      return {
        id,
        state: 'stop',
        what: `${name} marked lines, and no ${utilityMarks[kind].name.toLowerCase()} line is entered`,
        why: 'Enter what is marked on the run it comes near; put “clear” where it does not touch the job.',
      };
    return { id, state: 'ok', what: `${name}: ${answer === 'marked' ? 'marked and entered' : 'clear'}`, why: 'A mark is a best guess.' };
  });
  return [...dates, ...answers];
}

function privateReasons({ clearance: { privateLines } }: ClearInputs): GateReason[] {
  // A kind nobody put on the list was not asked about either.
  const asked = new Set(privateLines.filter(({ answer }) => answer !== 'open').map(({ kind }) => kind));
  const open = privateLineKinds.filter((kind) => !asked.has(kind)).map((kind) => privateLineNames[kind].toLowerCase());
  if (open.length === 0)
    return [{ id: 'private', state: 'ok', what: 'The owner was asked about private lines', why: 'Public locators do not mark them.' }];
  return [
    { id: 'private', state: 'stop', what: `Ask the owner about ${open.join(', ')}`, why: 'Public locators do not mark private lines.' },
  ];
}

function walkReasons({ clearance: { walked }, against }: ClearInputs): GateReason[] {
  const walk: GateReason = walked
    ? { id: 'walk', state: 'ok', what: `Route and way in walked by ${walked.by}`, why: 'Look again after rain, and when the plan changes.' }
    : {
        id: 'walk',
        state: 'stop',
        what: 'Nobody has walked the route and the way in',
        why: 'Covers, posts, patches and meters show lines no drawing has.',
      };
  return [walk, ...against];
}

function lineReasons({ lines }: ClearInputs): GateReason[] {
  return lines.flatMap((line): GateReason[] => {
    const id = `line.${line.id}`;
    if (lostRecord(line))
      return [
        {
          id,
          state: 'stop',
          what: `${line.name} was not found: ask the locator again`,
          why: 'It may be elsewhere; it is not proven absent. Have it marked anew, then enter the day.',
        },
      ];
    if (knownLine(line).evidence === 'drawing')
      return [
        {
          id,
          state: 'caution',
          what: `${line.name} is known from a drawing only`,
          why: 'By hand or vacuum in its window until it is detected or seen.',
        },
      ];
    return [];
  });
}
