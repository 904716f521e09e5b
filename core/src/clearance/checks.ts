import { evidences, type Evidence } from '../catalogue';
import { common, cutAt, EPSILON, evenAt, joined, shareWhere, whereNearer, type Even, type Range } from '../geometry';
import type { ExistingLine, Found, PlacedLine } from '../job';
import type { Rules } from '../rules';
import { knownParts, lostRecord, type KnownPart } from './known';
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
        guessed: inside.some((line) => line.evidence === 'drawing' && line.exposures.every(({ result }) => result !== 'found')),
      },
      fixes: [],
    };
  });
}

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
}: ClearanceContext): Found<{ name: string; clearance: number; lines: string[]; of: number }>[] {
  const clearance = rules.lineClearance.value ?? 0;
  return existing.flatMap((line) => {
    // A line to be joined is meant to be met.
    if (line.join) return [];
    const parts = knownParts(line, rules);
    const close = placed.flatMap((own) => {
      const found = parts.map((part) => closeness(part, own, placed, levels, clearance));
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

/** Where a laid line may be too close to a part of an existing one, and whether it is for certain. */
export function closeness(
  part: KnownPart,
  own: PlacedLine,
  placed: readonly PlacedLine[],
  levels: LineLevels,
  clearance: number,
): { where: Range[]; sure: boolean } {
  const { line } = part;
  const leadOd = (placed[0] as PlacedLine).product.od;
  const limit = clearance - EPSILON + (own.product.od + line.size) / 2;
  const off = evidences[line.evidence].uncertainty;
  const { station, ground, crown } = levels;
  /** Height of the laid line's centre over the other's at a node, under a cover. */
  const over = (i: number, cover: number) =>
    (crown[i] as number) - leadOd + own.up + own.product.od / 2 - ((ground[i] as number) - cover - line.size / 2);
  const where: Range[] = [];
  let sure = false;
  for (let i = 0; i + 1 < station.length; i++) {
    const node = { from: station[i] as number, to: station[i + 1] as number };
    const stretch = node.to > node.from ? common(node, own) : undefined;
    if (!stretch) continue;
    const within = (cover: number): Even => {
      const whole: Even = [over(i, cover), over(i + 1, cover)];
      const share = (at: number) => (at - node.from) / (node.to - node.from);
      return [evenAt(whole, share(stretch.from)), evenAt(whole, share(stretch.to))];
    };
    const [least, most] = [within(line.coverMin), within(line.coverMax)];
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
const crossingDistance = ({ station, angle }: { station: number; angle: number }, at: number, x: number): number =>
  (at - station) * Math.sin(angle) + x * Math.cos(angle);

/** Does a part of a crossing lie so far beside the centre line? Along the line the run's left comes first. */
const isAcross = (angle: number, across: Range, x: number): boolean =>
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
    for (let i = 0; i + 1 < station.length; i++) {
      const [from, to] = [station[i] as number, station[i + 1] as number];
      const part = to > from ? common({ from, to }, may) : undefined;
      if (!part) continue;
      const even: Even = [over(i, cover), over(i + 1, cover)];
      for (const at of [part.from, part.to]) if (Math.abs(evenAt(even, (at - from) / (to - from))) >= limit) return false;
    }
    return true;
  });
}

/** How the new line passes an existing one, at its worst expected level: the clear distance between them, negative when they meet. */
export interface Pass {
  side: 'over' | 'under';
  gap: number;
}

/** The new line at a station, metres. */
export interface NewLine {
  ground: number;
  crown: number;
  underside: number;
}

/** Which side of an existing line the new one passes, and how far from it at the worst of its expected covers; metres. */
export function passOf(line: ExistingLine, own: NewLine): Pass {
  const over = own.underside - (own.ground - line.coverMin);
  const under = own.ground - line.coverMax - line.size - own.crown;
  return over >= under ? { side: 'over', gap: over } : { side: 'under', gap: under };
}
