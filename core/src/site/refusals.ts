import { HOUR, marksFault, momentOf, type Entry, type Fact } from '../book';
import { countersignFault } from '../book/countersigns';
import { designsOf } from '../dig/design';
import { checkDoubt, checkFault, offRun, type CheckHeld } from '../dig/checkFaults';
import { benchmarksOf, instrumentNamed, instrumentsOf } from '../dig/instruments';
import { bucketNow } from '../dig/bucket';
import { doneBefore } from '../dig/shifts';
import { EPSILON } from '../geometry';
import { kitOf } from '../job';
import { airGap, airTestFaults } from '../protection/air';
import { holdFault } from '../protection/holdTest';
import { LONGEST_SHIFT } from '../protection/inspection';
import type { HoldingPlan } from '../protection';
import { formatLength, formatStation, formatStretch, type UnitSystem } from '../units';
import { signedIn } from './closing';
import { canAt } from './holds';
import { CONTACT } from './protected';
import { NOT_ISSUED, type Checks, type RefusalInputs } from './refusal';
import { registerOf, type RegisteredPiece } from './register';

/**
 * Why an entry cannot be true as it is, in a sentence; undefined where it can. Bad news is never refused for what it lacks: nobody is to be kept from saying
 * that something is wrong.
 * @param more what else is held against facts: of laying and testing, `layChecks`. A device fetches it with the screens that enter such.
 */
export function entryRefusal(entry: Entry, inputs: RefusalInputs, more: Checks = {}): string | undefined {
  const { fact } = entry;
  type Check = ((fact: Fact, inputs: RefusalInputs, entry: Entry) => string | undefined) | undefined;
  const [first, then] = [CHECKS[fact.kind], more[fact.kind]] as [Check, Check];
  return afterwards(fact, inputs) ?? first?.(fact, inputs, entry) ?? then?.(fact, inputs, entry);
}

/** What may still be said of a run that was taken over: what it does afterwards, and bad news. */
const AFTERWARDS: readonly string[] = ['sunk', 'note', 'countersigned', 'wrong', 'found', 'settled', 'damage', 'owed', 'happening'];
function afterwards({ kind }: Fact, { book, now, rules }: RefusalInputs): string | undefined {
  if (AFTERWARDS.includes(kind)) return undefined;
  return signedIn(book, now, rules).over.length > 0
    ? 'The run was taken over: its record is closed. Say in a note what there is to say.'
    : undefined;
}

