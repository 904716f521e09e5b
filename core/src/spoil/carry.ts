import { grounds } from '../catalogue';
import { EPSILON } from '../geometry';
import type { Job, Reach, Run } from '../job';
import { isOpen, type ProfileColumns } from '../alignment';
import { linear, sum, toLp, type Linear, type Solver } from '../lp';
import { corridorOf, isSuspect, lipAt, loosening, sides, suspectRanges, topsoilArea, type Side } from './heap';

/** A stretch of the run with what it brings up and the room beside it. Stations in metres, volumes m³ loose. */
export interface SpoilCell {
  from: number;
  to: number;
  volume: number;
  room: Record<Side, number>;
}

/** Where the spoil of each stretch lies in the end, m³ loose, and what that costs over leaving it where it is dug. */
export interface Carried {
  cells: (SpoilCell & {
    /** Tipped beside where it is dug; brought here from elsewhere. */
    own: Record<Side, number>;
    brought: Record<Side, number>;
    /** Carried on to the next stretch, and back to the one before. */
    onward: number;
    back: number;
    off: number;
  })[];
  stockpile: number;
  /** Handled once more; taken off site. */
  handled: number;
  off: number;
  /** m³ × metres carried along the run. */
  hauled: number;
  cost: number;
}

/** A stretch is as long as this, metres, or longer where the run would have more of them than {@link MOST}. */
const LONG = 5;
const MOST = 240;

/** Loose area a side takes at most, m²: a windrow whose far toe stands at the end of the corridor. */
export function roomBeside(run: Run, reach: Reach, side: Side, depth: number): number {
  const base = corridorOf(run.spoil, side) - lipAt(reach, side, depth) - run.spoil.setback;
  return base <= 0 ? 0 : (base * base * Math.tan(grounds[run.spoil.ground].repose)) / 4;
}

/**
 * The run cut into stretches with their spoil and their room, turf and topsoil left out: those have heaps of their own. What is surplus and goes
 * off site anyway lies beside the trench until then. Gaps between heaps take nothing.
 * @param pits what each adds to the trench, m³ in the bank: it comes up where the pit stands.
 */
export function spoilCells(
  run: Run,
  profile: ProfileColumns & { area: readonly number[]; dug: readonly number[] },
  pits: readonly { station: number; dig: number }[],
): SpoilCell[] {
  const { station, depth, reach: reachOf, area, dug } = profile;
  const [start, end] = [station[0] as number, station.at(-1) as number];
  const count = Math.max(1, Math.min(MOST, Math.ceil((end - start) / LONG - EPSILON)));
  const long = (end - start) / count;
  const cells = Array.from({ length: count }, (_, i): SpoilCell => ({
    from: start + i * long,
    to: start + (i + 1) * long,
    volume: 0,
    room: { left: 0, right: 0 },
  }));
  const taken: readonly Side[] = run.spoil.side === 'both' ? sides : [run.spoil.side];
  const apart = suspectRanges(run);
  const shut = (at: number, side: Side) =>
    run.logistics.gaps.some((gap) => at > gap.from && at < gap.to && (gap.side === 'both' || gap.side === side));
  for (let i = 0; i + 1 < station.length; i++) {
    const [from, to] = [station[i] as number, station[i + 1] as number];
    if (to - from < EPSILON) continue;
    const reach = run.reaches[reachOf[i] as number] as Reach;
    // Areas run in a curve between nodes: brought to what is dug between them.
    const straight = (((area[i] as number) + (area[i + 1] as number)) / 2) * (to - from);
    const curve = straight > 0 ? ((dug[i + 1] as number) - (dug[i] as number)) / straight : 0;
    const topsoil = isSuspect(apart, (from + to) / 2) ? () => 0 : (k: number) => topsoilArea(reach, depth[k] as number);
    const loose = (k: number) => ((area[k] as number) * curve - topsoil(k)) * loosening(run.spoil);
    const first = Math.min(count - 1, Math.floor((from - start) / long + EPSILON));
    for (let c = first; c < count && (cells[c] as SpoilCell).from < to - EPSILON; c++) {
      const cell = cells[c] as SpoilCell;
      const [a, b] = [Math.max(from, cell.from), Math.min(to, cell.to)];
      if (b - a < EPSILON) continue;
      const share = ((a + b) / 2 - from) / (to - from);
      const middle = (x: number, y: number) => x + (y - x) * share;
      if (isOpen(reach)) cell.volume += middle(loose(i), loose(i + 1)) * (b - a);
      for (const side of taken) {
        if (shut((a + b) / 2, side)) continue;
        const at = isOpen(reach) ? middle(depth[i] as number, depth[i + 1] as number) : 0;
        cell.room[side] += roomBeside(run, reach, side, at) * (b - a);
      }
    }
  }
  for (const { station: at, dig } of pits) {
    const cell = cells[Math.max(0, Math.min(count - 1, Math.floor((at - start) / long + EPSILON)))] as SpoilCell;
    cell.volume += dig * loosening(run.spoil);
  }
  return cells;
}

