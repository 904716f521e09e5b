import { evidences, type Evidence } from '../catalogue';
import { common, cutAt, EPSILON, evenAt, firstFrom, joined, shareWhere, whereNearer, type Even, type Range } from '../geometry';
import type { ExistingLine, FieldError, Found, FoundThing, PlacedLine, Run } from '../job';
import type { Rules } from '../rules';
import { foundRecord, knownParts, lostRecord, type KnownPart } from './known';
import type { HandWindow } from './windows';

/** Ground and the top of the leading line at the nodes of a run, even between them; stations ascending, two where they step. */
export interface LineLevels {
  station: readonly number[];
  ground: readonly number[];
  crown: readonly number[];
}

/** What the checks of lines in the ground are given. */
export interface ClearanceContext {
  rules: Rules;
  existing: readonly ExistingLine[];
  windows: readonly HandWindow[];
  placed: readonly PlacedLine[];
  levels: LineLevels;
  /** Bored stretches: there the hole is as wide as `bore`, metres. */
  bores?: readonly (Range & { bore: number })[];
}

/** Where no machine may dig. */
export function byHandOnly({
  existing,
  windows,
}: ClearanceContext): Found<{ length: number; names: string[]; evidence: Evidence[]; guessed: boolean }>[] {
  return windows.map((window) => {
    const inside = existing.filter(({ id }) => window.lines.includes(id));
    return {
      severity: 'caution',
      subject: { kind: 'window', id: window.id },
      where: [{ from: window.from, to: window.to }],
      facts: {
        length: window.to - window.from,
        names: inside.map(({ name }) => name),
        evidence: [...new Set(inside.map((line) => line.evidence))],
        guessed: inside.some((line) => line.evidence === 'drawing' && !foundRecord(line)),
      },
      fixes: [],
    };
  });
}

/** What was met in the ground that nobody expected, as long as nobody has said what was done about it. */
export const somethingFound = ({
  run: { found = [] },
}: {
  run: Pick<Run, 'found'>;
}): Found<{ what: FoundThing; depth: number | null; note: string; by: string }>[] =>
  found.map(({ id, what, from, to, depth, note, by }) => ({
    severity: 'stop' as const,
    subject: { kind: 'entry' as const, id },
    where: [{ from, to }],
    facts: { what, depth, note, by },
    fixes: [],
  }));

/** Lines looked for in vain: they may be anywhere. */
export const notFound = ({ existing }: Pick<ClearanceContext, 'existing'>): Found<{ name: string; depth: number; by: string }>[] =>
  existing.flatMap((line) => {
    const lost = lostRecord(line);
    if (!lost) return [];
    const { where } = line;
    const at = where.kind === 'crossing' ? { from: where.station, to: where.station } : { from: where.from, to: where.to };
    return [
      {
        severity: 'stop' as const,
        subject: { kind: 'existing' as const, id: line.id },
        where: [at],
        facts: { name: line.name, depth: lost.depth, by: lost.by },
        fixes: [],
      },
    ];
  });

/**
 * Existing lines that lie, or may lie, closer to a laid line than the clear distance: at the closest point of the two, wherever the laid one really runs,
 * as far off as the evidence leaves open. A stop where they are too close whatever is true of it, a caution where they may be.
 */
export function tooCloseToExisting({
  rules,
  existing,
  placed,
  levels,
  bores = [],
}: ClearanceContext): Found<{ name: string; clearance: number; lines: string[]; of: number }>[] {
  const clearance = rules.lineClearance.value ?? 0;
  return existing.flatMap((line) => {
    // A line to be joined is meant to be met.
    if (line.join) return [];
    const parts = knownParts(line, rules);
    const close = placed.flatMap((own) => {
      const found = parts.flatMap((part) => [
        closeness(part, own, placed, levels, clearance),
        ...bores.flatMap((bore) => {
          const within = bore.bore > own.product.od ? common(own, bore) : undefined;
          return within ? [closeness(part, { ...own, ...within }, placed, levels, clearance, bore.bore)] : [];
        }),
      ]);
      const where = found.flatMap((one) => one.where);
      return where.length > 0 ? [{ name: own.name, where, sure: found.some(({ sure }) => sure) }] : [];
    });
    if (close.length === 0) return [];
    return [
      {
        severity: close.some(({ sure }) => sure) ? ('stop' as const) : ('caution' as const),
        subject: { kind: 'existing' as const, id: line.id },
        where: joined(close.flatMap(({ where }) => where).sort((a, b) => a.from - b.from)),
        facts: { name: line.name, clearance, lines: close.map(({ name }) => name), of: placed.length },
        fixes: [],
      },
    ];
  });
}