const CHECKS: Checks = {
  inspection: ({ items, until }, _, entry) => {
    if (items.some(({ ok }) => !ok)) return undefined;
    const length = Date.parse(until) - momentOf({ entry });
    if (length > LONGEST_SHIFT * HOUR) return `A shift is ${LONGEST_SHIFT} hours at most; inspect again for the next.`;
    return length <= 0 ? 'The shift ends before it was inspected; give a later end.' : undefined;
  },
  air: (fact, { rules, job: { units } }) => (airTestFaults(fact, rules).length > 0 ? undefined : airGap(fact, rules, units)),
  pressure: (fact, inputs, entry) => {
    const { job, rules, book, now } = inputs;
    const piece = pieceOf(fact.piece, inputs);
    const kit = piece && kitOf(job, piece.kit);
    if (!piece || kit?.kind !== 'shores') return 'There is no such set of shores; say first that it was delivered and where it stands.';
    if (holdFault(fact, kit.pressure, rules, job.units) !== undefined) return undefined;
    if (piece.state !== 'standing') return `${piece.name} does not stand; say first where it was set.`;
    switch (canAt(book, momentOf({ entry }), now, rules)) {
      case undefined:
        return 'Try the pump can first and enter it: without it no hold test counts today.';
      case false:
        return 'The pump can was not in order when it was tried; put it right and try it again first.';
      case true:
        return undefined;
    }
  },
  delivered: ({ pieces, kit }, { job, ...rest }) => {
    if (!kitOf(job, kit)) return 'There is no such table of supports; choose one of those on the job.';
    const known = registerOf(rest.book, rest.now, rest.rules);
    const twice = pieces.find(
      ({ id, name }, i) => known.some((one) => one.id === id || one.name === name) || pieces.findIndex((one) => one.name === name) !== i,
    );
    return twice && `${twice.name} is on site already; give this one another name.`;
  },
  standing: ({ pit, pieces }, inputs) => {
    const { job } = inputs;
    const register = registerOf(inputs.book, inputs.now, inputs.rules);
    for (const put of pieces) {
      const piece = register.find(({ id }) => id === put.piece);
      if (!piece) return 'More pieces than were delivered; enter the delivery first.';
      if (piece.state === 'returned') return `${piece.name} has gone back; enter a delivery first.`;
      const wrong = placeFault(put, piece, pit, inputs);
      if (wrong !== undefined) return wrong;
      const other = overlapping(put, pieces, pit, register, job.units);
      if (other !== undefined) return `${piece.name} cannot stand there: ${other}`;
    }
    return undefined;
  },
  released: ({ pieces, fill }, inputs) => {
    for (const id of pieces) {
      const piece = pieceOf(id, inputs);
      if (!piece || piece.state !== 'standing') return `${piece?.name ?? 'A piece'} does not stand, so it cannot be released.`;
      const lowest = lowestBrace(piece, inputs.plan);
      if (lowest !== undefined && fill < lowest - EPSILON)
        return `${piece.name}: fill first to ${formatLength(lowest, inputs.job.units)} over the floor, where its lowest cylinder is; then let it go from outside.`;
    }
    return undefined;
  },
  marks: (fact, { now }) => marksFault(fact, now),
  takenOut: ({ pieces }, inputs) => {
    for (const id of pieces) {
      const piece = pieceOf(id, inputs);
      if (!piece || (piece.state !== 'standing' && piece.state !== 'released' && piece.state !== 'doubt'))
        return `${piece?.name ?? 'A piece'} does not stand, so it cannot be taken out.`;
      if (piece.state === 'standing' && kitOf(inputs.job, piece.kit)?.kind === 'shores')
        return `${piece.name}: release it first, from outside, the fill as high as its lowest cylinder.`;
    }
    return undefined;
  },
  benchmark: ({ id, name }, { book }) =>
    benchmarksOf(book).some((one) => one.id !== id && !one.lost && one.name.toLowerCase() === name.toLowerCase())
      ? `There is a benchmark ${name} already: say its new level there, or give this one another name.`
      : undefined,
  setUp: (_, { run, plan }) => (run && plan ? undefined : NOT_ISSUED),
  sightBack: (fact, { book, rules, now, job }) => {
    const instrument = instrumentNamed(instrumentsOf(book, now, rules), fact.setUp);
    if (!instrument) return 'That set-up is not in the book; say first how the instrument stands.';
    if (fact.benchmark.id === instrument.kept.entry.fact.benchmark.id || instrument.plane.fall === 0) return undefined;
    return `A plane that falls closes only on the benchmark it began from: sight back on ${instrument.kept.entry.fact.benchmark.name}, ${formatLength(instrument.kept.entry.fact.benchmark.level, job.units, 'level')}.`;
  },
  settled: (fact, { book }) =>
    book.some(({ entry }) => entry.id === fact.found && entry.fact.kind === 'found')
      ? undefined
      : 'What was found is not in the book here yet; wait until it was heard, or enter it.',
  drillDone: (fact, { book }) =>
    book.some(({ entry }) => entry.id === fact.of && entry.fact.kind === 'drillSet')
      ? undefined
      : 'That was not set in the book of this job; wait until it was heard.',
  countersigned: (_, { book }, entry) => countersignFault(entry as Entry<'countersigned'>, book),
  strike: (fact, { book, rules, now }) =>
    instrumentNamed(instrumentsOf(book, now, rules), fact.setUp)
      ? undefined
      : 'That set-up is not in the book; say first how the instrument stands.',
  calibration: (fact, { book, now, rules, job }) => {
    const on = bucketNow(book, fact.machine, now, rules).width;
    if (on === undefined) return 'Say first which bucket is on, and that it held when it was dropped and dragged.';
    return Math.abs(on - fact.bucket) > EPSILON
      ? `That is another bucket: the one on is ${formatLength(on, job.units)} wide. Try the sensors with it, or say first that another was put on.`
      : undefined;
  },
  stand: ({ points }, { run, plan }) => (points.some(({ ok }) => !ok) || (run && plan) ? undefined : NOT_ISSUED),
  setOut: (fact, { run, plan, job }) => {
    if (!run || !plan) return NOT_ISSUED;
    return offRun(run, fact.station, job.units);
  },
  shift: (fact, { run, plan, job, book }, { corrects }) => {
    if (!run || !plan) return NOT_ISSUED;
    return offRun(run, fact.from, job.units) ?? offRun(run, fact.to, job.units) ?? doneBefore(fact, book, job.units, corrects);
  },
  check: (fact, inputs) => {
    const held = heldOf(fact.setUp, inputs);
    if (!held) return NOT_ISSUED;
    return checkFault(fact, held) ?? (fact.sure ? undefined : checkDoubt(fact, held));
  },
  returned: ({ pieces }, inputs) => {
    for (const id of pieces) {
      const piece = pieceOf(id, inputs);
      if (piece?.state === 'delivered' || piece?.state === 'takenOut') continue;
      return piece?.state === 'returned'
        ? `${piece.name} has gone back already.`
        : `${piece?.name ?? 'A piece'} is not free to go: take it out first, and say so.`;
    }
    return undefined;
  },
};

