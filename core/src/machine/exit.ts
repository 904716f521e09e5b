import type { Machine, SoilClass } from '../catalogue';
import { EPSILON, largest, smallest, wallOffset } from '../geometry';
import type { Reach, Run } from '../job';
import { isOpen, type ProfileColumns } from '../alignment';
import { digWidth } from '../trench';
import { waterAt } from '../trench/checks/along';
import { classSlope } from '../protection';
import type { Rules } from '../rules';

/** What a machine would need to come back past or over the trench it has dug, at its tightest; metres. */
export interface BackingOut {
  /** Room beside the trench it needs, from the centre line, and the most either side has. */
  besideNeeded: number;
  besideHad: number;
  /** Ground left under each track when it stands astride of the trench, and what it needs, where the two are furthest apart. */
  berm: number;
  bermNeeded: number;
  /** Volume where the berm is too thin, m³ in the bank: to be loosened on the way out, mucked out by hand and barrowed. */
  thinVolume: number;
  handHours: number;
}

/**
 * Room for a machine to track beside the open trench, or to back out astride of it. Beside: no closer to the lip than the trench is deep, or than the batter
 * of its soil asks, unless supported. Astride: each track wholly on ground behind the batter line of its soil from the toe, unless supported; wet ground
 * counts as the weakest class.
 * @param byHand what one person digs in an hour, m³ in the bank.
 */
export function backingOut(
  run: Run,
  profile: ProfileColumns & { topWidth: number[]; area: number[] },
  machine: Machine,
  rules: Rules,
  byHand: number,
): BackingOut {
  const open = profile.station.map((_, i) => i).filter((i) => isOpen(run.reaches[profile.reach[i] as number] as Reach));
  const reachOf = (i: number) => run.reaches[profile.reach[i] as number] as Reach;
  /** How far behind the lip of a side its load may stand, metres. */
  const behindLip = (i: number, side: 'left' | 'right') => {
    const reach = reachOf(i);
    const depth = profile.depth[i] as number;
    const water = waterAt(run, profile.station[i] as number);
    const soil: SoilClass = water !== undefined && water > (profile.bottom[i] as number) + EPSILON ? 'C' : reach.soil;
    return reach.protection === 'none' ? Math.max(0, classSlope(rules, soil).ratio * depth - wallOffset(reach[side], depth)) : 0;
  };
  const at = (i: number) => {
    const reach = reachOf(i);
    const depth = profile.depth[i] as number;
    const beyond = (side: 'left' | 'right') => {
      const clear = reach.protection === 'none' ? Math.max(depth, behindLip(i, side)) : 0;
      return digWidth(reach) / 2 + wallOffset(reach[side], depth) + clear + machine.widthOut;
    };
    return { left: beyond('left') - run.spoil.corridorLeft, right: beyond('right') - run.spoil.corridorRight };
  };
  const sides = open.map(at);
  const [left, right] = [largest(sides.map((side) => side.left)), largest(sides.map((side) => side.right))];
  const side = left < right ? 'left' : 'right';
  const besideHad = side === 'left' ? run.spoil.corridorLeft : run.spoil.corridorRight;
  const needed = open.map((i) => machine.track + Math.max(behindLip(i, 'left'), behindLip(i, 'right')));
  const berms = open.map((i) => (machine.widthOut - (profile.topWidth[i] as number)) / 2);
  const spare = berms.map((berm, k) => berm - (needed[k] as number));
  const worst = Math.max(0, spare.indexOf(smallest(spare)));
  let thinVolume = 0;
  open.forEach((i, k) => {
    const next = open[k + 1];
    if (next !== i + 1 || ((spare[k] as number) >= -EPSILON && (spare[k + 1] as number) >= -EPSILON)) return;
    const length = (profile.station[next] as number) - (profile.station[i] as number);
    thinVolume += (length * ((profile.area[i] as number) + (profile.area[next] as number))) / 2;
  });
  return {
    besideNeeded: besideHad + Math.min(left, right),
    besideHad,
    berm: berms[worst] ?? 0,
    bermNeeded: needed[worst] ?? machine.track,
    thinVolume,
    handHours: thinVolume / byHand,
  };
}
