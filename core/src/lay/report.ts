import { reachIndexAt } from '../alignment/levels';
import { doubtOf, knows, ofKind, unsettledIn, withdrawn, type Kept, type KeptOf, type TestKind } from '../book';
import { digLevels } from '../dig/report';
import { elsewhereBy, placeNodes, type Elsewhere } from '../dig/sameHole';
import type { AsDug } from '../dig';
import type { Range } from '../geometry';
import type { PlacedLine, Reach } from '../job';
import type { Rules } from '../rules';
import { holds, nearestOf, spokenAt, type Reading } from './along';
import type { Answering } from './answered';
import { bedReport, type BedReport } from './bed';
import { jointsExpected, jointsLogged, matchJoints, type ExpectedJoint, type JointMatch, type LoggedJoint } from './joints';
import { afterNeeded, beforeNeeded, coverNeeded, laidNeeded, testsNeeded } from './needs';
import { liftedIn, type Lifted } from './lifted';
import { pullsOf, type Pulled } from './pulled';
import { shownBy, type Shown } from './shown';
import { bordersOf, knownPlan, nodesOf, pieceAt, sameThere, type KnownPlan, type LaidPlan } from './same';
import { testedAt, testsOf, type Tested, type TestState } from './tested';

/** An issued plan with its number and rules. */
export interface IssuedPlan extends LaidPlan {
  number: number;
  rules: Rules;
}

export interface LayInputs {
  /** Issued plans that are known; what was seen of one that is not says nothing. */
  revisions: readonly IssuedPlan[];
  /** The one people work to. */
  force: IssuedPlan;
  book: readonly Kept[];
  now: number;
}

/** Levels of one line’s invert, ascending, as far as they count. */
export interface LineLevels {
  line: string;
  readings: (Reading & { check: AsDug })[];
}

/** What was laid, as the book has it beside the plan in force. */
export interface LayReport {
  plan: KnownPlan;
  rules: Rules;
  laid: readonly PlacedLine[];
  bed: BedReport;
  /** The bed looked at, before laying and after. */
  before: Answering[];
  after: Answering[];
  /** Lines laid, by line. */
  lines: (Answering & { kept: KeptOf<'laid'> })[];
  levels: LineLevels[];
  expected: ExpectedJoint[];
  joints: LoggedJoint[];
  matches: JointMatch[];
  tests: Tested[];
  pulls: Pulled[];
  /** Lines hurt, or drawn harder than they may be. */
  hurts: (Range & { line: string; kept: Kept })[];
  ready: Answering[];
  witnessed: (Answering & { line: string })[];
  /** What was photographed. */
  shown: Shown[];
  unseen: (Range & { kept: KeptOf<'unseen'> })[];
  found: Range[];
  /** Where old drains were met, and {@link DRAIN_ROUND} either side: a line that gives is sleeved there. */
  drains: Range[];
  /** Loads in the air that nobody set down. */
  lifted: Lifted[];
  /** Does what an entry says of a line count at a station: was it made of a plan that says the same there? */
  counts: (revision: string, line: string | null, at: number) => boolean;
  /** Stations at which any of the known plans begins to say something else. */
  nodes: number[];
}

/** What is asked at a station of the trench: the lines there, and their reach. Undefined where nothing is dug open. */
export interface Asked {
  reach: Reach;
  lines: PlacedLine[];
}

/** A sleeve or fabric reaches so far either side of a stone drain, metres. Source: usual practice. */
const DRAIN_ROUND = 0.5;

/** Everything the book says of what was laid, worked out once for gate, screens and tasks. */
export function layReport({ revisions, force, book, now }: LayInputs): LayReport {
  const { rules, job, run } = force;
  const plan = knownPlan(force);
  const { laid } = plan;
  const gone = withdrawn(book);
  const believed = (one: Kept) => doubtOf(one, gone, now, rules) === undefined;
  const answering = <K extends 'bedSeen' | 'laid' | 'coverReady'>(kind: K) =>
    ofKind(book, kind).map((kept) => {
      const { from, to, points } = kept.entry.fact as { from: number; to: number; points: Answering['points'] };
      return { kept, from, to, points, believed: believed(kept) };
    });
  const seen = answering('bedSeen') as (Answering & { kept: KeptOf<'bedSeen'> })[];
  const known = new Map(revisions.map((one) => [one.id, knownPlan(one)]));
  known.set(force.id, plan);
  const counts: LayReport['counts'] = (revision, line, at) => {
    const of = known.get(revision);
    return of !== undefined && sameThere(of, plan, line, at);
  };
  // Of a plan that is not known here nobody can say where its line lay.
  const moved = elsewhereBy(revisions, run);
  const elsewhere: Elsewhere = (revision, at) => !known.has(revision) || moved(revision, at);
  const joints = jointsLogged(laid, book, rules, now);
  const expected = jointsExpected(job, run);
  const pulls = pullsOf(laid, book);
  return {
    plan,
    rules,
    laid,
    bed: bedReport(plan, book, rules, now, (revision, at) => counts(revision, null, at)),
    before: seen.filter(({ kept }) => kept.entry.fact.when === 'before'),
    after: seen.filter(({ kept }) => kept.entry.fact.when === 'after'),
    lines: answering('laid') as LayReport['lines'],
    levels: levelsOf(force, laid, book, now, elsewhere),
    expected,
    joints,
    matches: matchJoints(expected, joints, ({ kept, line, station }) => counts(kept.entry.fact.revision, line, station)),
    tests: testsOf(laid, book, rules, now),
    pulls,
    hurts: [
      ...ofKind(book, 'damage').map((kept) => {
        const { line, from, to } = kept.entry.fact;
        return { line, from, to, kept: kept as Kept };
      }),
      ...pulls
        .filter(({ over }) => over)
        .flatMap(({ line, kept }) => laid.filter(({ id }) => id === line).map(({ from, to }) => ({ line, from, to, kept: kept as Kept }))),
    ],
    ready: answering('coverReady'),
    witnessed: ofKind(book, 'witnessed').map((kept) => {
      const { from, to, ok, note, line } = kept.entry.fact;
      return { kept, from, to, line, points: [{ id: OWNER, ok, note }], believed: believed(kept) };
    }),
    shown: shownBy(book, believed),
    unseen: ofKind(book, 'unseen').map((kept) => ({ from: kept.entry.fact.from, to: kept.entry.fact.to, kept })),
    found: unsettledIn(book).map(({ from, to }) => ({ from, to })),
    drains: ofKind(book, 'found')
      .filter(({ entry: { fact, id } }) => fact.what === 'drain' && !gone.has(id))
      .map(({ entry: { fact } }) => ({ from: fact.from - DRAIN_ROUND, to: fact.to + DRAIN_ROUND })),
    lifted: liftedIn(book),
    counts,
    // One plan says the same of itself everywhere: only others have to be asked at all their nodes.
    nodes: known.size > 1 ? [...known.values()].flatMap((one) => [...nodesOf(one), ...placeNodes(one.of.run, run)]) : bordersOf(plan),
  };
}
/** What an owner's inspection answers. */
export const OWNER = 'owner';

