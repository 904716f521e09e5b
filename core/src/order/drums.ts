/** A cable to be cut: from one station to another, with what its ends take. Metres. */
export interface CableSpan {
  name: string;
  from: number;
  to: number;
  /** Cut length: the way, tails, terminations and slack. */
  cut: number;
}

/** A piece cut from a drum. `joint`: station of the joint bay at its end, where the span goes on from another piece. */
export interface DrumCut {
  name: string;
  length: number;
  joint: number | undefined;
}

/** Which drum serves which spans. Metres. */
export interface DrumPlan {
  drums: { length: number; cuts: DrumCut[]; left: number }[];
  joints: number[];
  /** Cable no drum is left for. */
  short: number;
  /** Longest piece that fits no drum whole: its span is jointed. */
  jointed: string[];
  /** No way uses fewer drums than this. */
  bound: number;
  exact: boolean;
}

/** Ends of two pieces overlap in a joint, metres each. */
export const JOINT = 1;
/** A termination at an end without a tail takes this much, metres; and slack in the trench, a share. */
export const TERMINATION = 1;
export const SNAKE = 0.01;
const SLACK = 1e-9;
/** As many pieces are placed by trying all; more by first-fit decreasing, with the bound shown. */
const EXACT = 12;

/** Cut length of a way. Source: length × (1 + slack) + tails, a termination where there is none. */
export const cutLength = (way: number, tails: readonly [number, number]): number =>
  way * (1 + SNAKE) + tails.reduce<number>((sum, tail) => sum + (tail > 0 ? tail : TERMINATION), 0);

/**
 * Cuts spans from drums. A span longer than every drum is made of pieces, the longest drums first, with a joint between; then the pieces go on as few
 * drums as can be, the shortest that will do. @param drums lengths to hand; @param stock length of further drums, undefined when none can be had.
 */
export function planDrums(spans: readonly CableSpan[], drums: readonly number[], stock: number | undefined): DrumPlan {
  const lengths = [...drums].sort((a, b) => b - a);
  const longest = Math.max(stock ?? 0, lengths[0] ?? 0);
  const joints: number[] = [];
  const jointed: string[] = [];
  const spare = [...lengths];
  const pieces: DrumCut[] = [];
  const whole: DrumPlan['drums'] = [];
  for (const { name, from, to, cut } of spans) {
    let left = cut;
    if (left > longest + SLACK) jointed.push(name);
    // Stations go with the cable: the share laid so far of its way.
    while (left > longest + SLACK && longest > 2 * JOINT) {
      const drum = spare[0] !== undefined && (stock === undefined || spare[0] >= stock) ? (spare.shift() as number) : (stock ?? undefined);
      if (drum === undefined) break;
      left -= drum - 2 * JOINT;
      const joint = from + ((to - from) * (cut - left)) / cut;
      joints.push(joint);
      whole.push({ length: drum, cuts: [{ name, length: drum, joint }], left: 0 });
      if (spare[0] === undefined && stock === undefined) break;
    }
    pieces.push({ name, length: left, joint: undefined });
  }
  const packed = pack(pieces, spare, stock);
  const used = [...whole, ...packed.drums];
  return {
    drums: used,
    joints,
    jointed,
    short: packed.short,
    bound: whole.length + packed.bound,
    exact: packed.exact,
  };
}

function pack(pieces: readonly DrumCut[], drums: readonly number[], stock: number | undefined) {
  const sorted = [...pieces].sort((a, b) => b.length - a.length);
  const need = sorted.reduce((sum, { length }) => sum + length, 0);
  // Most a number of drums can hold, the longest first: fewer than this will not do.
  let bound = 0;
  for (let held = 0; held < need - SLACK && bound < sorted.length; bound++) held += drums[bound] ?? stock ?? Infinity;
  const fitted = fit(sorted, drums, stock);
  if (sorted.length > EXACT) return { ...fitted, bound, exact: score(fitted) <= bound && fitted.short === 0 };
  let best = fitted;
  const open: { length: number; cuts: DrumCut[]; left: number }[] = [];
  const free = [...drums];
  const place = (index: number): void => {
    if (open.length > best.drums.length && best.short === 0) return;
    const piece = sorted[index];
    if (!piece) {
      const found = { drums: open.map((drum) => ({ ...drum, cuts: [...drum.cuts] })), short: 0 };
      if (better(found, best)) best = found;
      return;
    }
    for (const drum of open) {
      if (drum.left < piece.length - SLACK) continue;
      drum.left -= piece.length;
      drum.cuts.push(piece);
      place(index + 1);
      drum.cuts.pop();
      drum.left += piece.length;
    }
    const tried = new Set<number>();
    const kinds = [...free.map((length, at) => ({ length, at })), ...(stock === undefined ? [] : [{ length: stock, at: -1 }])];
    for (const { length, at } of kinds) {
      if (length < piece.length - SLACK || tried.has(length)) continue;
      tried.add(length);
      if (at >= 0) free.splice(at, 1);
      open.push({ length, cuts: [piece], left: length - piece.length });
      place(index + 1);
      open.pop();
      if (at >= 0) free.splice(at, 0, length);
    }
  };
  place(0);
  return { ...best, bound, exact: true };
}

type Packed = Pick<DrumPlan, 'drums' | 'short'>;
const score = ({ drums }: Packed): number => drums.length;
const cable = ({ drums }: Packed): number => drums.reduce((sum, { length }) => sum + length, 0);
/** Nothing short first, then fewer drums, then less cable. */
const better = (a: Packed, b: Packed): boolean =>
  a.short < b.short - SLACK ||
  (a.short <= b.short + SLACK && (score(a) < score(b) || (score(a) === score(b) && cable(a) < cable(b) - SLACK)));

/** First-fit decreasing; a new drum is the shortest that takes the piece. */
function fit(sorted: readonly DrumCut[], drums: readonly number[], stock: number | undefined): Packed {
  const free = [...drums].sort((a, b) => a - b);
  const open: { length: number; cuts: DrumCut[]; left: number }[] = [];
  let short = 0;
  for (const piece of sorted) {
    const drum = open.find(({ left }) => left >= piece.length - SLACK);
    if (drum) {
      drum.cuts.push(piece);
      drum.left -= piece.length;
      continue;
    }
    const at = free.findIndex((length) => length >= piece.length - SLACK);
    const length = at >= 0 ? (free.splice(at, 1)[0] as number) : stock !== undefined && stock >= piece.length - SLACK ? stock : undefined;
    if (length === undefined) short += piece.length;
    else open.push({ length, cuts: [piece], left: length - piece.length });
  }
  return { drums: open, short };
}