/** What a check is held against; undefined where nothing is issued. */
function heldOf(setUp: string | null, { job, run, plan, rules, book, now }: RefusalInputs): CheckHeld | undefined {
  if (!run || !plan) return undefined;
  const instrument = setUp === null ? undefined : instrumentNamed(instrumentsOf(book, now, rules), setUp);
  return { run, designs: designsOf(job, run, plan.places), instrument, rules, units: job.units };
}

const pieceOf = (id: string, { book, now, rules }: RefusalInputs): RegisteredPiece | undefined =>
  registerOf(book, now, rules).find((one) => one.id === id);

/** Where a piece is put: as long as it is, in a hole of the plan, held by its own table. */
function placeFault(
  put: { from: number; to: number },
  piece: RegisteredPiece,
  pit: string | null,
  { job, plan }: RefusalInputs,
): string | undefined {
  const kit = kitOf(job, piece.kit);
  const length = put.to - put.from;
  if (kit?.kind === 'shield' && Math.abs(length - kit.length) > CONTACT)
    return `${piece.name} is ${formatLength(kit.length, job.units)} long, not ${formatLength(length, job.units)}.`;
  if (kit?.kind === 'shores' && length > EPSILON) return `${piece.name} stands at one station, not along a stretch.`;
  if (kit?.kind === 'sheets' && length > kit.frameLength + CONTACT)
    return `${piece.name} is ${formatLength(kit.frameLength, job.units)} long at most.`;
  const hole = plan?.places.some(
    ({ id, kind, from, to }) =>
      (pit === null ? kind === 'reach' : id === pit) && put.from >= from - 0.5 && put.from <= to && put.to >= from,
  );
  if (plan && !hole) return `Nothing is to be dug at ${formatStation(put.from, job.units)} by the issued plan; put it where it is.`;
  return undefined;
}

/** What stands where a piece is to be put; undefined where the place is free. */
function overlapping(
  put: { piece: string; from: number; to: number },
  together: readonly { piece: string; from: number; to: number }[],
  pit: string | null,
  register: readonly RegisteredPiece[],
  units: UnitSystem,
): string | undefined {
  const moved = new Set(together.map(({ piece }) => piece));
  const twice = together.filter(({ piece }) => piece === put.piece).length > 1;
  if (twice) return 'it is named twice.';
  const nameOf = (id: string) => register.find((one) => one.id === id)?.name ?? 'another piece';
  const others = [
    ...register
      .filter(({ id, state, pit: its }) => state === 'standing' && its === pit && !moved.has(id))
      .map(({ id, from, to }) => ({ piece: id, from, to })),
    ...together.filter(({ piece }) => piece !== put.piece),
  ];
  const point = put.to - put.from <= EPSILON;
  const hit = others.find(({ from, to }) =>
    point && to - from <= EPSILON ? Math.abs(from - put.from) < CONTACT : from < put.to - CONTACT && to > put.from + CONTACT,
  );
  return hit && `${nameOf(hit.piece)} stands there, ${formatStretch(hit, units)}.`;
}

/** Height of the lowest cylinder of a set over the floor, by the plan of the hole it stands in, metres. */
export function lowestBrace({ pit, from }: RegisteredPiece, plan: HoldingPlan | undefined): number | undefined {
  const place = plan?.places.find(
    (one) => (pit === null ? one.kind === 'reach' : one.id === pit) && from >= one.from - EPSILON && from <= one.to + EPSILON,
  );
  const schedule = plan?.supports.find((one) => one.place === place?.id)?.schedule;
  return schedule?.kind === 'shores' ? Math.min(...schedule.cylinders) : undefined;
}
