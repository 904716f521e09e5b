import { grounds, type Machine } from '../catalogue';
import { EPSILON, largest, smallest, wallOffset } from '../geometry';
import type { Finding, Reach, Run } from '../job';
import { extent, isOpen, type ProfileColumns } from '../alignment';
import { digWidth } from '../trench';
import { classSlope } from '../protection';
import type { Rules } from '../rules';
import { formatHours, formatLength, type UnitSystem } from '../units';

const OTHER = { start: 'end', end: 'start' } as const;
/** Ground that must be left under each track, beyond the track itself, metres. */
const BERM_ROOM = 0.1;

/** What a machine would need to come back past or over the trench it has dug, at its tightest; metres. */
export interface BackingOut {
  /** Room beside the trench it needs, from the centre line, and the most either side has. */
  besideNeeded: number;
  besideHad: number;
  /** Ground left under each track when it straddles the trench, at the least, and what it needs. */
  berm: number;
  bermNeeded: number;
  /** Volume where the berm is too thin, m³ in the bank: to be loosened on the way out, mucked out by hand and barrowed. */
  thinVolume: number;
  handHours: number;
}

/**
 * Room for a machine to track beside the open trench, or to back out straddling it. Beside: no closer to the lip than the trench is
 * deep, or than the batter of its soil asks, unless supported. Straddling: its tracks stand on what the trench leaves between them.
 */
export function backingOut(
  run: Run,
  profile: ProfileColumns & { topWidth: number[]; area: number[] },
  machine: Machine,
  rules: Rules,
): BackingOut {
  const open = profile.station.map((_, i) => i).filter((i) => isOpen(run.reaches[profile.reach[i] as number] as Reach));
  const at = (i: number) => {
    const reach = run.reaches[profile.reach[i] as number] as Reach;
    const depth = profile.depth[i] as number;
    const batter = classSlope(rules, reach.soil).ratio * depth;
    const beyond = (side: 'left' | 'right') => {
      const stands = wallOffset(reach[side], depth);
      const clear = reach.protection === 'none' ? Math.max(depth, batter - stands) : 0;
      return digWidth(reach) / 2 + stands + clear + machine.widthOut;
    };
    return { left: beyond('left') - run.spoil.corridorLeft, right: beyond('right') - run.spoil.corridorRight, beyond };
  };
  const sides = open.map(at);
  const [left, right] = [largest(sides.map((side) => side.left)), largest(sides.map((side) => side.right))];
  const side = left < right ? 'left' : 'right';
  const besideHad = side === 'left' ? run.spoil.corridorLeft : run.spoil.corridorRight;
  const bermNeeded = machine.track + BERM_ROOM;
  const berms = open.map((i) => (machine.widthOut - (profile.topWidth[i] as number)) / 2);
  let thinVolume = 0;
  open.forEach((i, k) => {
    const next = open[k + 1];
    if (next !== i + 1 || (berms[k] as number) >= bermNeeded - EPSILON) return;
    const length = (profile.station[next] as number) - (profile.station[i] as number);
    thinVolume += (length * ((profile.area[i] as number) + (profile.area[next] as number))) / 2;
  });
  return {
    besideNeeded: besideHad + Math.min(left, right),
    besideHad,
    berm: smallest(berms),
    bermNeeded,
    thinVolume,
    handHours: thinVolume / grounds[run.spoil.ground].handRate,
  };
}

/** The machine backs away from what it digs: does the way it backs lead out? If not, can it come back past its trench? */
export function exitFindings(
  run: Run,
  profile: ProfileColumns & { topWidth: number[]; area: number[] },
  machine: Machine,
  rules: Rules,
  units: UnitSystem,
): Finding[] {
  const { digFrom, exit } = run.access;
  if (exit === 'both' || exit === 'side' || exit === OTHER[digFrom]) return [];
  const { start, end } = extent(run);
  const back = backingOut(run, profile, machine, rules);
  const beside = back.besideNeeded <= back.besideHad + EPSILON;
  const straddles = back.thinVolume === 0;
  const show = (metres: number) => formatLength(metres, units);
  const ways = beside
    ? `It may pass beside the trench, ${show(back.besideNeeded)} from the centre line.`
    : `Beside the trench it needs ${show(back.besideNeeded)} from the centre line; there is ${show(back.besideHad)}. ${
        straddles
          ? `Straddling, ${show(back.berm)} is left under each track.`
          : `Straddling, ${show(Math.max(0, back.berm))} is left under a track that needs ${show(back.bermNeeded)}: dig those parts by hand on the way out, about ${formatHours(back.handHours)}.`
      }`;
  return [
    {
      id: 'machine.exit',
      severity: beside || straddles ? 'caution' : 'stop',
      chapter: 'machine',
      from: start,
      to: end,
      what: `Dug from the ${digFrom}, the machine ends up where it cannot leave: the only way out is at the ${exit}`,
      why: ways,
      basis: 'Never trap the machine; no tracking beside an open trench closer than it is deep or than its soil batters, unless supported',
      fixes: [{ label: `Dig from the ${OTHER[digFrom]}`, patches: [{ path: ['access', 'digFrom'], value: OTHER[digFrom] }] }],
    },
  ];
}
