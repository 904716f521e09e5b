import { ofKind, withdrawn, type Fact, type FactKind } from '../book';
import { offRun } from '../dig/checkFaults';
import { placedLines, type PlacedLine } from '../job';
import { boreOf } from '../lay/tests/verdict';
import { verdictOfTest } from '../lay/tests';
import { sayTestLack } from '../lay/testSays';
import { EPSILON } from '../geometry';
import { formatLength, formatStretch } from '../units';
import { NOT_ISSUED, type Checks, type RefusalInputs } from './refusal';

type FactOf<K extends FactKind> = Extract<Fact, { kind: K }>;

/** Why nothing can be said of a line from where to where; undefined where it lies there by the issued plan. */
function offLine(line: string, { from, to }: { from: number; to: number }, inputs: RefusalInputs): string | undefined {
  const placed = lineOf(line, inputs);
  if (typeof placed === 'string') return placed;
  const { units } = inputs.job;
  return from < placed.from - EPSILON || to > placed.to + EPSILON
    ? `${placed.name} does not lie there: it goes ${formatStretch(placed, units)}.`
    : undefined;
}

/** A line of the issued plan, or why there is none. */
function lineOf(line: string, { job, run, plan }: RefusalInputs): PlacedLine | string {
  if (!run || !plan) return NOT_ISSUED;
  return placedLines(job, run).find(({ id }) => id === line) ?? 'That line is not in the issued plan any more: choose another.';
}

/** A stretch, or a station, that is not on the run. */
function offIssued({ from, to }: { from: number; to: number }, { run, plan, job }: RefusalInputs): string | undefined {
  if (!run || !plan) return NOT_ISSUED;
  return offRun(run, from, job.units) ?? offRun(run, to, job.units);
}

const allGood = ({ points }: { points: readonly { ok: boolean }[] }): boolean => points.every(({ ok }) => ok);
const at = (station: number) => ({ from: station, to: station });

/** What of laying, joining and testing cannot be true as it is. Bad news is never refused for what it lacks. */
export const layChecks: Checks = {
  bed: (fact, inputs) => offIssued(at(fact.station), inputs),
  bedSeen: (fact, inputs) => (allGood(fact) ? offIssued(fact, inputs) : undefined),
  coverReady: (fact, inputs) => (allGood(fact) ? offIssued(fact, inputs) : undefined),
  laid: (fact, inputs) => (allGood(fact) ? (offLine(fact.line, fact, inputs) ?? longerThanDrum(fact, inputs)) : undefined),
  witnessed: (fact, inputs) => (fact.ok ? offLine(fact.line, fact, inputs) : undefined),
  joint: (fact, inputs, { corrects }) => {
    if (fact.certificate && fact.certificate.until === null)
      return `Certificate ${fact.certificate.name} names no end: say until when it holds.`;
    const { book } = inputs;
    const gone = withdrawn(book);
    const joints = ofKind(book, 'joint').filter(({ entry }) => !gone.has(entry.id) && entry.id !== corrects);
    const cutOut = joints.find(({ entry }) => entry.id === fact.replaces);
    if (fact.replaces !== null && !cutOut) return 'The joint that was cut out is not in the book here yet; wait until it was heard.';
    const twice = joints.find(
      ({ entry }) => entry.fact.line === fact.line && entry.fact.number.toLowerCase() === fact.number.toLowerCase(),
    );
    if (twice) return `There is a joint ${fact.number} on this line already: number it anew${cutOut ? ', the one cut out too' : ''}.`;
    return offLine(fact.line, at(fact.station), inputs);
  },
  pulled: (fact, inputs) => offLine(fact.line, at(fact.station), inputs),
  drumIn: (fact, inputs) => {
    const line = lineOf(fact.line, inputs);
    return typeof line === 'string' ? line : undefined;
  },
  test: (fact, inputs) => {
    const off = offLine(fact.line, fact, inputs);
    if (off !== undefined) return off;
    const { product } = lineOf(fact.line, inputs) as PlacedLine;
    const { lacks } = verdictOfTest(fact, { product, rules: inputs.rules });
    return lacks.length > 0 ? lacks.map((lack) => sayTestLack(lack, inputs.job.units)).join(' ') : undefined;
  },
  ringRead: (fact, inputs) => {
    const off = offLine(fact.line, at(fact.station), inputs);
    if (off !== undefined) return off;
    const { product } = lineOf(fact.line, inputs) as PlacedLine;
    if (product.ring === null) return 'A cable has no height to lose.';
    return fact.height > boreOf(product) * TALLER
      ? `The pipe is ${formatLength(boreOf(product), inputs.job.units, 'size')} high as it is made: is it the unit?`
      : undefined;
  },
  wallHole: (fact, inputs) => {
    const line = lineOf(fact.line, inputs);
    if (typeof line === 'string') return line;
    return inputs.run?.structures.some(({ id }) => id === fact.structure)
      ? undefined
      : 'That building entry is not in the issued plan any more.';
  },
  setDown: (fact, { book }) =>
    book.some(({ entry }) => entry.id === fact.lift && entry.fact.kind === 'lifted')
      ? undefined
      : 'The load is not in the book here yet; wait until it was heard.',
};
/** A pipe packed at its sides stands a little higher; more is a slip of the unit. */
const TALLER = 1.1;

/** A cable laid in one piece that is longer than any drum of it that came. */
function longerThanDrum(fact: FactOf<'laid'>, inputs: RefusalInputs): string | undefined {
  const line = lineOf(fact.line, inputs);
  const gone = withdrawn(inputs.book);
  const drums = ofKind(inputs.book, 'drumIn').filter(({ entry }) => entry.fact.line === fact.line && !gone.has(entry.id));
  if (typeof line === 'string' || line.product.kind !== 'cable' || drums.length === 0) return undefined;
  const longest = Math.max(...drums.map(({ entry }) => entry.fact.length));
  const way = fact.to - fact.from;
  const { units } = inputs.job;
  return way > longest + EPSILON
    ? `${formatLength(way, units)} in one piece, and the longest drum that came held ${formatLength(longest, units)}: enter it in parts, with the joint between.`
    : undefined;
}
