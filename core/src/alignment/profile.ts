import type { Product } from '../catalogue';
import { firstFrom, type Span } from '../geometry';
import { InputError, MAX_DEPTH, type Reach, type Run } from '../job';
import { formatLength, formatStation } from '../units';
import { groundsAt, reachEnd, type Grounds } from './ground';
import { levelsAt, type Levels } from './levels';

/**
 * The run as columns, one entry a node, stations ascending. A station where two reaches meet has a node for each.
 * `reach` indexes `run.reaches`; everything else is metres.
 */
export type ProfileColumns = { station: number[]; reach: number[] } & Record<keyof Levels, number[]>;

/**
 * Levels at every station of the run, with nodes added at reach boundaries and wherever the depth
 * passes one of `breakDepths(reach)`, so that rules and wall shapes change only at nodes.
 * @param marks further stations to put a node at, such as the ends of a hand-dig window.
 * @throws InputError naming the field when the line does not lie below the ground, or deeper than anybody digs.
 */
export function layProfile(
  run: Run,
  product: Product,
  breakDepths: (reach: Reach, index: number) => readonly number[],
  marks: readonly number[] = [],
): ProfileColumns {
  const columns: ProfileColumns = {
    station: [],
    reach: [],
    ground: [],
    finished: [],
    invert: [],
    crown: [],
    bottom: [],
    depth: [],
    cover: [],
  };
  const push = (station: number, reach: number, levels: Levels) => {
    columns.station.push(station);
    columns.reach.push(reach);
    columns.ground.push(levels.ground);
    columns.finished.push(levels.finished);
    columns.invert.push(levels.invert);
    columns.crown.push(levels.crown);
    columns.bottom.push(levels.bottom);
    columns.depth.push(levels.depth);
    columns.cover.push(levels.cover);
  };
  const typed = withMarks(run.stations, [...marks, ...run.inverts.map(({ station }) => station), ...levelCrossings(run.stations)]);
  let next = 0;
  run.reaches.forEach((reach, index) => {
    const to = reachEnd(run, index);
    const breaks = [...new Set(breakDepths(reach, index))];
    while (next < typed.length && (typed[next] as Run['stations'][number]).station <= reach.from) next++;
    let station = reach.from;
    let levels = levelsAt(run, product, reach, station);
    push(station, index, levels);
    while (station < to) {
      const node = typed[next];
      const atNode = node !== undefined && node.station <= to;
      const nextStation = atNode ? node.station : to;
      const nextLevels = levelsAt(run, product, reach, nextStation, atNode ? groundsOf(node) : groundsAt(run.stations, to));
      for (const share of crossings(levels.depth, nextLevels.depth, breaks)) {
        const at = station + (nextStation - station) * share;
        push(at, index, levelsAt(run, product, reach, at, mixed(levels, nextLevels, share)));
      }
      push(nextStation, index, nextLevels);
      station = nextStation;
      levels = nextLevels;
      if (atNode) next++;
    }
  });
  mustBeDiggable(run, columns);
  return columns;
}

/** The entries of one reach. Every reach has at least two. */
export const reachSpan = (profile: ProfileColumns, reach: number): Span => ({
  first: firstFrom(profile.reach, reach),
  last: firstFrom(profile.reach, reach + 1) - 1,
});

const groundsOf = ({ ground, finished }: Run['stations'][number]): Grounds => ({ ground, finished: finished ?? ground });
const mixed = (a: Grounds, b: Grounds, share: number): Grounds => ({
  ground: a.ground + (b.ground - a.ground) * share,
  finished: a.finished + (b.finished - a.finished) * share,
});

/** The typed stations with further ones among them, at the ground between. */
function withMarks(stations: Run['stations'], marks: readonly number[]): Run['stations'] {
  if (marks.length === 0) return stations;
  const known = new Set(stations.map(({ station }) => station));
  const added = [...new Set(marks)]
    .filter((station) => !known.has(station))
    .map((station) => ({ station, ...groundsAt(stations, station) }));
  return added.length === 0 ? stations : [...stations, ...added].sort((a, b) => a.station - b.station);
}

/** Where the finished ground passes the ground there is: which of the two decides the cover changes there. */
function levelCrossings(stations: Run['stations']): number[] {
  const marks: number[] = [];
  for (let i = 1; i < stations.length; i++) {
    const [a, b] = [stations[i - 1] as Run['stations'][number], stations[i] as Run['stations'][number]];
    if (a.finished === undefined && b.finished === undefined) continue;
    const [left, right] = [(a.finished ?? a.ground) - a.ground, (b.finished ?? b.ground) - b.ground];
    if (left * right < 0) marks.push(a.station + ((b.station - a.station) * left) / (left - right));
  }
  return marks;
}

/** Where, as shares of the way from depth `a` to depth `b`, the given depths are passed; ascending. */
function crossings(a: number, b: number, depths: readonly number[]): number[] {
  const shares: number[] = [];
  for (const depth of depths) if ((a - depth) * (b - depth) < 0) shares.push((depth - a) / (b - a));
  return shares.length > 1 ? shares.sort((x, y) => x - y) : shares;
}

function mustBeDiggable(run: Run, columns: ProfileColumns): void {
  for (let i = 0; i < columns.station.length; i++) {
    const deep = (columns.depth[i] as number) > MAX_DEPTH;
    // A culvert's invert lies in the bed of its ditch.
    const highest = (columns.ground[i] as number) + (run.culvert ? 1e-6 : -1e-12);
    if ((columns.invert[i] as number) <= highest && !deep) continue;
    const station = columns.station[i] as number;
    const reach = columns.reach[i] as number;
    const kind = run.reaches[reach]?.levels.kind;
    const field =
      kind === undefined || kind === 'gravity' ? `inverts[${nearestFixed(run, station)}].invert` : `reaches[${reach}].levels.${kind}`;
    if (deep) {
      const depth = `${formatLength(columns.depth[i] as number, 'metric')} deep; ${formatLength(MAX_DEPTH, 'metric')} is the most that is planned here`;
      throw new InputError([{ field, message: `At ${formatStation(station, 'metric')} it would be ${depth}. Has a digit slipped?` }]);
    }
    const levels = `${formatLength(columns.invert[i] as number, 'metric', 'level')} is at or above the ground at ${formatLength(columns.ground[i] as number, 'metric', 'level')}`;
    throw new InputError([
      { field, message: `At ${formatStation(station, 'metric')} the invert ${levels}. Lower the line or check the ground levels.` },
    ]);
  }
}

/** Index of the fixed level closest to a station: the one to change there. */
const nearestFixed = (run: Run, station: number): number =>
  run.inverts.reduce(
    (best, level, index) =>
      Math.abs(level.station - station) < Math.abs((run.inverts[best]?.station ?? Infinity) - station) ? index : best,
    0,
  );
