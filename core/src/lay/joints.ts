import { flowDirection } from '../alignment/levels';
import { doubtOf, ofKind, withdrawn, type JointKind, type Kept, type KeptOf } from '../book';
import { cablesOf, placedLines, spansOf, type Job, type PlacedLine, type Run } from '../job';
import { cutsOf, pipeSpans } from '../order/lines';
import type { Rules } from '../rules';
import { jointFaults, jointKindsFor, type JointFault } from './jointFaults';

/** A joint the plan asks for, where it comes by how the line is cut. */
export interface ExpectedJoint {
  line: string;
  station: number;
  /** Between two pieces, where a line meets a structure, or the end of a cable. */
  what: 'joint' | 'connection' | 'termination';
  as: JointKind;
}

/**
 * Every joint of a run in the order of its stations: where sticks, coils and drums end by the plan of cutting, and where a line meets a structure. Sticks are
 * counted from the low end, sockets upstream.
 */
export function jointsExpected(job: Job, run: Run): ExpectedJoint[] {
  const laid = placedLines(job, run);
  const cuts = cutsOf(job, run, laid);
  const drums = cuts.flatMap((cut) => (cut.kind === 'drums' ? cut.plan.drums.flatMap((drum) => drum.cuts) : []));
  return laid
    .flatMap((line): ExpectedJoint[] => [
      ...(line.product.stock.form === 'stick' ? stickJoints(run, line) : coilConnections(run, line)),
      ...drums.flatMap(({ line: of, joint }): ExpectedJoint[] =>
        of === line.id && joint !== undefined ? [{ line: line.id, station: joint, what: 'joint', as: drumJoint(line) }] : [],
      ),
      ...terminations(job, run, line),
    ])
    .sort((a, b) => a.station - b.station);
}

const usual = ({ product }: PlacedLine): JointKind => jointKindsFor(product)[0] as JointKind;
/** Of what comes on drums: a duct that is drawn full of cables has the cables' joints. */
const drumJoint = (line: PlacedLine): JointKind =>
  line.product.kind === 'duct' && line.product.stock.form === 'stick' ? 'cableJoint' : usual(line);

function stickJoints(run: Run, line: PlacedLine): ExpectedJoint[] {
  const stick = line.product.stock.length;
  const up = flowDirection(run) === -1;
  const as = usual(line);
  return pipeSpans(run, line).flatMap(({ from, to, ends }): ExpectedJoint[] => {
    const between = Array.from({ length: Math.max(0, Math.ceil((to - from) / stick - 1e-9) - 1) }, (_, k): ExpectedJoint => ({
      line: line.id,
      // Water runs with the stations: the low end is the far one.
      station: up ? from + (k + 1) * stick : to - (k + 1) * stick,
      what: 'joint',
      as,
    }));
    return [...between, ...connections(line, from, to, ends, as)];
  });
}

const connections = (line: PlacedLine, from: number, to: number, ends: readonly [unknown, unknown], as: JointKind): ExpectedJoint[] =>
  [from, to].flatMap((station, i): ExpectedJoint[] => (ends[i] ? [{ line: line.id, station, what: 'connection', as }] : []));

/** Where a coil meets structures: at its ends, and where it goes in and out of one. Cables are terminated there instead. */
const coilConnections = (run: Run, line: PlacedLine): ExpectedJoint[] =>
  line.product.kind === 'cable' ? [] : spansOf(run, line).flatMap(({ from, to, ends }) => connections(line, from, to, ends, usual(line)));

/** Both ends of every cable, span by span. */
const terminations = (job: Job, run: Run, line: PlacedLine): ExpectedJoint[] =>
  cablesOf(job, run, line).flatMap(({ count }) =>
    spansOf(run, line).flatMap(({ from, to }) =>
      [from, to].flatMap((station) =>
        Array.from({ length: count }, (): ExpectedJoint => ({ line: line.id, station, what: 'termination', as: 'termination' })),
      ),
    ),
  );

/** A joint in the book: how it stands, and which expected one it is. */
export interface LoggedJoint {
  id: string;
  kept: KeptOf<'joint'>;
  station: number;
  line: string;
  faults: JointFault[];
  /** `cutOut`: another was made in its place. `doubt`: it is not relied on. */
  state: 'good' | 'fails' | 'cutOut' | 'doubt';
}

/** Every joint logged that was not put right, by station. A failing one stands until another names it as cut out. */
export function jointsLogged(laid: readonly PlacedLine[], book: readonly Kept[], rules: Rules, now: number): LoggedJoint[] {
  const gone = withdrawn(book);
  const entries = ofKind(book, 'joint').filter(({ entry }) => !gone.has(entry.id));
  const replaced = new Set(entries.filter(({ refused }) => !refused).flatMap(({ entry }) => entry.fact.replaces ?? []));
  return entries
    .map((kept): LoggedJoint => {
      const { fact, id, at } = kept.entry;
      const product = laid.find((line) => line.id === fact.line)?.product;
      const faults = product ? jointFaults(fact, product, at.slice(0, 10)) : [];
      const state = replaced.has(id)
        ? 'cutOut'
        : faults.length > 0
          ? 'fails'
          : product && doubtOf(kept, gone, now, rules) === undefined
            ? 'good'
            : 'doubt';
      return { id, kept, station: fact.station, line: fact.line, faults, state };
    })
    .sort((a, b) => a.station - b.station || (a.id < b.id ? -1 : 1));
}

/** An expected joint with the good one that is it; `by` undefined while nobody logged it. */
export interface JointMatch {
  expected: ExpectedJoint;
  by: LoggedJoint | undefined;
}

/** Joints are made this near where the plan has them, metres: sticks are cut, and fittings take room. */
export const JOINT_NEAR = 1.5;

/**
 * Which expected joint each good one is: the nearest pairs first, each no further off than {@link JOINT_NEAR}, none twice. What is left over is missing where the
 * plan has it, not somewhere further on.
 * @param counts does a joint count for the plan in force?
 */
export function matchJoints(
  expected: readonly ExpectedJoint[],
  logged: readonly LoggedJoint[],
  counts: (joint: LoggedJoint) => boolean,
): JointMatch[] {
  const good = logged.filter((one) => one.state === 'good' && counts(one));
  const matches = expected.map((one): JointMatch => ({ expected: one, by: undefined }));
  const ends = (what: ExpectedJoint['what'] | JointKind) => what === 'termination';
  const pairs = matches.flatMap((match) =>
    good
      .filter(
        (joint) =>
          joint.line === match.expected.line &&
          ends(joint.kept.entry.fact.made.as) === ends(match.expected.what) &&
          Math.abs(joint.station - match.expected.station) <= JOINT_NEAR + 1e-9,
      )
      .map((joint) => ({ match, joint, off: Math.abs(joint.station - match.expected.station) })),
  );
  pairs.sort((a, b) => a.off - b.off || a.match.expected.station - b.match.expected.station || (a.joint.id < b.joint.id ? -1 : 1));
  const taken = new Set<LoggedJoint>();
  for (const { match, joint } of pairs) {
    if (match.by || taken.has(joint)) continue;
    match.by = joint;
    taken.add(joint);
  }
  return matches;
}

/** The next number of a line's joints: one more than the greatest so far. */
export function nextJointNumber(logged: readonly LoggedJoint[], line: string): string {
  const numbers = logged.filter((one) => one.line === line).map(({ kept }) => parseInt(kept.entry.fact.number, 10));
  return String(numbers.reduce((most, one) => (one > most ? one : most), 0) + 1);
}
