import type { Bow } from '../job';

/**
 * A bore that dips: straight down from the launch pit at its entry angle, round an arc to level, straight at its depth, and round an arc up again to the
 * receiving pit. Lengths in metres along the run from its start; depths below the straight way between its ends. Angles are from that way.
 */
export interface BowShape {
  length: number;
  depth: number;
  radius: number;
  /** Angles it really turns through: less than typed where an arc alone reaches the depth. */
  entry: number;
  exit: number;
  /** Along the run: where each straight way down or up ends, and where each arc lies level. */
  down: number;
  level: number;
  rises: number;
  up: number;
  /** What the two ends need along the run; more than `length` where it does not come down so far. */
  needs: number;
}

/** One end of a bow: how far along the run its straight way goes, and its arc. Source: depth = s·sin α + R·(1 − cos α). */
function runIn(depth: number, angle: number, radius: number): { angle: number; straight: number; arc: number } {
  const byArc = radius * (1 - Math.cos(angle));
  if (depth <= byArc) {
    const less = Math.acos(1 - depth / radius);
    return { angle: less, straight: 0, arc: radius * Math.sin(less) };
  }
  return { angle, straight: (depth - byArc) / Math.tan(angle), arc: radius * Math.sin(angle) };
}

/** The shape of a bow over a length, metres. */
export function bowShape({ entry, exit, radius, depth }: Bow, length: number): BowShape {
  const [in_, out] = [runIn(depth, entry, radius), runIn(depth, exit, radius)];
  return {
    length,
    depth,
    radius,
    entry: in_.angle,
    exit: out.angle,
    down: in_.straight,
    level: in_.straight + in_.arc,
    rises: length - out.straight - out.arc,
    up: length - out.straight,
    needs: in_.straight + in_.arc + out.straight + out.arc,
  };
}

/** How deep a bow is at `along` metres from one end, seen from that end. */
function fromEnd(along: number, angle: number, straight: number, level: number, { depth, radius }: BowShape): number {
  if (along >= level) return depth;
  if (along <= straight) return along * Math.tan(angle);
  return depth - radius + Math.sqrt(radius ** 2 - (level - along) ** 2);
}

/** How far a bow lies below the straight way at `along` metres from its start; nothing outside it. Where its ends meet, the shallower of the two. */
export function bowAt(shape: BowShape, along: number): number {
  const { length, entry, exit, down, level, rises, up } = shape;
  if (along <= 0 || along >= length) return 0;
  return Math.min(fromEnd(along, entry, down, level, shape), fromEnd(length - along, exit, length - up, length - rises, shape));
}

/** A chord leaves an arc by this much at most, metres: a bow is read to it between the nodes of a profile. */
const SAGITTA = 0.002;

/** Where a profile needs nodes for a bow, metres from its start: where its parts meet, and close enough on its arcs. */
export function bowNodes({ length, radius, down, level, rises, up, needs }: BowShape): number[] {
  const step = Math.sqrt(8 * radius * SAGITTA);
  const arc = (from: number, to: number) => {
    const count = Math.max(1, Math.ceil((to - from) / step));
    return Array.from({ length: count + 1 }, (_, i) => from + ((to - from) * i) / count);
  };
  // About where two ends meet that have not room for both.
  const middle = needs > length ? [(level + rises) / 2] : [];
  return [...arc(down, level), ...arc(rises, up), ...middle].filter((along) => along > 0 && along < length);
}

/** Length of a bow along itself, metres. Source: straights s/cos α, arcs R·α, the rest level. @param shape one that comes down so far. */
export const bowLength = ({ length, radius, entry, exit, down, level, rises, up, needs }: BowShape): number =>
  needs > length ? length : down / Math.cos(entry) + radius * entry + (rises - level) + radius * exit + (length - up) / Math.cos(exit);
