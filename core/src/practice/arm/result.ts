import { joined, type Range } from '../../geometry';
import { payload } from '../../machine/cycle';
import { windowOf } from '../../machine/setUps';
import { formatLength, formatPercent, formatStretch, GRAVITY, type UnitSystem } from '../../units';
import { formatMinutes } from '../../units/gauge';
import { plural } from '../../order/words';
import { deepestIn } from './driver';
import type { Exercise } from './exercises';
import { COLUMN, columnMiddle } from './soil';
import type { ArmEvent, ArmState, Pit } from './state';
import { isSet, loadShare } from './lifting';
import { IN_LINE, TICK } from './motion';

/** What came of an exercise, whatever it was about. */
interface Outcome {
  moves: number;
  minutes: number;
  faults: { event: ArmEvent; count: number; about?: string }[];
  passed: boolean;
}
/** Of a floor. Metres; `high` and `deep` positive. */
export interface FloorResult extends Outcome {
  of: 'floor';
  /** Share of the floor within its tolerance. */
  within: number;
  high: number;
  deep: number;
  /** Where it lies too deep: water stands there. */
  hollows: Range[];
  /** Where ground is left. */
  left: Range[];
  least: number;
  /** Of the strip around a hidden line the machine dug, metres of the run. */
  intoStrip: number;
}
/** Of a heap, in full buckets. */
export interface HeapResult extends Outcome {
  of: 'heap';
  heap: number;
  asked: number;
  spilt: number;
}
/** Of a pipe that was lowered: metres from its place, the hardest touch in m/s, the widest swing in radians. */
export interface PipeResult extends Outcome {
  of: 'pipe';
  set: boolean;
  off: number;
  knock: number;
  swung: number;
}
/** Of a box that was dug in: how far its edges are over the floor, and the most one corner was ahead and was dug below it, metres. */
export interface BoxResult extends Outcome {
  of: 'box';
  within: number;
  over: number;
  ahead: number;
}
export type ArmResult = FloorResult | HeapResult | PipeResult | BoxResult;

/** Of the floor this much has to be within tolerance. */
const ENOUGH = 0.9;
/** Faults that nobody passes with. */
const GRAVE: ReadonlySet<ArmEvent> = new Set([
  'tipped',
  'struck',
  'edge',
  'wall',
  'dragged',
  'knock',
  'swings',
  'carried',
  'corner',
  'below',
]);
/** A pipe lies in its place within this, metres. */
const PLACE = 0.03;
/** The edges of a box stand no more than this over the floor at last, metres. */
const STANDS = 0.1;
/** Deviations under this are none: a column's rounding, metres. */
const FINE = 1e-6;

/** Fewest moves for a floor: what is left over after one place, place by place. */
export function leastMoves(pit: Pick<Pit, 'machine'>, floor: Exercise['floor']): number {
  const window = windowOf(pit.machine, deepestIn(floor));
  return window ? Math.max(0, Math.ceil((floor.to - floor.from) / (window.to - window.from) - 1e-9) - 1) : 0;
}

/** What happened, each kind once with how often. */
function faultsOf({ events }: ArmState): Outcome['faults'] {
  const counted = new Map<ArmEvent, Outcome['faults'][number]>();
  for (const { event, about } of events) {
    const one = counted.get(event);
    if (one) one.count++;
    else counted.set(event, { event, count: 1, ...(about === undefined ? {} : { about }) });
  }
  return [...counted.values()];
}

/** What came of it: the pipe where one was lowered, the heap where that was asked for, else the floor. */
export function resultOf(pit: Pit, exercise: Exercise, state: ArmState): ArmResult {
  const faults = faultsOf(state);
  const grave = faults.some(({ event }) => GRAVE.has(event));
  // Nobody passes with it who lifts or loads.
  const heavy = faults.some(({ event }) => event === 'heavy');
  const outcome = { moves: state.moves, minutes: (state.tick * TICK) / 60, faults };
  if (pit.lift && state.hung) {
    const [set, off] = [isSet(pit.lift, state.hung), state.hung.x - pit.lift.to];
    const passed = set && Math.abs(off) <= PLACE && !grave && !heavy;
    return { of: 'pipe', set, off, knock: state.hung.knock, swung: state.hung.swung, ...outcome, passed };
  }
  if (exercise.heap !== undefined) {
    const full = payload(pit.machine, pit.bucket, exercise.ground);
    const passed = state.heap >= exercise.heap - FINE && !grave && !heavy;
    return { of: 'heap', heap: state.heap / full, asked: exercise.heap / full, spilt: state.spilt / full, ...outcome, passed };
  }
  const floor = floorOf(exercise, state);
  if (state.box) {
    const { near, far, ahead } = state.box;
    const over = Math.max(near + exercise.floor.depthAt(exercise.floor.from), far + exercise.floor.depthAt(exercise.floor.to));
    return { of: 'box', within: floor.within, over, ahead, ...outcome, passed: floor.within >= ENOUGH && over <= STANDS + FINE && !grave };
  }
  return {
    ...floor,
    ...outcome,
    least: leastMoves(pit, exercise.floor),
    passed: floor.within >= ENOUGH && floor.intoStrip <= FINE && !grave,
  };
}

