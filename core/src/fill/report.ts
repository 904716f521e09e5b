import {
  doubtOf,
  inOrder,
  knows,
  ofKind,
  unsettledIn,
  withdrawn,
  type CompactorId,
  type FillLayer,
  type FillTool,
  type Kept,
  type KeptOf,
} from '../book';
import { alike, union, type Range } from '../geometry';
import type { Job, Run, Unsettled } from '../job';
import type { Rules } from '../rules';
import { isPit } from '../trench/places';
import type { Place } from '../trench';
import { holds } from '../lay/along';
import { fillLadder, markThickness, markTop, USUAL_WAY, type FillRung, type FillWay, type Ladder } from './ladder';
import { fillTarget, judgeFill, type FillVerdict } from './readings';
import { fillSections, type FillSection, type FillSections } from './section';

export interface FillInputs {
  job: Pick<Job, 'products' | 'owners'>;
  run: Run;
  places: readonly Place[];
  rules: Rules;
  book: readonly Kept[];
  now: number;
}

/** A lift as the book has it. Metres. */
export interface FilledLift extends Range {
  id: string;
  kept: KeptOf<'filled'>;
  layer: FillLayer;
  thickness: number;
  compactor: CompactorId | null;
  /** Readings that count: those made since it was compacted again. */
  readings: { id: string; tool: FillTool; station: number; value: number }[];
  verdict: FillVerdict;
  /** `again`: compacted again after a reading below its target, and not read since. */
  state: 'unread' | 'passed' | 'below' | 'again';
}

export interface FillReport {
  run: Run;
  rules: Rules;
  sections: FillSections;
  way: FillWay;
  /** Who decided the way; undefined: nobody, it is the usual one. */
  chosen: KeptOf<'fillWay'> | undefined;
  /** Lifts that are in, in the order they were put in; not those taken out or said to be wrong. */
  lifts: FilledLift[];
  /** What was found and is not settled: nothing goes on it. */
  stops: Unsettled[];
}

/** How far a lift may lie off its mark, metres: what a shovel leaves. */
export const MARK = 0.05;

/** What a tape does not tell, metres. */
export const TAPE = 0.005;

/** Everything the book says of the fill. What lies there lies there, whatever plan it was put in by. */
export function fillReport({ job, run, places, rules, book, now }: FillInputs): FillReport {
  const gone = withdrawn(book);
  const believed = (one: Kept) => doubtOf(one, gone, now, rules) === undefined;
  const sections = fillSections(job, run, places);
  const ways = inOrder(ofKind(book, 'fillWay').filter(believed));
  const chosen = ways.at(-1);
  const reads = inOrder(ofKind(book, 'fillRead'));
  const redone = ofKind(book, 'fillRedone').filter(believed);
  const lifts = inOrder(ofKind(book, 'filled')).flatMap((kept): FilledLift[] => {
    const { fact, id } = kept.entry;
    const about = redone.filter(({ entry }) => entry.fact.lift === id);
    if (!believed(kept) || about.some(({ entry }) => entry.fact.how === 'out')) return [];
    const target = (tool: FillTool) => fillTarget(tool, fact.layer, run.surface, rules);
    const own = reads.filter(({ entry }) => entry.fact.lift === id);
    // A reading below its target stands until it is put right by another reading, not by saying that it was wrong.
    const putRight = new Set(own.flatMap(({ entry }) => entry.corrects ?? []));
    const judge = (some: readonly (typeof own)[number][]) => {
      const read = some.map(({ entry }) => ({ id: entry.id, ...entry.fact }));
      return { read, verdict: judgeFill(read, target) };
    };
    const stale = own.filter((one) => about.some((again) => knows(again, one)));
    const live = own.filter((one) => !stale.includes(one) && !putRight.has(one.entry.id));
    const good = judge(live.filter(believed));
    const all = judge(live);
    const low = all.verdict.state === 'below' ? all : good;
    const was = judge(stale.filter((one) => !putRight.has(one.entry.id)));
    const state =
      low.verdict.state === 'below'
        ? 'below'
        : good.verdict.state === 'passed'
          ? 'passed'
          : was.verdict.state === 'below'
            ? 'again'
            : 'unread';
    return [
      {
        id,
        kept,
        from: fact.from,
        to: fact.to,
        layer: fact.layer,
        thickness: fact.thickness,
        compactor: fact.compactor,
        readings: low.read.map(({ id: of, tool, station, value }) => ({ id: of, tool, station, value })),
        verdict: low.verdict,
        state,
      },
    ];
  });
  return { run, rules, sections, way: chosen?.entry.fact ?? USUAL_WAY, chosen, lifts, stops: unsettledIn(book) };
}

