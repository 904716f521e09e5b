import { joined, type Range } from '../../geometry';
import { windowOf } from '../../machine/setUps';
import { formatLength, formatStretch, type UnitSystem } from '../../units';
import { formatMinutes } from '../../units/gauge';
import { plural } from '../../order/words';
import { deepestIn } from './driver';
import type { Exercise } from './exercises';
import { COLUMN, columnMiddle } from './soil';
import type { ArmEvent, ArmState, Pit } from './state';
import { TICK } from './step';

/** What came of an exercise. Metres; `high` and `deep` positive. */
export interface ArmResult {
  /** Share of the floor within its tolerance. */
  within: number;
  high: number;
  deep: number;
  /** Where it lies too deep: water stands there. */
  hollows: Range[];
  /** Where ground is left. */
  left: Range[];
  moves: number;
  least: number;
  minutes: number;
  faults: { event: ArmEvent; count: number; about?: string }[];
  /** Of the strip around a hidden line the machine dug, metres of the run. */
  intoStrip: number;
  passed: boolean;
}

/** Of the floor this much has to be within tolerance. */
const ENOUGH = 0.9;
/** Faults that nobody passes with. */
const GRAVE: ReadonlySet<ArmEvent> = new Set(['tipped', 'struck', 'edge', 'wall', 'dragged']);
/** Deviations under this are none: a column's rounding, metres. */
const FINE = 1e-6;

/** Fewest moves for a floor: what is left over after one place, place by place. */
export function leastMoves(pit: Pick<Pit, 'machine'>, floor: Exercise['floor']): number {
  const window = windowOf(pit.machine, deepestIn(floor));
  return window ? Math.max(0, Math.ceil((floor.to - floor.from) / (window.to - window.from) - 1e-9) - 1) : 0;
}

/** The floor as it is dug against what was asked; where machines keep off it need not be dug. */
export function resultOf(pit: Pit, { floor, tolerance, strips }: Exercise, state: ArmState): ArmResult {
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
  const counted = new Map<ArmEvent, { event: ArmEvent; count: number; about?: string }>();
  for (const { event, about } of state.events) {
    const one = counted.get(event);
    if (one) one.count++;
    else counted.set(event, { event, count: 1, ...(about === undefined ? {} : { about }) });
  }
  const faults = [...counted.values()];
  const within = asked === 0 ? 0 : good / asked;
  return {
    within,
    high,
    deep,
    hollows: joined(hollows),
    left: joined(left),
    moves: state.moves,
    least: leastMoves(pit, floor),
    minutes: (state.tick * TICK) / 60,
    faults,
    intoStrip,
    passed: within >= ENOUGH && intoStrip <= FINE && !faults.some(({ event }) => GRAVE.has(event)),
  };
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
  heavy: { short: 'Heavy over the side', why: 'More hangs there than may be lifted: half a bucket, or nearer in.' },
  tipped: { short: 'Tipped over', why: 'A full bucket far out over the side: the machine goes over with whoever is in it.' },
  struck: { short: 'Line struck', why: 'Its place was guessed: machines keep off the strip, hands find it first.' },
};

/** The result line by line, in its reader's units. */
export function sayResult(
  { within, high, deep, hollows, left, moves, least, minutes, faults, intoStrip }: ArmResult,
  units: UnitSystem,
): string[] {
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
    `${plural(moves, 'move', 'moves')} of the machine; ${plural(least, 'was', 'were')} needed. ${formatMinutes(minutes)} on the levers.`,
    ...faults.map(({ event, count, about }) => {
      const { short, why } = armEventWords[event];
      return `${short}${about === undefined ? '' : ` (${about})`}${count > 1 ? `, ${count} times` : ''}: ${why}`;
    }),
  ];
}