/** The floor as it is dug against what was asked; where machines keep off it need not be dug. */
function floorOf({ floor, tolerance, strips }: Exercise, state: ArmState): Omit<FloorResult, keyof Outcome | 'least'> {
  const inStrip = (x: number) => strips.some(({ from, to }) => x > from && x < to);
  let [asked, good, high, deep, intoStrip] = [0, 0, 0, 0, 0];
  const hollows: Range[] = [];
  const left: Range[] = [];
  state.strip.bank.forEach((bank, column) => {
    const x = columnMiddle(state.strip, column);
    if (x < floor.from || x > floor.to) return;
    // Said by the columns’ edges, so that neighbours touch to the last digit.
    const range = { from: state.strip.from + column * COLUMN, to: state.strip.from + (column + 1) * COLUMN };
    if (inStrip(x)) {
      if (bank < -FINE) intoStrip += COLUMN;
      return;
    }
    asked++;
    const off = bank + (state.strip.loose[column] as number) + floor.depthAt(x);
    high = Math.max(high, off);
    deep = Math.max(deep, -off);
    if (Math.abs(off) <= tolerance + FINE) good++;
    else (off > 0 ? left : hollows).push(range);
  });
  return { of: 'floor', within: asked === 0 ? 0 : good / asked, high, deep, hollows: joined(hollows), left: joined(left), intoStrip };
}

/** What went wrong, what it does, and what to do instead. */
export const armEventWords: Record<ArmEvent, { short: string; why: string }> = {
  stallStick: { short: 'Stick stalls', why: 'The ground is stronger than the stick: thinner layers, or curl it out with the bucket.' },
  stallCurl: { short: 'Bucket stalls', why: 'Even curled it does not break out: a narrower bucket, a ripper, thinner bites.' },
  tracksLift: { short: 'Tracks lift', why: 'Pushed down harder than the machine weighs there: nearer in, or with its blade behind.' },
  back: { short: 'Back of the bucket', why: 'Ground does not go in from behind: turn the teeth to where you draw.' },
  wall: { short: 'Swung in the slit', why: 'The bucket was still below the edge: up first, then swing; it breaks the edge and the arm.' },
  edge: { short: 'Spilt at the edge', why: 'Let go before the heap: what lies in the setback falls in, and loads the edge.' },
  dragged: { short: 'Moved with the bucket down', why: 'Tracks and arm pull at each other: bucket up before the machine moves.' },
  heavy: { short: 'Too heavy out there', why: 'More hangs on the arm than it may lift there: nearer in, or less at once.' },
  tipped: { short: 'Tipped over', why: 'A full bucket far out over the side: the machine goes over with whoever is in it.' },
  struck: { short: 'Line struck', why: 'Its place was guessed: machines keep off the strip, hands find it first.' },
  knock: { short: 'Knocked', why: 'It touched hard: a pipe cracks where it knocks. Slower, and only when it hangs still.' },
  swings: { short: 'Swings wide', why: 'Begun or stopped too soon: ease in and out, wait until it hangs still, a hand at the tag line.' },
  corner: { short: 'One corner ahead', why: 'The box jams askew: a little on one corner, then as much on the other, in turn.' },
  stands: { short: 'The box stands', why: 'Its edge is on ground that is not dug: dig inside a little, then press again.' },
  below: { short: 'Too far below the box', why: 'The side comes in under its edge: press it down before more is dug.' },
  carried: {
    short: 'Moved with the load up',
    why: 'The ground under a track gives, and what hangs swings: set it down, or lift where the machine stands.',
  },
};

/** The result line by line, in its reader's units. */
export function sayResult(result: ArmResult, units: UnitSystem): string[] {
  const { moves, minutes, faults } = result;
  const levers = `${formatMinutes(minutes)} on the levers.`;
  return [
    ...sayOf(result, units),
    result.of === 'floor'
      ? `${plural(moves, 'move', 'moves')} of the machine; ${plural(result.least, 'was', 'were')} needed. ${levers}`
      : levers,
    ...faults.map(({ event, count, about }) => {
      const { short, why } = armEventWords[event];
      return `${short}${about === undefined ? '' : ` (${about})`}${count > 1 ? `, ${count} times` : ''}: ${why}`;
    }),
  ];
}

