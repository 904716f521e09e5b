import { grounds, type Arm } from '../catalogue';
import { EPSILON } from '../geometry';
import { machineOf, type Job, type Reach, type Run } from '../job';
import { isOpen, type ProfileColumns } from '../alignment';
import type { Balance } from './balance';
import { corridorOf, isSuspect, lipAt, loosening, sides, suspectRanges, topsoilArea, type Side } from './heap';
import { mostHeap } from './shape';

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

/** Loose area a side takes at most, m²: a heap whose far toe stands at the end of the corridor, as far and as high as the arm tips. */
export function roomBeside(run: Run, reach: Reach, side: Side, depth: number, arm: Arm): number {
  const inner = lipAt(reach, side, depth) + run.spoil.setback;
  return mostHeap(corridorOf(run.spoil, side) - inner, grounds[run.spoil.ground].repose, inner, arm);
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
  arm: Arm,
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
        cell.room[side] += roomBeside(run, reach, side, at, arm) * (b - a);
      }
    }
  }
  for (const { station: at, dig } of pits) {
    const cell = cells[Math.max(0, Math.min(count - 1, Math.floor((at - start) / long + EPSILON)))] as SpoilCell;
    cell.volume += dig * loosening(run.spoil);
  }
  return cells;
}

/** How far a stretch's spoil is carried to the next: middle to middle, metres. */
const stepTo = (a: SpoilCell, b: SpoilCell): number => Math.max(0.1, (b.from + b.to) / 2 - (a.from + a.to) / 2);
/** The stretch a stockpile is nearest to. */
export const stockedBy = (cells: readonly SpoilCell[], station: number): number => {
  const away = ({ from, to }: SpoilCell) => Math.abs((from + to) / 2 - station);
  return cells.reduce((best, cell, i) => (away(cell) < away(cells[best] as SpoilCell) ? i : best), 0);
};

/**
 * Least-cost way to be rid of the spoil: tipped beside the dig while there is room, what is over handled once more and carried along to where
 * room is left or to the stockpile, or taken off site. Source: a transport problem as a flow along the run; each stretch's surplus goes the cheapest
 * way that is open, also by turning what was carried before, so that no other way is cheaper (successive shortest paths). Off site takes whatever is left.
 */
export function carrySpoil(cells: readonly SpoilCell[], { stockpile }: Run['logistics'], rates: Job['rates']): Carried {
  const metre = rates.haul / 100;
  const own = cells.map(({ volume, room }) => {
    const left = Math.min(volume, room.left);
    return { left, right: Math.min(volume - left, room.right) };
  });
  const stock = stockpile ? { at: stockedBy(cells, stockpile.station), room: stockpile.room } : undefined;
  const free = cells.map(({ room }, i) => {
    const { left, right } = own[i] as (typeof own)[number];
    return { left: room.left - left, right: room.right - right, stock: i === stock?.at ? stock.room : 0 };
  });
  const brought = cells.map(() => ({ left: 0, right: 0, stock: 0 }));
  const off = cells.map(() => 0);
  const moved = cells.map(() => 0);
  /** Carried from a stretch to the next; below zero: back. */
  const flow = cells.map(() => 0);
  const steps = cells.map((cell, i) => (cells[i + 1] ? stepTo(cell, cells[i + 1] as SpoilCell) : 0));

  /** Where one more m³ from a stretch goes cheapest: the ways open on both sides of it, turning back what comes the other way first. */
  const cheapest = (from: number) => {
    let best = { to: from, where: 'off' as 'off' | 'left' | 'right' | 'stock' | 'unmoved', cost: rates.off, room: Infinity };
    for (const way of [1, -1] as const) {
      let cost = rates.handle;
      let room = Infinity;
      for (let i = from; i >= 0 && i < cells.length; i += way) {
        const here = free[i] as (typeof free)[number];
        const tried = [
          { where: 'left' as const, cost, room: here.left },
          { where: 'right' as const, cost, room: here.right },
          { where: 'stock' as const, cost, room: here.stock },
          // What was carried from here goes off site instead, and makes room.
          { where: 'unmoved' as const, cost: cost - rates.handle + rates.off, room: i === from ? 0 : (moved[i] as number) },
        ];
        for (const one of tried)
          if (one.room > EPSILON && one.cost < best.cost - EPSILON)
            best = { to: i, where: one.where, cost: one.cost, room: Math.min(room, one.room) };
        const edge = way === 1 ? i : i - 1;
        const against = -way * (flow[edge] ?? 0);
        cost += metre * (steps[edge] ?? 0) * (against > EPSILON ? -1 : 1);
        if (against > EPSILON) room = Math.min(room, against);
      }
    }
    return best;
  };

  cells.forEach(({ volume }, from) => {
    const mine = own[from] as (typeof own)[number];
    let left = volume - mine.left - mine.right;
    while (left > EPSILON) {
      const { to, where, room } = cheapest(from);
      const amount = Math.min(left, room);
      left -= amount;
      if (where === 'off') {
        off[from] = (off[from] as number) + amount;
        continue;
      }
      moved[from] = (moved[from] as number) + amount;
      for (let i = Math.min(from, to); i < Math.max(from, to); i++) flow[i] = (flow[i] as number) + (to > from ? amount : -amount);
      if (where === 'unmoved') {
        moved[to] = (moved[to] as number) - amount;
        off[to] = (off[to] as number) + amount;
      } else {
        (free[to] as (typeof free)[number])[where] -= amount;
        (brought[to] as (typeof brought)[number])[where] += amount;
      }
    }
  });

  const total = (list: readonly number[]) => list.reduce((sum, one) => sum + one, 0);
  const [handled, gone] = [total(moved), total(off)];
  const hauled = total(flow.map((one, i) => Math.abs(one) * (steps[i] as number)));
  return {
    cells: cells.map((cell, i) => ({
      ...cell,
      own: own[i] as Record<Side, number>,
      brought: { left: brought[i]?.left ?? 0, right: brought[i]?.right ?? 0 },
      onward: Math.max(0, flow[i] as number),
      back: Math.max(0, -(flow[i] as number)),
      off: off[i] as number,
    })),
    stockpile: total(brought.map((one) => one.stock)),
    handled,
    off: gone,
    hauled,
    cost: handled * rates.handle + gone * rates.off + hauled * metre,
  };
}

/** What becomes of the spoil of a run: where it lies meanwhile, and what goes off site and comes back, m³ loose. */
export interface Haul {
  carried: Carried;
  /** Off site in the end: what is surplus, or more where there is no room for what goes back. */
  off: number;
  /** Fetched back to fill with. */
  back: number;
}

/** The one place that says what is carried: screen and order read the same. */
export function haulOf(
  job: Pick<Job, 'rates' | 'machine' | 'machines'>,
  run: Run,
  {
    profile,
    pits,
    balance,
  }: {
    profile: ProfileColumns & { area: readonly number[]; dug: readonly number[] };
    pits: readonly { station: number; dig: number }[];
    balance: Pick<Balance, 'surplusLoose'>;
  },
): Haul {
  const carried = carrySpoil(spoilCells(run, profile, pits, machineOf(job).arm), run.logistics, job.rates);
  return { carried, off: Math.max(balance.surplusLoose, carried.off), back: Math.max(0, carried.off - balance.surplusLoose) };
}
