/** How lengths are cut from sticks: what comes of each, and what is left over. Metres. */
export interface Cutting {
  sticks: number;
  /** Couplings within the spans; what joins a structure is not counted. */
  joints: number;
  offcut: number;
  /** Pieces cut from each stick that is cut at all. */
  cuts: number[][];
  /** No way needs fewer sticks than this. */
  bound: number;
  exact: boolean;
}

const SLACK = 1e-9;
/** Past this many steps the search keeps the best it has. */
const STEPS = 200_000;

/**
 * Fewest sticks for spans: whole sticks first, then what is left of each span packed into sticks. Exact by depth-first search with the bound
 * ⌈sum / stick⌉ as long as it may take; never worse than first-fit decreasing, from which it starts.
 * @param spans, stick metres; a stick is longer than nothing.
 */
export function cutSticks(spans: readonly number[], stick: number): Cutting {
  const whole = spans.map((span) => Math.floor(span / stick + SLACK));
  const rests = spans.map((span, i) => span - (whole[i] as number) * stick).filter((rest) => rest > SLACK);
  const { bins, bound, exact } = packBins(rests, stick);
  const wholes = whole.reduce((sum, count) => sum + count, 0);
  const sticks = wholes + bins.length;
  const pieces = wholes + rests.length;
  return {
    sticks,
    joints: Math.max(0, pieces - spans.filter((span) => span > SLACK).length),
    offcut: sticks * stick - spans.reduce((sum, span) => sum + span, 0),
    cuts: bins,
    bound: wholes + bound,
    exact,
  };
}

/** First-fit decreasing: the largest piece first, into the first bin that still takes it. */
export function firstFit(pieces: readonly number[], size: number): number[][] {
  const bins: { left: number; pieces: number[] }[] = [];
  for (const piece of [...pieces].sort((a, b) => b - a)) {
    const bin = bins.find(({ left }) => left >= piece - SLACK);
    if (bin) {
      bin.pieces.push(piece);
      bin.left -= piece;
    } else bins.push({ left: size - piece, pieces: [piece] });
  }
  return bins.map(({ pieces: inside }) => inside);
}

/** Fewest bins of one size for pieces no larger than it. */
function packBins(pieces: readonly number[], size: number): { bins: number[][]; bound: number; exact: boolean } {
  const sorted = [...pieces].sort((a, b) => b - a);
  const bound = Math.ceil(sorted.reduce((sum, piece) => sum + piece, 0) / size - SLACK);
  let best = firstFit(sorted, size);
  let steps = 0;
  const open: { left: number; pieces: number[] }[] = [];
  const place = (index: number, rest: number): void => {
    if (best.length <= bound || ++steps > STEPS) return;
    if (index === sorted.length) {
      best = open.map(({ pieces: inside }) => [...inside]);
      return;
    }
    const piece = sorted[index] as number;
    // What is still to come needs this many bins beyond the room left in those open.
    const room = open.reduce((sum, { left }) => sum + left, 0);
    if (open.length + Math.max(0, Math.ceil((rest - room) / size - SLACK)) >= best.length) return;
    const tried = new Set<number>();
    for (const bin of open) {
      const key = Math.round(bin.left * 1e6);
      if (bin.left < piece - SLACK || tried.has(key)) continue;
      tried.add(key);
      bin.left -= piece;
      bin.pieces.push(piece);
      place(index + 1, rest - piece);
      bin.pieces.pop();
      bin.left += piece;
    }
    if (open.length + 1 >= best.length) return;
    open.push({ left: size - piece, pieces: [piece] });
    place(index + 1, rest - piece);
    open.pop();
  };
  place(
    0,
    sorted.reduce((sum, piece) => sum + piece, 0),
  );
  return { bins: best, bound, exact: best.length <= bound || steps <= STEPS };
}
