import { bedPoints, coverPoints, laidPoints, sayEntry, testKinds, type Kept } from '../book';
import { holesAt } from '../protection/says';
import { joined, without, type Range } from '../geometry';
import type { PlacedLine } from '../job';
import { wholeOfPlaces } from '../trench/places';
import { answerAt } from '../lay/answered';
import { askedAt, bedAt, knewLaid, layReport, levelAt, OWNER, pointsAt, testedHere } from '../lay/report';
import { bedAsked, isThin } from '../lay/bed';
import { holds, passes, spokenCuts } from '../lay/along';
import { hurtAt } from '../lay/hurt';
import { isShown } from '../lay/shown';
import { saidOfTest } from '../lay/testSays';
import type { Answer, Answering, IssuedPlan, LayReport } from '../lay';
import { figuresIn, formatLength, formatStation, type UnitSystem } from '../units';
import { hearingOf, isHeard, type Hearing } from './hearing';
import { gateOf, shutGate, SHORTEST, type JudgedPiece, type Reason, type SafeGate } from './stretches';
import { inForce, type PlannedRevision } from './enter';

export interface CoverInputs extends Hearing {
  /** Every issued plan that is known; the one with the highest number is in force. */
  revisions: readonly PlannedRevision[];
  book: readonly Kept[];
  units: UnitSystem;
}

const LAYER = 'Whoever lays it';
const TESTER = 'Whoever tests it';
const PLANNER = 'Whoever plans it';
const stop = (id: string, what: string, why: string, who = LAYER): Reason => ({ id, state: 'stop', what, why, who });

const ASK_AGAIN = { how: 'answer what is asked before covering again', who: LAYER, connects: LAYER };

/** A joint that is missing, or a load in the air, shuts this far round its station, metres. */
const ROUND = 0.5;

/** What is the same for every station: worked out once. */
export interface CoverPrepared {
  force: IssuedPlan & PlannedRevision;
  report: LayReport;
  /** Undefined: the server is heard just now, or it is asked of the record as it is here, by which nobody covers anything. */
  hearing: Hearing | undefined;
  units: UnitSystem;
}

/**
 * The gate **Ready to cover**: may what lies in a hole be buried? A function of issued plan, book and clock, worked out anew every time. At a station it is open
 * where everything asked of what lies there was measured and seen, of this very plan, and nothing bad that was said of it still stands. What is not known counts
 * against.
 */
export const readyToCover = (inputs: CoverInputs): SafeGate => coverGateOf(prepareCover(inputs));

/** The same of a report that was worked out already; undefined: no plan is issued. */
export function coverGateOf(all: CoverPrepared | undefined): SafeGate {
  if (!all)
    return shutGate([
      { ...stop('issue', 'No plan is issued', 'What is laid is held against an issued plan: issue the one you have.', PLANNER), where: [] },
    ]);
  const cuts = coverCuts(all);
  const pieces = cuts.slice(1).flatMap((to, i): JudgedPiece[] => {
    const from = cuts[i] as number;
    const middle = (from + to) / 2;
    if (to - from < SHORTEST || holesAt(all.force.plan, middle).length === 0) return [];
    return [{ from, to, ...overPiece(all, from, to) }];
  });
  return gateOf(pieces, all.force.number);
}

/** What the gate is worked out from at every station; undefined where no plan is issued. */
export function prepareCover({ revisions, book, units, ...hearing }: CoverInputs): CoverPrepared | undefined {
  const force = inForce(revisions);
  const report = force && layReport({ revisions, force, book, now: hearing.now });
  return force && report && { force, report, hearing: isHeard(hearing) ? undefined : hearing, units };
}

/** What is said at two stations of a piece: nearly always the same; where it is not, all of it. */
function overPiece(all: CoverPrepared, from: number, to: number): Pick<JudgedPiece, 'reasons' | 'closes'> {
  const [one, two] = [from + (to - from) * 0.31, from + (to - from) * 0.74].map((at) => judgeAt(all, at)) as [Judged, Judged];
  const key = ({ id, what, why }: Reason) => `${id}\n${what}\n${why}`;
  const more = two.reasons.filter((other) => !one.reasons.some((same) => key(same) === key(other)));
  return { reasons: [...one.reasons, ...more], closes: Math.min(one.closes, two.closes) };
}
type Judged = { reasons: Reason[]; closes: number };
/** What is said of a station, and when it shuts by itself: out of hearing. */
function judgeAt(all: CoverPrepared, at: number): Judged {
  const { report, hearing } = all;
  if (!hearing) return { reasons: evidenceAt(all, at), closes: Infinity };
  const good = report.ready.filter(
    (one) => holds(one, at) && one.believed && one.points.every(({ ok }) => ok) && counted(report, one, null, at),
  );
  const { reasons, ends } = hearingOf(
    hearing,
    report.rules,
    good.map(({ kept }) => kept),
    ASK_AGAIN,
  );
  return { reasons: [...evidenceAt(all, at), ...reasons], closes: ends };
}

