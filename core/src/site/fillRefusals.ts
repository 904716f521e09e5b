import type { Range } from '../geometry';
import { compactorNames, fillSides, ofKind, type Fact, type FactKind, type FillSide } from '../book';
import { offRun } from '../dig/checkFaults';
import { compactorOf } from '../fill/compactors';
import {
  fillAt,
  fillReport,
  fillStations,
  filledOver,
  leastFilled,
  liftThickness,
  liftTop,
  MARK,
  TAPE,
  type FillReport,
} from '../fill/report';
import { holds } from '../lay/along';
import { formatLength, formatStation } from '../units';
import { signedIn } from './closing';
import { NOT_ISSUED, type Checks, type RefusalInputs } from './refusal';
import { registerOf } from './register';

type FactOf<K extends FactKind> = Extract<Fact, { kind: K }>;

/** The fill as the book has it; undefined where nothing is issued. */
const reportOf = ({ job, run, plan, rules, book, now }: RefusalInputs): FillReport | undefined =>
  run && plan && fillReport({ job, run, places: plan.places, rules, book, now });

/** What of filling, and of the record, cannot be true as it is. */
export const fillChecks: Checks = {
  filled: (fact, inputs, { corrects }) => {
    const { run, rules, job, book } = inputs;
    // What puts another right is held against the book without it.
    const report = reportOf(corrects === undefined ? inputs : { ...inputs, book: book.filter(({ entry }) => entry.id !== corrects) });
    if (!report || !run) return NOT_ISSUED;
    const { units } = job;
    const off = offRun(run, fact.from, units) ?? offRun(run, fact.to, units);
    if (off !== undefined) return off;
    if (fact.compactor !== null) {
      const { lift, name } = compactorOf(fact.compactor, rules);
      if (fact.thickness > lift + TAPE) {
        const count = Math.ceil(fact.thickness / lift - 1e-6);
        return `${formatLength(fact.thickness, units, 'size')} is more than a ${name.toLowerCase()} gets through (${formatLength(lift, units, 'size')}): put it in as ${count} lifts of ${formatLength(fact.thickness / count, units, 'size')}.`;
      }
      if (fact.passes === 0) return 'Say how many passes it had.';
    }
    return liftFault(fact, report, inputs);
  },
  fillRead: (fact, { book, job: { units } }) => {
    const lift = ofKind(book, 'filled').find(({ entry }) => entry.id === fact.lift);
    if (!lift) return 'A reading is of a lift: enter the lift first.';
    return holds(lift.entry.fact, fact.station) ? undefined : `That lift does not reach ${formatStation(fact.station, units)}.`;
  },
  fillRedone: (fact, { book }) =>
    ofKind(book, 'filled').some(({ entry }) => entry.id === fact.lift)
      ? undefined
      : 'That lift is not in the book here yet; wait until it was heard.',
  /** What was typed of the fill is held against the lifts that are in, where anything was laid there. */
  released: ({ pieces, fill }, inputs) => {
    const report = reportOf(inputs);
    if (!report) return undefined;
    const register = registerOf(inputs.book, inputs.now, inputs.rules);
    for (const id of pieces) {
      const piece = register.find((one) => one.id === id);
      if (!piece || piece.pit !== null) continue;
      const state = leastFilled(report, piece);
      const filled = state && filledOver(state);
      if (!laidThere(inputs, piece) || filled === undefined || fill <= filled + MARK) continue;
      return `${piece.name}: the lifts that are in come to ${formatLength(filled, inputs.job.units)} over the floor there. Enter those that are missing first.`;
    }
    return undefined;
  },
  asLaid: (fact, { run, plan, job }) => (run && plan ? offRun(run, fact.station, job.units) : NOT_ISSUED),
  closed: (fact, { book, now, rules }) => {
    const { closed, over } = signedIn(book, now, rules);
    if (fact.as === 'closed') return closed.length > 0 ? 'It is closed already.' : undefined;
    if (closed.length === 0) return 'It is closed first, then taken over.';
    return over.length > 0 ? 'It is taken over already.' : undefined;
  },
};

/** Was anything laid or filled along a stretch? */
const laidThere = ({ book }: RefusalInputs, { from, to }: Range): boolean =>
  [...ofKind(book, 'laid'), ...ofKind(book, 'filled')].some(({ entry: { fact } }) => fact.from <= to + 1e-9 && fact.to >= from - 1e-9);

/** Why a lift cannot lie where it is said to: held against what lies there at every station of its stretch, just inside each piece's ends. */
function liftFault(fact: FactOf<'filled'>, report: FillReport, { rules, job: { units } }: RefusalInputs): string | undefined {
  const at = (station: number) => formatStation(station, units);
  let news = false;
  for (const station of fillStations(report, fact)) {
    const state = fillAt(report, station);
    if (!state) continue;
    const top = liftTop(fact, state.section);
    const thickness = liftThickness(fact, state.section);
    const under = top + thickness;
    const sides = (['left', 'right'] as const).filter((side) => fact.side === 'both' || fact.side === side);
    const lowest = Math.max(...sides.map((side) => state[side]));
    if (state.shut)
      return 'lift' in state.shut
        ? `At ${at(station)} the lift below reads too low: compact it again and read it, or take it out, first.`
        : `At ${at(station)} something found is not settled: say first what was done about it.`;
    if (under < lowest - MARK)
      return `At ${at(station)} the lift below is missing: it is filled to ${formatLength(lowest, units)} down, and this one begins at ${formatLength(under, units)}.`;
    if (fact.compactor !== null && fact.compactor !== 'hand') {
      const { cover } = compactorOf(fact.compactor, rules);
      const over = state.section.crown - top;
      if (over < cover - 0.001)
        return `At ${at(station)} ${formatLength(Math.max(0, over), units, 'size')} would lie over the line: a ${compactorNames[fact.compactor].toLowerCase()} needs ${formatLength(cover, units, 'size')}. By hand tamper, or more fine fill first.`;
    }
    const other: FillSide | undefined = fact.side === 'left' ? 'right' : fact.side === 'right' ? 'left' : undefined;
    if (other && state[other] - top > thickness + MARK)
      return `At ${at(station)} the other side is more than a lift behind: fill ${fillSides[other].toLowerCase()} first. One side alone pushes the line over.`;
    if (lowest - top > TAPE) news = true;
  }
  return news ? undefined : 'That is filled already: choose the stretch where the next lift goes.';
}