/** Most places at which lines beside a run are held against the lines laid in it: past that a plan would keep people waiting. */
const MOST_PASSES = 200_000;

/** Says so where more existing lines run along a run of more stations with more lines in it than can be weighed at once. */
export function tooMuchBeside(
  existing: readonly ExistingLine[],
  placed: readonly PlacedLine[],
  { station }: Pick<LineLevels, 'station'>,
): FieldError[] {
  const beside = existing.flatMap(({ where }) => (where.kind === 'parallel' ? [where] : []));
  const places = beside.reduce((sum, { from, to }) => sum + firstFrom(station, to) - firstFrom(station, from), 0);
  if (places * placed.length <= MOST_PASSES) return [];
  const message = `${beside.length} existing lines along ${station.length.toLocaleString('en-GB')} stations, with ${placed.length} lines laid, are too much to weigh at once. Split the run, or leave out levels where the ground is even.`;
  return [{ field: 'existing', message }];
}

/** Where a laid line may be too close to a part of an existing one, and whether it is for certain. @param across it, or the hole it lies in, metres. */
export function closeness(
  part: KnownPart,
  own: PlacedLine,
  placed: readonly PlacedLine[],
  levels: LineLevels,
  clearance: number,
  across = own.product.od,
): { where: Range[]; sure: boolean } {
  const { line } = part;
  const leadOd = (placed[0] as PlacedLine).product.od;
  const limit = clearance - EPSILON + (across + line.size) / 2;
  const off = evidences[line.evidence].uncertainty;
  const { station, ground, crown } = levels;
  /** Height of the laid line's centre over the other's at a node, under a cover. */
  const over = (i: number, cover: number) =>
    (crown[i] as number) - leadOd + own.up + own.product.od / 2 - ((ground[i] as number) - cover - line.size / 2);
  const where: Range[] = [];
  let sure = false;
  const within = common(mayMeet(part, own.x, off + limit), own);
  for (const [i, stretch] of within ? intervalsIn(station, within) : []) {
    const node = { from: station[i] as number, to: station[i + 1] as number };
    const overAlong = (cover: number): Even => {
      const whole: Even = [over(i, cover), over(i + 1, cover)];
      const share = (at: number) => (at - node.from) / (node.to - node.from);
      return [evenAt(whole, share(stretch.from)), evenAt(whole, share(stretch.to))];
    };
    // Far over or under it all along, whatever its cover.
    if (Math.min(over(i, line.coverMin), over(i + 1, line.coverMin)) >= limit) continue;
    if (Math.max(over(i, line.coverMax), over(i + 1, line.coverMax)) <= -limit) continue;
    const [least, most] = [overAlong(line.coverMin), overAlong(line.coverMax)];
    for (const { piece, nearest, furthest, share } of acrossAlong(part, stretch, own.x, off, limit)) {
      const cut = (even: Even, [a, b]: readonly [number, number]): Even => [evenAt(even, a), evenAt(even, b)];
      const [low, high] = [cut(least, share), cut(most, share)];
      for (const half of cutAt([shareWhere(low, 0), shareWhere(high, 0)])) {
        const middle = (half[0] + half[1]) / 2;
        // Level with it where the expected range holds its level; else the nearer end of the range counts.
        const up: Even = evenAt(low, middle) > 0 ? cut(low, half) : evenAt(high, middle) < 0 ? cut(high, half) : [0, 0];
        const between = { from: evenAt([piece.from, piece.to], half[0]), to: evenAt([piece.from, piece.to], half[1]) };
        const near = whereNearer(between, cut(nearest, half), up, limit);
        if (near) where.push(near);
      }
      if (line.where.kind === 'parallel')
        sure ||= common(whereNearer(piece, furthest, low, limit), whereNearer(piece, furthest, high, limit)) !== undefined;
    }
  }
  if (line.where.kind === 'crossing') sure = where.length > 0 && crossedTooClose(part, own, off, levels, limit, over);
  return { where: joined(where.sort((a, b) => a.from - b.from)), sure };
}

/** Where a part of an existing line can be nearer than `far` to a laid one `x` right of the centre line, whatever their levels; undefined: nowhere. */
function mayMeet({ line: { where } }: KnownPart, x: number, far: number): Range | undefined {
  if (where.kind === 'parallel') return Math.abs(where.offset - x) < far ? { from: where.from - far, to: where.to + far } : undefined;
  const [sin, middle] = [Math.sin(where.angle), where.station - (x * Math.cos(where.angle)) / Math.sin(where.angle)];
  return { from: middle - far / sin, to: middle + far / sin };
}