/** Where a lift ends at a station, metres down from the ground. */
export const liftTop = ({ mark }: KeptOf<'filled'>['entry']['fact'], section: Pick<FillSection, 'bed' | 'surface'>): number =>
  markTop(mark, section);
/** And how thick it is there. */
export const liftThickness = (
  { mark, thickness }: KeptOf<'filled'>['entry']['fact'],
  section: Pick<FillSection, 'bed' | 'surface'>,
): number => markThickness(mark, section, thickness);

/** A lift as it lies at a station: `thickness` is what it is there, between what it lies on and `top`, metres down from the ground. */
export type LiftHere = FilledLift & { top: number };

/** How far the fill stands at a station. Metres down from the ground. */
export interface FillState {
  section: FillSection;
  left: number;
  right: number;
  /** The lifts it is made of, bottom up. */
  lifts: LiftHere[];
  /** Why nothing may go on it: a lift that reads too low, or something found. */
  shut: { lift: FilledLift } | { stop: Unsettled } | undefined;
}

/** **How far is it filled at a station?** Undefined where nothing is dug open. */
export function fillAt(report: Pick<FillReport, 'sections' | 'lifts' | 'stops'>, at: number): FillState | undefined {
  const section = report.sections(at);
  if (!section) return undefined;
  const here = report.lifts
    .filter((lift) => holds(lift, at))
    .map((lift) => ({ lift, top: liftTop(lift.kept.entry.fact, section) }))
    .sort((a, b) => b.top - a.top);
  const stack = (side: 'left' | 'right') => {
    let top = section.bed;
    const used = new Map<FilledLift, number>();
    for (const { lift, top: mark } of here) {
      const { side: of } = lift.kept.entry.fact;
      if (of !== 'both' && of !== side) continue;
      // What hangs over nothing does not count: its ground is not known.
      if (mark + liftThickness(lift.kept.entry.fact, section) < top - MARK) break;
      used.set(lift, Math.max(0, top - mark));
      top = Math.min(top, mark);
    }
    return { top, used };
  };
  const [left, right] = [stack('left'), stack('right')];
  const lifts = here.flatMap(({ lift, top }): LiftHere[] => {
    const thick = [left, right].flatMap(({ used }) => used.get(lift) ?? []);
    if (thick.length === 0) return [];
    const [lies, said] = [Math.max(...thick), liftThickness(lift.kept.entry.fact, section)];
    return [{ ...lift, top, thickness: Math.abs(said - lies) <= TAPE ? said : lies }];
  });
  const low = lifts.find(({ state }) => state === 'below' || state === 'again');
  const stop = report.stops.find((one) => holds(one, at));
  return { section, left: left.top, right: right.top, lifts, shut: low ? { lift: low } : stop ? { stop } : undefined };
}

/** The ladder of a stretch, with where there is most to fill; undefined where nothing is dug open. */
export function ladderOver(
  report: Pick<FillReport, 'sections' | 'way' | 'rules' | 'run'>,
  range: Range,
  way = report.way,
): { at: number; ladder: Ladder } | undefined {
  const known = fillCuts(report.run, range).flatMap((at) => {
    const section = report.sections(at);
    return section ? [{ at, section }] : [];
  });
  if (known.length === 0) return undefined;
  const most = known.reduce((best, one) =>
    one.section.fine - one.section.surface > best.section.fine - best.section.surface ? one : best,
  );
  const sections = known.map(({ section }) => section);
  return { at: most.at, ladder: fillLadder(sections, way, report.run.spoil.ground, report.rules) };
}

/** Stations of a stretch at which what is to be filled begins to change otherwise, its ends among them. */
export function fillCuts(run: Run, { from, to }: Range): number[] {
  const nodes = [
    ...run.stations.map(({ station }) => station),
    ...run.inverts.map(({ station }) => station),
    ...run.reaches.map((reach) => reach.from),
    ...run.laid.flatMap((line) => [line.from ?? from, line.to ?? to]),
  ];
  return [...new Set([from, ...nodes.filter((at) => at > from + 1e-6 && at < to - 1e-6), to])].sort((a, b) => a - b);
}

/** The same, and where lifts and what was found begin and end: between two of these the fill is one. */
export function fillEdges({ run, lifts, stops }: Pick<FillReport, 'run' | 'lifts' | 'stops'>, range: Range): number[] {
  const inside = [...lifts, ...stops].flatMap(({ from, to }) => [from, to]).filter((at) => at > range.from && at < range.to);
  return [...new Set([...fillCuts(run, range), ...inside])].sort((a, b) => a - b);
}

