import { apartOf, areaFor, type Piece, type Problem } from '.';

/** Least area over every way each pair may lie: what the search stands in for. Longest paths by relaxation, written anew. */
export function everyOrder(of: Problem): number {
  const n = of.pieces.length;
  const pairs = of.pieces.flatMap((_, i) => of.pieces.flatMap((__, j) => (j > i ? [[i, j] as const] : [])));
  const settle = (start: number[], steps: [number, number, number][]): number[] | undefined => {
    for (let round = 0; round <= n; round++) for (const [a, b, by] of steps) start[b] = Math.max(start[b] ?? 0, (start[a] ?? 0) + by);
    return steps.every(([a, b, by]) => (start[b] ?? 0) >= (start[a] ?? 0) + by - 1e-9) ? start : undefined;
  };
  let least = Infinity;
  for (let code = 0; code < 4 ** pairs.length; code++) {
    const [beside, stacked]: [number, number, number][][] = [[], []];
    const allowed = pairs.every(([i, j], k) => {
      const way = Math.floor(code / 4 ** k) % 4;
      const [first, second] = way % 2 === 0 ? [i, j] : [j, i];
      const { across, over, upper } = apartOf(of, first, second);
      const [a, b] = [of.pieces[first] as Piece, of.pieces[second] as Piece];
      if (way < 2) beside?.push([first, second, across + (a.od + b.od) / 2]);
      else stacked?.push([first, second, over + a.od]);
      return way < 2 || upper === 'either' || upper === 0;
    });
    if (!allowed) continue;
    const tops = settle(
      of.pieces.map(({ cover }) => cover),
      stacked ?? [],
    );
    const xs = settle(
      of.pieces.map(({ od, side }) => od / 2 + side),
      beside ?? [],
    );
    if (!tops || !xs) continue;
    const depth = Math.max(...of.pieces.map(({ od }, i) => (tops[i] ?? 0) + od)) + of.hole.bedding;
    const width = Math.max(of.hole.least(depth), ...of.pieces.map(({ od, side }, i) => (xs[i] ?? 0) + od / 2 + side));
    least = Math.min(least, areaFor(of, width, depth));
  }
  return least;
}