/** **May what lies at this station be covered?** What is missing; cautions stay where it was covered unseen. */
export const coverReasonsAt = (all: CoverPrepared, at: number): Reason[] => judgeAt(all, at).reasons;

/** What is missing by the book as it is known here. */
function evidenceAt(all: CoverPrepared, at: number): Reason[] {
  const { report, force } = all;
  const { run } = force;
  const asked = askedAt(report, at);
  const points =
    asked &&
    pointsAt(
      asked,
      run.water.length > 0,
      report.drains.some((one) => holds(one, at)),
    );
  return [
    ...generalReasons(all, at),
    ...(asked && points
      ? [
          ...bedReasons(all, at),
          ...answers(report.before, points.before, at, 'before', (one) => counted(report, one, null, at), 'Bed before laying', bedPoints),
          ...asked.lines.flatMap((line) => lineReasons(all, line, points, at, asked.lines.length > 1)),
          ...answers(
            report.after,
            points.after,
            at,
            'after',
            (one) => counted(report, one, null, at) && knewLaid(report, one.kept, asked.lines, at),
            'Looked at again after laying',
            bedPoints,
          ),
          ...photoReasons(all, at),
        ]
      : []),
    ...answers(
      report.ready,
      points?.ready ?? ['future'],
      at,
      'ready',
      (one) => counted(report, one, null, at),
      'Before covering',
      coverPoints,
    ),
  ];
}

const revisionOf = ({ entry: { fact } }: Kept): string => ('revision' in fact ? fact.revision : '');
const counted = (report: LayReport, one: Answering, line: string | null, at: number): boolean =>
  report.counts(revisionOf(one.kept), line, at);

/** What holds whatever lies there. */
function generalReasons({ report, units }: CoverPrepared, at: number): Reason[] {
  return [
    ...report.unseen
      .filter((one) => holds(one, at))
      .map(({ kept }): Reason => ({
        id: `unseen.${kept.entry.id}`,
        state: 'caution',
        what: sayEntry(kept.entry, units),
        why: `Entered by ${kept.entry.author}. It stays said, and goes into the handover.`,
        who: LAYER,
      })),
    ...(report.found.some((one) => at >= one.from - ROUND && at <= one.to + ROUND)
      ? [
          stop(
            'found',
            'Something found is not settled',
            'Say first what was done about it: it cannot be looked at again once it is covered.',
          ),
        ]
      : []),
    ...report.lifted
      .filter((one) => at >= one.from - ROUND && at <= one.to + ROUND)
      .map(({ kept }) => stop(`lifted.${kept.entry.id}`, sayEntry(kept.entry, units), 'Set it down first.')),
  ];
}

function bedReasons({ report, units }: CoverPrepared, at: number): Reason[] {
  const { rules, plan } = report;
  const asked = bedAsked(plan.designs, at) ?? 0;
  if (asked <= 0) return [];
  const thickness = bedAt(report, at);
  const wanted = `${formatLength(asked, units, 'size')} asked for. ${figuresIn(rules.bedApart.basis, units)}.`;
  if (thickness === undefined) return [stop('bed', 'The bed was not measured', wanted)];
  return isThin(thickness, asked, rules) ? [stop('bedThin', 'The bed is too thin', `${wanted} Top it up, and measure it again.`)] : [];
}

function photoReasons({ report, units }: CoverPrepared, at: number): Reason[] {
  const apart = report.rules.photoApart.value;
  if (apart === null || isShown(report, apart, at)) return [];
  return [
    stop(
      'photo',
      'No photo of what lies there',
      `Take one with any entry, now that it lies. ${figuresIn(report.rules.photoApart.basis, units)}.`,
    ),
  ];
}

