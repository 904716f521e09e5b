import { EPSILON, joined, type Range } from '../geometry';

/** A level found at a station: how far it is off the design, positive too high, and how wide the hole is there. Metres. */
export interface Checked {
  station: number;
  level: number;
  off: number;
  width: number;
}

/**
 * The stretches between neighbouring checks that lie close enough for a straight line between them to say what is there.
 * @param checks of one layer, ascending.
 */
const spans = <T extends Pick<Checked, 'station'>>(checks: readonly T[], apart: number): [T, T][] =>
  checks.slice(1).flatMap((b, i): [T, T][] => {
    const a = checks[i] as T;
    return b.station - a.station <= apart + EPSILON && b.station > a.station ? [[a, b]] : [];
  });

/** A stretch dug off the design on one side of it, with the volume between. `most`: how far off at the worst, metres; `volume`: m³. */
export interface OffStretch extends Range {
  side: 'deep' | 'high';
  most: number;
  at: number;
  volume: number;
  /** Is it further off than it may be, anywhere? */
  beyond: boolean;
}

/**
 * Where the checks lie under the design, and where over it: exact crossings, the volume by Simpson's rule, which is exact for an even height times an even
 * width. What was dug too deep is filled with bedding, never spoil; what is high is still to be dug.
 * @param within how far off it may be at a station.
 */
export function offStretches(checks: readonly Checked[], apart: number, within: (station: number) => number): OffStretch[] {
  const pieces = offPieces(checks, apart);
  const stretches: OffStretch[] = [];
  for (const [a, b] of pieces) {
    if (a.off === 0 && b.off === 0) continue;
    const side = a.off + b.off < 0 ? 'deep' : 'high';
    const worst = Math.abs(b.off) > Math.abs(a.off) ? b : a;
    const beyond = [a, b].some(({ station, off }) => Math.abs(off) > within(station) + EPSILON);
    const last = stretches.at(-1);
    if (last && last.side === side && last.to === a.station) {
      last.to = b.station;
      last.volume += volumeBetween(a, b);
      last.beyond ||= beyond;
      if (Math.abs(worst.off) > last.most) [last.most, last.at] = [Math.abs(worst.off), worst.station];
    } else
      stretches.push({
        from: a.station,
        to: b.station,
        side,
        most: Math.abs(worst.off),
        at: worst.station,
        volume: volumeBetween(a, b),
        beyond,
      });
  }
  return stretches;
}

/** Pieces between neighbouring checks on one side of the design: cut exactly where it is crossed. */
export const offPieces = (checks: readonly Checked[], apart: number): [Checked, Checked][] =>
  spans(checks, apart).flatMap(([a, b]) => {
    const share = a.off * b.off < 0 ? a.off / (a.off - b.off) : undefined;
    const cut = share === undefined ? [a, b] : [a, { ...between(a, b, share), off: 0 }, b];
    return cut.slice(1).map((end, i): [Checked, Checked] => [cut[i] as Checked, end]);
  });

/** Volume between the design and what was found over part of a stretch that is on one side of it, m³. @param pieces of its checks, see {@link offPieces}. */
export const volumeIn = (pieces: readonly [Checked, Checked][], { from, to }: Range): number =>
  pieces.reduce((sum, [a, b]) => {
    const [start, end] = [Math.max(a.station, from), Math.min(b.station, to)];
    if (end <= start) return sum;
    const at = (station: number) => between(a, b, (station - a.station) / (b.station - a.station));
    return sum + volumeBetween(at(start), at(end));
  }, 0);

/** All that was dug too deep, or is still to be dug, m³. */
export const volumeOff = (stretches: readonly OffStretch[], side: OffStretch['side']): number =>
  stretches.reduce((sum, one) => sum + (one.side === side ? one.volume : 0), 0);

const between = (a: Checked, b: Checked, share: number): Checked => ({
  station: a.station + (b.station - a.station) * share,
  level: a.level + (b.level - a.level) * share,
  off: a.off + (b.off - a.off) * share,
  width: a.width + (b.width - a.width) * share,
});

/** Volume between the design and what was found, m³; both heights on one side of it. */
const volumeBetween = (a: Checked, b: Checked): number => {
  const middle = ((Math.abs(a.off) + Math.abs(b.off)) / 2) * ((a.width + b.width) / 2);
  return ((b.station - a.station) / 6) * (Math.abs(a.off) * a.width + 4 * middle + Math.abs(b.off) * b.width);
};

