import { evidences } from '../catalogue';
import {
  common,
  cutAt,
  EPSILON,
  evenAt,
  firstFrom,
  joined,
  shareWhere,
  whereAtMost,
  type Even,
  type Extent,
  type Range,
} from '../geometry';
import type { ExistingLine } from '../job';
import type { Rules } from '../rules';
import { knownParts, type KnownPart } from './known';

/** A stretch in which only hands or vacuum may dig until the lines in it are exposed. */
export interface HandWindow extends Range {
  /** Made of the ids of the lines in it. */
  id: string;
  lines: string[];
}

/** Half the width of the strip around a line that machines keep out of, metres: size/2 + max(uncertainty, tolerance). */
export const keepOut = (line: Pick<ExistingLine, 'size' | 'evidence'>, rules: Rules): number =>
  line.size / 2 + Math.max(evidences[line.evidence].uncertainty, rules.locateTolerance.value ?? 0);

/**
 * Half the length along the run that a crossing line's strip covers of a trench of even width, metres.
 * Source: (half-width + half top width·|cos a|) / sin a, so that the strip is clear over the whole top width.
 * @param angle between line and run, radians, 0 < a ≤ π/2.
 */
export const crossingHalfLength = (halfWidth: number, halfTop: number, angle: number): number =>
  (halfWidth + halfTop * Math.abs(Math.cos(angle))) / Math.sin(angle);

/**
 * Hand-dig windows of a run, merged where they touch, ascending: every station at which some of what is dug, as wide as it is there, lies in the strip of
 * some line. Exact, because the lips run straight between the nodes of `extents`. Where nothing is dug, as over a bore, there is none.
 */
export function handWindows(lines: readonly ExistingLine[], rules: Rules, extents: readonly Extent[]): HandWindow[] {
  const dug = alongTheRun(extents);
  const single = lines.flatMap((line) =>
    joined(
      knownParts(line, rules)
        .flatMap((part) => stripAlong(part, keepOut(part.line, rules), dug))
        .sort((a, b) => a.from - b.from),
    ).map((range) => ({ ...range, lines: [line.id] })),
  );
  const merged: (Range & { lines: string[] })[] = [];
  for (const window of single.sort((a, b) => a.from - b.from)) {
    const last = merged.at(-1);
    if (last && window.from <= last.to)
      Object.assign(last, { to: Math.max(last.to, window.to), lines: [...new Set([...last.lines, ...window.lines])] });
    else merged.push(window);
  }
  // A line may have several windows: the second of the same lines has a number.
  const seen = new Map<string, number>();
  return merged.map((window) => {
    const ids = [...window.lines].sort().join('+');
    const count = (seen.get(ids) ?? 0) + 1;
    seen.set(ids, count);
    return { ...window, id: count > 1 ? `${ids}.${count}` : ids };
  });
}

/** What is dug, sorted along the run: so that a line asks only what is near it. */
interface Dug {
  extents: readonly Extent[];
  from: readonly number[];
  /** No piece is longer, and no lip further out, metres. */
  longest: number;
  widest: number;
}

function alongTheRun(extents: readonly Extent[]): Dug {
  const sorted = extents.toSorted((a, b) => a.from - b.from);
  let [longest, widest] = [-Infinity, -Infinity];
  for (const { from, to, left, right } of sorted) {
    longest = Math.max(longest, to - from);
    widest = Math.max(widest, left[0], left[1], right[0], right[1]);
  }
  return { extents: sorted, from: sorted.map(({ from }) => from), longest, widest };
}

/** Pieces that can meet a range. */
const within = ({ extents, from, longest }: Dug, range: Range): readonly Extent[] =>
  extents.slice(firstFrom(from, range.from - longest), firstFrom(from, range.to + EPSILON));

/** Where what is dug meets a part of a line, or the strip around it. */
function stripAlong({ line, across, ends }: KnownPart, half: number, dug: Dug): Range[] {
  const { where } = line;
  const far = where.kind === 'crossing' ? crossingHalfLength(half, dug.widest, where.angle) : half;
  const near =
    where.kind === 'crossing' ? { from: where.station - far, to: where.station + far } : { from: where.from - far, to: where.to + far };
  if (where.kind === 'parallel' && Math.abs(where.offset) - half > dug.widest) return [];
  return within(dug, near).flatMap((extent): Range[] => {
    if (where.kind === 'parallel') {
      const along = { from: where.from - (ends.from ? half : 0), to: where.to + (ends.to ? half : 0) };
      const right = whereAtMost(extent, negative(extent.right), -(where.offset - half));
      const left = whereAtMost(extent, negative(extent.left), where.offset + half);
      return listed(common(common(along, extent), common(left, right)));
    }
    return crossedBy(extent, where, half, across);
  });
}

/**
 * The stations of a stretch at which some point from lip to lip lies within `half` of a crossing line. With t = (s − s₀)·sin a, and y right of the centre
 * line, the distance of a point from it is |t + y·cos a|.
 */
function crossedBy(extent: Extent, where: { station: number; angle: number }, half: number, across: Range | undefined): Range[] {
  const [sin, cos] = [Math.sin(where.angle), Math.cos(where.angle)];
  // Along the line the run's left comes first: y = −along·sin a.
  const [most, least] = across ? [-across.from * sin, -across.to * sin] : [Infinity, -Infinity];
  const [left, right] = [negative(extent.left), extent.right];
  const pieces = cutAt([shareWhere(left, least), shareWhere(right, most), shareWhere(left, most), shareWhere(right, least)]);
  return pieces.flatMap(([a, b]): Range[] => {
    const piece = { from: evenAt([extent.from, extent.to], a), to: evenAt([extent.from, extent.to], b) };
    const middle = (a + b) / 2;
    const low: Even = evenAt(left, middle) < least ? [least, least] : [evenAt(left, a), evenAt(left, b)];
    const high: Even = evenAt(right, middle) > most ? [most, most] : [evenAt(right, a), evenAt(right, b)];
    if (evenAt(low, 0.5) > evenAt(high, 0.5)) return [];
    const t: Even = [(piece.from - where.station) * sin, (piece.to - where.station) * sin];
    const [near, far] = cos >= 0 ? [low, high] : [high, low];
    const least2: Even = [t[0] + near[0] * cos, t[1] + near[1] * cos];
    const most2: Even = [-(t[0] + far[0] * cos), -(t[1] + far[1] * cos)];
    return listed(common(whereAtMost(piece, least2, half), whereAtMost(piece, most2, half)));
  });
}

const negative = ([a, b]: Even): Even => [-a, -b];
const listed = (range: Range | undefined): Range[] => (range ? [range] : []);