function sayOf(result: ArmResult, units: UnitSystem): string[] {
  switch (result.of) {
    case 'floor':
      return sayFloor(result, units);
    case 'heap':
      return sayHeap(result);
    case 'pipe':
      return sayPipe(result, units);
    case 'box':
      return sayBox(result, units);
  }
}

function sayFloor({ within, high, deep, hollows, left, intoStrip }: FloorResult, units: UnitSystem): string[] {
  const size = (metres: number) => formatLength(metres, units, 'size');
  const places = (ranges: readonly Range[]) =>
    ranges
      .slice(0, 3)
      .map((range) => formatStretch(range, units))
      .join(', ');
  return [
    `${Math.round(within * 100)} % of the floor is within tolerance; highest ${size(high)} too high, deepest ${size(deep)} too deep.`,
    ...(hollows.length > 0 ? [`Too deep, and water stands there: ${places(hollows)}. It is filled with bedding, never with spoil.`] : []),
    ...(left.length > 0 ? [`Still to dig: ${places(left)}.`] : []),
    ...(intoStrip > 0 ? [`Machine-dug in the strip around the line: ${size(intoStrip)} of it.`] : []),
  ];
}

const buckets = (count: number): string => `${count.toFixed(1)} ${count.toFixed(1) === '1.0' ? 'bucket' : 'buckets'}`;
const sayHeap = ({ heap, asked, spilt }: HeapResult): string[] => [
  `${buckets(heap)} on the heap, of ${buckets(asked)} asked for.`,
  ...(spilt > 0.05 ? [`${buckets(spilt)} in the setback: it falls in, and loads the edge.`] : []),
];

function sayBox({ within, over, ahead }: BoxResult, units: UnitSystem): string[] {
  const size = (metres: number) => formatLength(metres, units, 'size');
  return [
    `${Math.round(within * 100)} % of the floor inside is within tolerance; the edges of the box stand ${size(Math.max(0, over))} over it, ${size(STANDS)} may be.`,
    `One corner was ${size(ahead)} ahead of the other at most.`,
  ];
}

/** How it stands now, in a line. @param over metres the teeth are over the floor, by the sensors where there are some. */
export function sayNow(pit: Pit, exercise: Exercise, state: ArmState, over: number, units: UnitSystem): string {
  const metres = (length: number) => formatLength(Math.abs(length), units);
  const share = (part: number) => formatPercent(Math.round(part * 20) / 20);
  if (pit.lift && state.hung) {
    const { x, z, hanging } = state.hung;
    const away = `${metres(x - pit.lift.to)} from its place, ${metres(z - pit.lift.size / 2 - pit.lift.bed)} over its bed`;
    return `${away} · ${hanging ? `${share(loadShare(pit, pit.lift, state))} of what may hang there` : 'the sling is slack'}`;
  }
  if (state.box) {
    const edge = (level: number, at: number) => metres(level + exercise.floor.depthAt(at));
    const { near, far } = state.box;
    return `Edges ${edge(near, exercise.floor.from)} and ${edge(far, exercise.floor.to)} over the floor · ${metres(over)} ${over >= 0 ? 'to dig' : 'too deep'}`;
  }
  const all = payload(pit.machine, pit.bucket, exercise.ground);
  const where = Math.abs(state.swing) > IN_LINE ? 'Swung out' : `${metres(over)} ${over >= 0 ? 'to go' : 'too deep'}`;
  const last =
    exercise.heap === undefined
      ? plural(state.moves, 'move', 'moves')
      : `heap ${(state.heap / all).toFixed(1)} of ${buckets(exercise.heap / all)}`;
  return `${where} · bucket ${share(Math.min(1, state.load / all))} · ${last}`;
}

function sayPipe({ set, off, knock, swung }: PipeResult, units: UnitSystem): string[] {
  const size = (metres: number) => formatLength(metres, units, 'size');
  return [
    set ? `The pipe lies on its bed, ${size(Math.abs(off))} from its place; ${size(PLACE)} may be.` : 'The pipe does not lie on its bed.',
    `Its hardest touch was as if it fell from ${size(knock ** 2 / 2 / GRAVITY)}; it swung ${Math.round((swung * 180) / Math.PI)}° from the plumb at most.`,
  ];
}