/** Water that would stand: from where to where, and how deep where it is deepest, metres. `over`: the station it would have to pass. */
export interface Pond extends Range {
  depth: number;
  at: number;
  over: number;
}

/**
 * Where water would stand on checked levels that should fall one way: it stands up to the highest level still before it. Every pair counts however far apart
 * it lies: a level that is lower than one further down holds water whatever is between.
 * @param checks of one layer, ascending. @param flow 1: falls in the direction of stations; −1: against them.
 */
export function ponds(checks: readonly Pick<Checked, 'station' | 'level'>[], flow: 1 | -1): Pond[] {
  const down = flow === 1 ? checks : [...checks].reverse();
  const found: Pond[] = [];
  let sill: { station: number; level: number } | undefined;
  let pond: Pond | undefined;
  for (let i = down.length - 1; i >= 0; i--) {
    const here = down[i] as Pick<Checked, 'station' | 'level'>;
    if (!sill || here.level >= sill.level - EPSILON) {
      // It ends where the ground comes up to the sill's level, between here and the one after.
      if (pond && sill) {
        const after = down[i + 1] as Pick<Checked, 'station' | 'level'>;
        const rise = here.level - after.level;
        const share = rise > 0 ? (here.level - sill.level) / rise : 0;
        found.push(ordered({ ...pond, from: here.station + (after.station - here.station) * share }));
        pond = undefined;
      }
      sill = here;
      continue;
    }
    const depth = sill.level - here.level;
    if (!pond) pond = { from: here.station, to: sill.station, depth, at: here.station, over: sill.station };
    else if (depth > pond.depth) [pond.depth, pond.at] = [depth, here.station];
    pond.from = here.station;
  }
  if (pond) found.push(ordered(pond));
  return found.sort((a, b) => a.from - b.from);
}
const ordered = (pond: Pond): Pond => ({ ...pond, from: Math.min(pond.from, pond.to), to: Math.max(pond.from, pond.to) });

/** A level off the straight line between its neighbours, metres: positive a hump, negative a hollow. */
export interface Bump {
  station: number;
  off: number;
}

/** Where a level lies off the line of its neighbours by more than it may: water stands in a hollow, a pipe lies on a hump. */
export function bumps(checks: readonly Checked[], apart: number, within: (station: number) => number): Bump[] {
  return checks.slice(1, -1).flatMap((here, i): Bump[] => {
    const [before, after] = [checks[i] as Checked, checks[i + 2] as Checked];
    if (here.station - before.station > apart + EPSILON || after.station - here.station > apart + EPSILON) return [];
    const share = (here.station - before.station) / (after.station - before.station);
    const off = here.off - (before.off + (after.off - before.off) * share);
    return Math.abs(off) > within(here.station) + EPSILON ? [{ station: here.station, off }] : [];
  });
}

/**
 * Is a station checked? It lies between two checks no further apart than they may be, or no further past the last one than half of that.
 * @param stations of the checks, ascending.
 */
export function isChecked(stations: readonly number[], apart: number, at: number): boolean {
  const before = stations.findLast((one) => one <= at + EPSILON);
  const after = stations.find((one) => one >= at - EPSILON);
  if (before !== undefined && after !== undefined)
    return after - before <= apart + EPSILON || at - before <= EPSILON || after - at <= EPSILON;
  const nearest = before ?? after;
  return nearest !== undefined && Math.abs(at - nearest) <= apart / 2 + EPSILON;
}

/** The parts of a stretch nobody has checked, ascending: exactly where {@link isChecked} says no. */
export function unchecked(stations: readonly number[], apart: number, { from, to }: Range): Range[] {
  const [first, last] = [stations[0], stations.at(-1)];
  if (first === undefined || last === undefined) return to > from ? [{ from, to }] : [];
  const holes: Range[] = [
    { from: -Infinity, to: first - apart / 2 },
    ...stations.slice(1).flatMap((next, i): Range[] => {
      const before = stations[i] as number;
      return next - before > apart + EPSILON ? [{ from: before, to: next }] : [];
    }),
    { from: last + apart / 2, to: Infinity },
  ];
  return joined(
    holes.map((hole) => ({ from: Math.max(from, hole.from), to: Math.min(to, hole.to) })).filter((hole) => hole.to - hole.from > EPSILON),
  );
}