/** Points of a list as they were answered there: one reason for all that nobody answered, one for each found wanting. */
function answers<T extends string>(
  entries: readonly Answering[],
  points: readonly T[],
  at: number,
  id: string,
  counts: (one: Answering) => boolean,
  name: string,
  words: Readonly<Record<T, string>>,
  who = LAYER,
): Reason[] {
  const said = points.map((point) => ({ point, answer: answerAt(entries, point, at, counts) }));
  const never = said.filter(({ answer }) => answer.state === 'never').map(({ point }) => words[point].toLowerCase());
  return [
    ...(never.length > 0 ? [stop(`${id}.never`, `${name}: not answered`, `Look, and say so: ${never.join('; ')}.`, who)] : []),
    ...said.flatMap(({ point, answer }) => wanting(`${id}.${point}`, `${name}: ${words[point].toLowerCase()}, not so`, answer, who)),
  ];
}
const wanting = (id: string, what: string, answer: Answer, who: string): Reason[] =>
  answer.state === 'wanting'
    ? [stop(`${id}.${answer.by.entry.id}`, what, answer.note || `Found by ${answer.by.entry.author}. Put it right, then look again.`, who)]
    : [];

/** Everything asked of one line at a station. */
function lineReasons(all: CoverPrepared, line: PlacedLine, points: ReturnType<typeof pointsAt>, at: number, named: boolean): Reason[] {
  const { report, units } = all;
  const whose = named ? `${line.name}: ` : '';
  const laid = report.lines.filter(({ kept }) => kept.entry.fact.line === line.id);
  const own = (one: Answering) => counted(report, one, line.id, at);
  return [
    ...answers(laid, points.laid(line), at, `laid.${line.id}`, own, `${whose}laid`, laidPoints),
    ...levelReasons(all, line, at, whose),
    ...jointReasons(all, line, at, whose),
    ...points.tests(line).flatMap((group): Reason[] => {
      const name = group.map((kind) => testKinds[kind].toLowerCase()).join(' or ');
      const id = `test.${line.id}.${group[0]}`;
      const tested = testedHere(report, line.id, group, at);
      switch (tested.state) {
        case 'passed':
          return [];
        case 'failed':
          return [
            stop(
              `${id}.${tested.by.id}`,
              `${whose}${name} failed`,
              `${saidOfTest(tested.by.verdict, units)} Find where, mend it, test again.`,
              TESTER,
            ),
          ];
        case 'void':
          return [
            stop(
              `${id}.void`,
              `${whose}${name}: something was done to it since`,
              'A joint made, the line laid anew or hurt after the test: test again.',
              TESTER,
            ),
          ];
        case 'never':
          return [stop(id, `${whose}no ${name}`, 'Test it, and enter the readings: what came of it is worked out.', TESTER)];
      }
    }),
    ...hurtReasons(all, line, at, whose),
    ...ownerReasons(all, line, at, whose),
  ];
}

function levelReasons({ report, units }: CoverPrepared, line: PlacedLine, at: number, whose: string): Reason[] {
  const level = levelAt(report, line.id, at);
  const { rules } = report;
  if (!level)
    return [
      stop(`level.${line.id}`, `${whose}level not measured`, `The invert, from the set-up. ${figuresIn(rules.levelApart.basis, units)}.`),
    ];
  return Math.abs(level.off) <= level.within + 1e-9
    ? []
    : [
        stop(
          `off.${line.id}`,
          `${whose}off its level`,
          `It may be ${formatLength(level.within, units, 'size')} off, and is too ${level.off > 0 ? 'high' : 'deep'}. Lift it, put the bed right, measure again.`,
        ),
      ];
}

function jointReasons({ report, units }: CoverPrepared, line: PlacedLine, at: number, whose: string): Reason[] {
  const near = (station: number) => Math.abs(station - at) <= ROUND;
  const missing = report.matches.filter(({ expected, by }) => expected.line === line.id && by === undefined && near(expected.station));
  return [
    ...missing.map(({ expected }) =>
      stop(
        `joint.${line.id}.${expected.what}.${formatStation(expected.station, 'metric')}`,
        `${whose}${WHAT[expected.what]} at ${formatStation(expected.station, units)} not logged`,
        'Log it as it was made; where there is none, the plan of cutting says otherwise than the site.',
      ),
    ),
    ...report.joints
      .filter((one) => one.line === line.id && one.state === 'fails' && near(one.station))
      .map(({ id, kept }) =>
        stop(
          `jointFails.${id}`,
          `${whose}joint ${kept.entry.fact.number} does not stand`,
          'Cut it out, make it anew, and log the new one in its place.',
        ),
      ),
  ];
}
const WHAT = { joint: 'joint', connection: 'connection', termination: 'termination' } as const;

