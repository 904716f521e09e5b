import type { Arm } from '../catalogue';
import { EPSILON } from '../geometry';
import { tipPieces, tipReach } from '../machine';

/** A heap's section: metres. `top` is the width of a flat top, nothing where it comes to a ridge. */
export interface HeapShape {
  base: number;
  height: number;
  top: number;
  /** How far its top lies past what the arm tips over, metres; nothing or less where it gets there. */
  past: number;
}

/** Triangular windrow of loose spoil. Source: base b = √(4A/tanφ), height b·tanφ/2. @param area m². @param repose radians. */
export function windrow(area: number, repose: number): { base: number; height: number } {
  const base = Math.sqrt((4 * area) / Math.tan(repose));
  return { base, height: (base * Math.tan(repose)) / 2 };
}

/** Lower than this nobody tips a flat heap, metres. */
const FLATTEST = 0.1;

/**
 * The shape of a heap that begins `inner` metres from the middle of the machine, by angle of repose: a ridge where the arm tips over it, else flat-topped
 * and as high as the arm gets over its far edge. Source: a trapezium of height h holds A = h·(b − h/tanφ), so that its far edge lies A/h from its near toe.
 * Where it cannot be spread within reach either, it is a ridge and says by how much that lies past.
 */
export function heapShape(area: number, repose: number, inner: number, arm: Arm): HeapShape {
  if (area <= 0) return { base: 0, height: 0, top: 0, past: 0 };
  const ridge = windrow(area, repose);
  const past = inner + ridge.base / 2 - Math.max(0, tipReach(arm, ridge.height));
  if (past <= EPSILON) return { ...ridge, top: 0, past };
  for (const { from, to, far, slope } of tipPieces(arm, ridge.height)) {
    // Over the top of a piece the arm may not get at all: then that is how high the heap goes.
    const within = to * (far + slope * to - inner) >= area;
    const height = within ? to : greatestRoot(slope, far - inner, -area, Math.max(from, FLATTEST), to);
    if (height === undefined) continue;
    const run = height / Math.tan(repose);
    return { base: area / height + run, height, top: area / height - run, past: 0 };
  }
  return { ...ridge, top: 0, past };
}

/** Greatest root of a·x² + b·x + c within [from, to]. */
function greatestRoot(a: number, b: number, c: number, from: number, to: number): number | undefined {
  const roots = Math.abs(a) < 1e-12 ? [-c / b] : [1, -1].map((sign) => (-b + sign * Math.sqrt(b * b - 4 * a * c)) / (2 * a));
  const inside = roots.filter((root) => root >= from - EPSILON && root <= to + EPSILON);
  return inside.length > 0 ? Math.max(...inside) : undefined;
}

/** Loose area that can be tipped at most on a strip `base` wide that begins `inner` from the middle of the machine, m²: ridge or flat top. */
export function mostHeap(base: number, repose: number, inner: number, arm: Arm): number {
  if (base <= 0) return 0;
  const tan = Math.tan(repose);
  const ridge = (base * tan) / 2;
  if (inner + base / 2 <= tipReach(arm, ridge) + EPSILON) return (base * ridge) / 2;
  // On each piece the area is the less of two parabolas: it is greatest at an end, at the top of one, or where they cross; or where it comes to a ridge.
  const areaAt = (height: number, reach: number) => {
    const farTop = Math.min(base - height / tan, reach - inner);
    return farTop >= height / tan - EPSILON ? height * farTop : 0;
  };
  return Math.max(
    0,
    ...[...tipPieces(arm, ridge)].flatMap(({ from, to, far, slope }) =>
      [from, to, (inner - far) / (2 * slope), (base + inner - far) / (slope + 1 / tan), (far - inner) / (1 / tan - slope)]
        .filter((height) => height >= from && height <= to && height >= FLATTEST)
        .map((height) => areaAt(height, far + slope * height)),
    ),
  );
}