/** The intervals between nodes that a range meets, each with the part of it in there. */
function intervalsIn(station: readonly number[], range: Range): [number, Range][] {
  const found: [number, Range][] = [];
  for (let i = Math.max(0, firstFrom(station, range.from) - 1); i + 1 < station.length && (station[i] as number) <= range.to; i++) {
    const [from, to] = [station[i] as number, station[i + 1] as number];
    const part = to > from ? common({ from, to }, range) : undefined;
    if (part) found.push([i, part]);
  }
  return found;
}

/** A piece of a stretch in which the distance across from a laid line to an existing one changes evenly: at the nearest it may lie, and at the furthest. */
interface Across {
  piece: Range;
  /** Where on the stretch the piece lies, 0 to 1. */
  share: readonly [number, number];
  nearest: Even;
  furthest: Even;
}

function acrossAlong({ line: { where }, across, ends }: KnownPart, stretch: Range, x: number, off: number, limit: number): Across[] {
  const length = stretch.to - stretch.from;
  if (where.kind === 'parallel') {
    const piece = common(stretch, { from: where.from - (ends.from ? off : 0), to: where.to + (ends.to ? off : 0) });
    const gap = Math.abs(where.offset - x);
    if (!piece || piece.to <= piece.from || gap - off >= limit) return [];
    const near = Math.max(0, gap - off);
    const share = [(piece.from - stretch.from) / length, (piece.to - stretch.from) / length] as const;
    return [{ piece, share, nearest: [near, near], furthest: [gap + off, gap + off] }];
  }
  if (across && !isAcross(where.angle, across, x)) return [];
  const signed: Even = [crossingDistance(where, stretch.from, x), crossingDistance(where, stretch.to, x)];
  if (signed[0] * signed[1] > 0 && Math.min(Math.abs(signed[0]), Math.abs(signed[1])) - off >= limit) return [];
  return cutAt([shareWhere(signed, 0), shareWhere(signed, off), shareWhere(signed, -off)]).map((share): Across => {
    const size: Even = [Math.abs(evenAt(signed, share[0])), Math.abs(evenAt(signed, share[1]))];
    const inside = evenAt(size, 0.5) <= off;
    return {
      piece: { from: stretch.from + length * share[0], to: stretch.from + length * share[1] },
      share,
      nearest: inside ? [0, 0] : [Math.max(0, size[0] - off), Math.max(0, size[1] - off)],
      furthest: [size[0] + off, size[1] + off],
    };
  });
}

/** Distance of a place beside the centre line from a crossing line, square to it; its sign says on which side. */
export const crossingDistance = ({ station, angle }: { station: number; angle: number }, at: number, x: number): number =>
  (at - station) * Math.sin(angle) + x * Math.cos(angle);

/** Does a part of a crossing lie so far beside the centre line? Along the line the run's left comes first. */
export const isAcross = (angle: number, across: Range, x: number): boolean =>
  -x / Math.sin(angle) >= across.from - EPSILON && -x / Math.sin(angle) <= across.to + EPSILON;

/** A laid line passes a crossing one for certain: is it too close in every place and at every level the other may have? */
function crossedTooClose(
  { line: { where, coverMin, coverMax }, across }: KnownPart,
  own: PlacedLine,
  off: number,
  { station }: LineLevels,
  limit: number,
  over: (node: number, cover: number) => number,
): boolean {
  if (where.kind !== 'crossing' || (across && !isAcross(where.angle, across, own.x))) return false;
  const sin = Math.sin(where.angle);
  const middle = where.station - (own.x * Math.cos(where.angle)) / sin;
  const may = { from: middle - off / sin, to: middle + off / sin };
  // It may pass beyond the end of the laid line: then it need not meet it.
  if (may.from < own.from - EPSILON || may.to > own.to + EPSILON) return false;
  return [coverMin, coverMax].every((cover) => {
    for (const [i, part] of intervalsIn(station, may)) {
      const [from, to] = [station[i] as number, station[i + 1] as number];
      const even: Even = [over(i, cover), over(i + 1, cover)];
      for (const at of [part.from, part.to]) if (Math.abs(evenAt(even, (at - from) / (to - from))) >= limit) return false;
    }
    return true;
  });
}