/** Stations just inside the ends of every piece of a stretch along which the fill is one: what holds at all of them holds between. */
export function fillStations(report: Pick<FillReport, 'run' | 'lifts' | 'stops'>, range: Range): number[] {
  const cuts = fillEdges(report, range);
  const inside = cuts.slice(1).flatMap((to, i) => {
    const from = cuts[i] as number;
    const step = Math.min(0.001, (to - from) / 4);
    return [from + step, to - step];
  });
  return inside.length > 0 ? inside : [range.from];
}

/** The fill where it stands lowest over the floor of a stretch; undefined where nothing of it is dug open. */
export function leastFilled(report: Pick<FillReport, 'run' | 'sections' | 'lifts' | 'stops'>, range: Range): FillState | undefined {
  return fillStations(report, range)
    .flatMap((at) => fillAt(report, at) ?? [])
    .reduce<FillState | undefined>((least, one) => (least && filledOver(least) <= filledOver(one) ? least : one), undefined);
}

/** How far down the fill stands where it stands lower, metres from the ground; and how far over the floor. */
export const filledTo = ({ left, right }: Pick<FillState, 'left' | 'right'>): number => Math.max(left, right);
export const filledOver = (state: FillState): number => state.section.bottom - filledTo(state);

/** The lift that comes next at a station: the first whose mark is above where the fill stands; undefined where it is full. */
export function nextRung(state: Pick<FillState, 'left' | 'right' | 'section'>, ladder: Ladder): FillRung | undefined {
  const top = filledTo(state);
  return ladder.rungs.find(({ mark }) => markTop(mark, state.section) < top - MARK / 2);
}

/** Where the fill stands along the trench, piece by piece: equal neighbours are one. */
export interface FillStretch extends Range {
  /** Id of the next lift’s rung by layer and mark; null: full. */
  next: FillRung | null;
  shut: FillState['shut'];
}

/** Stretches by what comes next on them, for one ladder over each reach: what is said of a stretch holds all along it. */
export function fillStretches(report: FillReport, places: readonly Range[]): FillStretch[] {
  const stretches: FillStretch[] = [];
  for (const place of places) {
    const over = ladderOver(report, place);
    if (!over) continue;
    // Between two of these the same lifts lie, and the ground above and the bed below are without a step.
    const steps = fillEdges({ ...report, run: { ...report.run, stations: [], inverts: [] } }, place);
    const nodes = fillCuts(report.run, place);
    for (const [i, to] of steps.slice(1).entries()) {
      const from = steps[i] as number;
      const touches = (one: Range) => one.from < to && one.to > from;
      const here = { sections: report.sections, lifts: report.lifts.filter(touches), stops: report.stops.filter(touches) };
      const nextAt = (at: number): Next | undefined => {
        const state = fillAt(here, at);
        return state && { next: nextRung(state, over.ladder) ?? null, shut: state.shut };
      };
      const asked = [...nodes.filter((node) => node > from && node < to), (from + to) / 2].sort((a, b) => a - b);
      for (const { is, ...piece } of alike([from, ...asked, to], nextAt, sameNext)) {
        const last = stretches.at(-1);
        if (!is) continue;
        if (last && Math.abs(last.to - piece.from) < 1e-6 && sameNext(last, is)) last.to = piece.to;
        else stretches.push({ ...piece, ...is });
      }
    }
  }
  return stretches.filter(({ from, to }) => to - from >= SHORT);
}
/** Where nothing is left to fill, ascending: the trench is no longer open there. */
export function filledUp(inputs: FillInputs): Range[] {
  const trench = inputs.places.filter((place) => !isPit(place));
  return union(fillStretches(fillReport(inputs), trench).filter(({ next }) => next === null));
}

/** A stretch shorter than this is none to work on, metres. */
const SHORT = 0.01;

type Next = Pick<FillStretch, 'next' | 'shut'>;
const sameNext = (a: Next | undefined, b: Next | undefined): boolean =>
  a === b || (a !== undefined && b !== undefined && a.next === b.next && sameShut(a.shut, b.shut));
const sameShut = (a: FillState['shut'], b: FillState['shut']): boolean => {
  const key = (one: FillState['shut']) => (one === undefined ? '' : 'lift' in one ? one.lift.id : one.stop.id);
  return key(a) === key(b);
};

/** What lies at a station as rungs, bottom up: what is drawn of a fill that is in. */
export const asFilled = ({ section, lifts }: FillState): FillRung[] =>
  lifts.map(({ layer, thickness, top, compactor, kept: { entry } }) => ({
    layer,
    material: entry.fact.material,
    from: top + thickness,
    top,
    mark: entry.fact.mark,
    thickness,
    loose: thickness,
    compactor,
    passes: entry.fact.passes,
    over: section.crown - top,
  }));