/** A line that was hurt. */
const hurtReasons = ({ report, units }: CoverPrepared, line: PlacedLine, at: number, whose: string): Reason[] =>
  hurtAt(report, line.id, at).map((kept) =>
    stop(`hurt.${kept.entry.id}`, `${whose}hurt`, `${sayEntry(kept.entry, units)}. Test it again, or lay it anew.`, TESTER),
  );

/** What the owner of a line asks to see. */
function ownerReasons({ report }: CoverPrepared, line: PlacedLine, at: number, whose: string): Reason[] {
  const { owner } = line;
  if (!owner || owner.inspections === '') return [];
  const own = report.witnessed.filter((one) => one.line === line.id);
  const answer = answerAt(own, OWNER, at, (one) => counted(report, one, line.id, at));
  if (answer.state === 'good') return [];
  return answer.state === 'never'
    ? [stop(`owner.${line.id}`, `${whose}not seen by its owner`, `Asked for: ${owner.inspections}.`, owner.name)]
    : wanting(`owner.${line.id}`, `${whose}not accepted by its owner`, answer, owner.name);
}

/** Where a stretch is shut and nobody said that it is covered unseen: what may not be filled over. */
export function shutUnsaid({ stretches }: Pick<SafeGate, 'stretches'>, unseen: readonly Range[], range: Range): Range[] {
  const shut = stretches.filter(({ open, from, to }) => !open && from < range.to - SHORTEST && to > range.from + SHORTEST);
  const within = shut.map(({ from, to }) => ({ from: Math.max(from, range.from), to: Math.min(to, range.to) }));
  const said = joined([...unseen]);
  return joined(within).flatMap((one) => without(one, said));
}

/** Every station at which an answer may change. */
export function coverCuts({ force, report }: CoverPrepared): number[] {
  const { plan } = force;
  const { rules, bed, levels, matches, joints, plan: known } = report;
  const ends = (ranges: readonly { from: number; to: number }[]) => ranges.flatMap(({ from, to }) => [from, to]);
  const round = (station: number) => [station - ROUND, station + ROUND];
  const photo = (rules.photoApart.value ?? 0) / 2;
  const thin = rules.bedThin.value ?? 0;
  const beds = known.of.run.reaches.flatMap((_, i) => {
    const middle = bedAsked(known.designs, reachMiddle(known.of.run, i));
    return middle === undefined ? [] : [middle - thin];
  });
  const cuts = [
    ...ends(plan.places),
    ...report.nodes,
    ...ends([
      ...report.before,
      ...report.after,
      ...report.lines,
      ...report.ready,
      ...report.witnessed,
      ...report.unseen,
      ...report.hurts,
      ...report.drains,
    ]),
    ...ends(report.tests.map(({ kept }) => kept.entry.fact)),
    ...[...report.found, ...report.lifted].flatMap(({ from, to }) => [from - ROUND, to + ROUND]),
    ...report.shown.flatMap(({ from, to }) => [from - photo, to + photo]),
    ...matches.flatMap(({ expected }) => round(expected.station)),
    ...joints.flatMap(({ station }) => round(station)),
    ...spokenCuts(bed.readings, rules.bedApart.value ?? 0),
    ...beds.flatMap((value) => passes(bed.readings, value)),
    ...levels.flatMap(({ readings }) => [
      ...spokenCuts(readings, rules.levelApart.value ?? 0),
      // Nearest of two decides what it may be off.
      ...readings.slice(1).map(({ station }, i) => (station + (readings[i] as { station: number }).station) / 2),
      ...[...new Set(readings.map(({ check }) => check.within))].flatMap((within) => [
        ...passes(readings, within),
        ...passes(readings, -within),
      ]),
    ]),
  ];
  const { from, to } = wholeOfPlaces(plan.places);
  return [...new Set(cuts.filter((at) => Number.isFinite(at) && at >= from && at <= to))].sort((a, b) => a - b);
}
const reachMiddle = (run: { reaches: readonly { from: number }[]; stations: readonly { station: number }[] }, index: number): number =>
  ((run.reaches[index] as { from: number }).from + (run.reaches[index + 1]?.from ?? run.stations.at(-1)?.station ?? 0)) / 2;