/** A m³ tipped on the second side costs a trifle more, so that one heap is filled first. */
const TRIFLE = 1e-4;

/**
 * Least-cost way to be rid of the spoil: tipped beside the dig while there is room, what is over handled once more and carried along to where
 * room is left or to the stockpile, or taken off site. Source: a transport problem as a flow along the run, so that it stays as small as the
 * run is long. @throws never; off site takes whatever is left.
 */
export function carrySpoil(cells: readonly SpoilCell[], { stockpile }: Run['logistics'], rates: Job['rates'], solver: Solver): Carried {
  const metre = rates.haul / 100;
  const objective: [number, Linear][] = [];
  const rows: Linear[] = [];
  const bounds: Record<string, { low: number; high?: number }> = {};
  const variable = (name: string, cost: number, high?: number): Linear => {
    bounds[name] = { low: 0, ...(high === undefined ? {} : { high }) };
    const term = linear({ [name]: 1 });
    objective.push([cost, term]);
    return term;
  };
  const equal = (left: Linear) => rows.push(left, sum([-1, left]));
  const middle = ({ from, to }: SpoilCell) => (from + to) / 2;
  const nearest = stockpile
    ? cells.reduce(
        (best, cell, i) =>
          Math.abs(middle(cell) - stockpile.station) < Math.abs(middle(cells[best] as SpoilCell) - stockpile.station) ? i : best,
        0,
      )
    : -1;
  const named = cells.map((cell, i) => {
    const to = (cells[i + 1] ?? cell) as SpoilCell;
    const step = Math.max(0.1, middle(to) - middle(cell));
    const own = { left: variable(`al${i}`, 0), right: variable(`ar${i}`, TRIFLE) };
    const brought = { left: variable(`bl${i}`, 0), right: variable(`br${i}`, TRIFLE) };
    for (const side of sides) rows.push(sum([-1, own[side]], [-1, brought[side]], [1, linear({}, cell.room[side])]));
    return {
      cell,
      own,
      brought,
      moved: variable(`m${i}`, rates.handle),
      off: variable(`o${i}`, rates.off),
      onward: i + 1 < cells.length ? variable(`f${i}`, metre * step) : linear({}),
      back: i + 1 < cells.length ? variable(`g${i}`, metre * step) : linear({}),
      stored: i === nearest && stockpile ? variable('stock', 0, stockpile.room) : linear({}),
      step,
    };
  });
  named.forEach(({ cell, own, brought, moved, off, onward, back, stored }, i) => {
    equal(sum([1, own.left], [1, own.right], [1, moved], [1, off], [-1, linear({}, cell.volume)]));
    const before = named[i - 1];
    equal(
      sum(
        [1, moved],
        [1, before?.onward ?? linear({})],
        [1, back],
        [-1, onward],
        [-1, before?.back ?? linear({})],
        [-1, brought.left],
        [-1, brought.right],
        [-1, stored],
      ),
    );
  });
  const solution = solver(toLp({ minimise: sum(...objective), rows, bounds, binaries: [] }));
  if (!solution) throw new Error('The spoil has nowhere to go, not even off site: the solver failed.');
  const value = (name: string) => Math.max(0, solution.values[name] ?? 0);
  const done = named.map(({ cell, step }, i) => ({
    ...cell,
    own: { left: value(`al${i}`), right: value(`ar${i}`) },
    brought: { left: value(`bl${i}`), right: value(`br${i}`) },
    // Flow to the next stretch; what comes back to this one from it.
    onward: value(`f${i}`),
    back: value(`g${i}`),
    off: value(`o${i}`),
    step,
  }));
  const total = (of: (cell: (typeof done)[number], i: number) => number) => done.reduce((all, cell, i) => all + of(cell, i), 0);
  const handled = total((_, i) => value(`m${i}`));
  const off = total((cell) => cell.off);
  const hauled = total(({ onward, back, step }) => (onward + back) * step);
  return {
    cells: done.map(({ from, to, volume, room, own, brought, onward, back, off: away }) => ({
      from,
      to,
      volume,
      room,
      own,
      brought,
      onward,
      back,
      off: away,
    })),
    stockpile: value('stock'),
    handled,
    off,
    hauled,
    cost: handled * rates.handle + off * rates.off + hauled * metre,
  };
}