/** Levels of inverts from the dig’s own report: the one place where a reading becomes a level. */
function levelsOf(
  { job, run, plan: { places }, rules }: IssuedPlan,
  laid: readonly PlacedLine[],
  book: readonly Kept[],
  now: number,
  elsewhere: Elsewhere,
): LineLevels[] {
  const { checks } = digLevels({ job, run, places, rules, book, now, elsewhere });
  return laid.map(({ id, leads }): LineLevels => ({
    line: id,
    readings: checks
      .filter(
        (one) => one.layer === 'pipe' && one.pit === null && !one.over && one.doubt === undefined && (one.line ?? (leads ? id : '')) === id,
      )
      .map((check) => ({ station: check.station, value: check.off, check })),
  }));
}

/** How thick the bed at a station is by what was measured, metres; undefined where nobody did. */
export function bedAt({ bed, rules, plan }: Pick<LayReport, 'bed' | 'rules' | 'plan'>, at: number): number | undefined {
  const piece = pieceAt(plan, at);
  return piece && spokenAt(bed.readings, rules.bedApart.value ?? Infinity, at, piece);
}

/** What lies at a station by the plan in force. */
export function askedAt({ plan: { of, designs }, laid }: Pick<LayReport, 'plan' | 'laid'>, at: number): Asked | undefined {
  const design = designs(at, null);
  if (!design) return undefined;
  const reach = of.run.reaches[reachIndexAt(of.run, at)] as Reach;
  return { reach, lines: laid.filter(({ id }) => id in design.lines) };
}

/** What of a line’s level is known at a station: how far off, and the most it may be; undefined where nobody measured. */
export function levelAt(
  { levels, rules, plan }: Pick<LayReport, 'levels' | 'rules' | 'plan'>,
  line: string,
  at: number,
): { off: number; within: number } | undefined {
  const piece = pieceAt(plan, at);
  const readings = levels.find((one) => one.line === line)?.readings;
  if (!piece || !readings) return undefined;
  const off = spokenAt(readings, rules.levelApart.value ?? Infinity, at, piece);
  const near = nearestOf(readings, at, piece);
  return off === undefined || !near ? undefined : { off, within: near.check.within };
}

/** Points asked of a station, by what is laid there. */
export const pointsAt = ({ lines, reach }: Asked, wet: boolean, drain: boolean) => ({
  before: beforeNeeded(lines),
  after: afterNeeded(lines),
  laid: (line: PlacedLine) => laidNeeded(line, reach.surround, wet, drain),
  ready: coverNeeded(reach),
  tests: (line: PlacedLine) => testsNeeded(line.product),
});

/** Entries that say a line was laid at a station and are believed. */
export const laidAt = ({ lines, counts }: Pick<LayReport, 'lines' | 'counts'>, line: string, at: number): LayReport['lines'] =>
  lines.filter(
    (one) => one.kept.entry.fact.line === line && one.believed && holds(one, at) && counts(one.kept.entry.fact.revision, line, at),
  );

/** How a line stands with a group of tests at a station, by tests of a plan that says the same there. */
export const testedHere = (report: Pick<LayReport, 'tests' | 'counts'>, line: string, group: readonly TestKind[], at: number): TestState =>
  testedAt(report.tests, line, group, at, ({ kept }) => report.counts(kept.entry.fact.revision, line, at));

/** Did whoever looked after laying know of everything that was laid there? */
export const knewLaid = (report: LayReport, look: Kept, lines: readonly PlacedLine[], at: number): boolean =>
  lines.every(({ id }) => {
    const entries = report.lines.filter((one) => one.kept.entry.fact.line === id && holds(one, at));
    return entries.length > 0 && entries.every(({ kept }) => knows(look, kept));
  });
