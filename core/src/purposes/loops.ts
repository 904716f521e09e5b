import { extent, structureAt, withStructure } from '../alignment';
import { boreOf } from '../alignment/gravity';
import { fluids, LAMINAR } from './given';
import { products, productWith, type Product } from '../catalogue';
import { blankLaidLine, LEAST_APART, type Job, type Loops, type NewId, type Patch, type Run } from '../job';

/** Wall of drawn plastic pipe, metres. */
const ROUGH = 7e-6;
export interface PipeLoss {
  velocity: number;
  reynolds: number;
  /** Pascals a metre. */
  loss: number;
}
/**
 * Loss of pressure in a round pipe by Darcy and Weisbach: λ/d·ρ·v²/2, λ = 64/Re in laminar flow, else by Swamee and Jain:
 * 0.25/(log₁₀(ε/3.7d + 5.74/Re^0.9))². @param bore metres. @param flow m³/s.
 */
export function pipeLoss(bore: number, flow: number, fluid: Loops['fluid']): PipeLoss {
  const { density, viscosity } = fluids[fluid];
  const velocity = flow / ((Math.PI / 4) * bore * bore);
  const reynolds = (velocity * bore) / viscosity;
  if (flow <= 0) return { velocity: 0, reynolds: 0, loss: 0 };
  const lambda = reynolds < LAMINAR ? 64 / reynolds : 0.25 / Math.log10(ROUGH / (3.7 * bore) + 5.74 / reynolds ** 0.9) ** 2;
  return { velocity, reynolds, loss: ((lambda / bore) * density * velocity ** 2) / 2 };
}

/** Most a header loses, pascals a metre. Source: usual for headers of loops, 4 ft of head in 100 ft. */
export const HEADER_LOSS = 400;
/** Air is carried out of a pipe at this, m/s. Source: usual, 2 ft a second. */
export const PURGE_SPEED = 0.6;
/** Loops that differ by more of the whole loss than this do not share the flow evenly: usual. */
export const UNEVEN = 0.1;

/** A piece of header from one loop to the next, or the way to the pump. */
export interface HeaderPiece {
  /** Loops whose flow it carries. */
  loops: number;
  /** Metres, of one pipe; there are two. */
  length: number;
  flow: number;
  product: Product;
  loss: number;
}

export interface LoopsReport {
  pipe: Product;
  loop: PipeLoss & { pressure: number };
  /** From the pump out: the way first, then from loop to loop. One a size where sizes follow one another. */
  headers: readonly HeaderPiece[];
  /** A pipe as long as the field, that brings the return round; undefined with direct return. Metres. */
  roundBack: number | undefined;
  /** Of the longest and the shortest way through a loop and both headers, pascals. */
  most: number;
  least: number;
  /** m³/s through all loops. */
  flow: number;
  /** m³ in loops and headers. */
  volume: number;
  /** m³/s that carry the air out: of all loops at once, of those that are open at once, of the largest header. */
  purge: { all: number; open: number; header: number; needed: number };
  /** Trench for it, metres: along the headers, and for the loops themselves. */
  trench: { header: number; loops: number };
  /** Length of the field, first loop to last, metres; how deep a bore is, or how long a loop’s trench. */
  field: number;
  reach: number;
}

/** Loops that are open at once while it is purged. */
const openAtOnce = ({ valves, count }: Pick<Loops, 'valves' | 'count'>): number =>
  Math.min(count, { none: count, pairs: 2, each: 1 }[valves]);

/** Pipes headers are made of, smallest first: ground-loop pipe of the catalogue in metric sizes. */
const headerSizes = (): readonly Product[] =>
  products()
    .filter(({ kind, family, trade }) => kind === 'pressure' && family === 'heat' && !trade)
    .sort((a, b) => a.od - b.od);
/** The smallest pipe that carries a flow within {@link HEADER_LOSS}; the largest there is where none does. */
function headerFor(flow: number, fluid: Loops['fluid'], sizes: readonly Product[]): Product {
  return (sizes.find((one) => pipeLoss(boreOf(one), flow, fluid).loss <= HEADER_LOSS) ?? sizes.at(-1)) as Product;
}

/** A field of loops by its flows; undefined where its pipe is in no catalogue. */
export function loopsReport(job: Pick<Job, 'products'>, loops: Loops): LoopsReport | undefined {
  const pipe = productWith(loops.pipe, job.products);
  if (!pipe || boreOf(pipe) <= 0) return undefined;
  const { count, each, spacing, way, flow, fluid, returns, layout } = loops;
  const inLoop = pipeLoss(boreOf(pipe), flow, fluid);
  const loop = { ...inLoop, pressure: inLoop.loss * each };
  const sizes = headerSizes();
  const pieceOf = (carried: number, length: number): HeaderPiece => {
    const product = headerFor(carried * flow, fluid, sizes);
    return { loops: carried, length, flow: carried * flow, product, loss: pipeLoss(boreOf(product), carried * flow, fluid).loss * length };
  };
  const toPump = pieceOf(count, way);
  /** Piece k lies between loop k and the next, numbered from the pump. */
  const between = Array.from({ length: count - 1 }, (_, i) => pieceOf(count - 1 - i, spacing));
  const field = (count - 1) * spacing;
  const back = returns === 'reverse' ? pieceOf(count, field) : undefined;
  const mirrored = [...between].reverse();
  const ways = waysThrough(between, mirrored, back?.loss).map((headers) => loop.pressure + 2 * toPump.loss + headers);
  const areaOf = (one: Product) => (Math.PI / 4) * boreOf(one) ** 2;
  const perLoop = PURGE_SPEED * areaOf(pipe);
  const all = [toPump, ...between];
  const header = PURGE_SPEED * Math.max(...all.filter(({ length }) => length > 0).map(({ product }) => areaOf(product)), 0);
  const open = perLoop * openAtOnce(loops);
  return {
    pipe,
    loop,
    headers: bySize(all),
    roundBack: back && field,
    most: Math.max(...ways),
    least: Math.min(...ways),
    flow: count * flow,
    volume:
      count * each * areaOf(pipe) +
      2 * all.reduce((sum, { product, length }) => sum + length * areaOf(product), 0) +
      (back ? field * areaOf(back.product) : 0),
    purge: { all: count * perLoop, open, header, needed: Math.max(open, header) },
    trench: { header: way + field, loops: layout === 'trenches' ? (count * each) / 2 : 0 },
    field,
    reach: each / 2,
  };
}

/**
 * What both headers cost the way through each loop, pascals. Direct: out to the loop and back by as many pieces. Reverse: out to it, on through the rest, and
 * round by the pipe that brings the return back.
 */
function waysThrough(out: readonly HeaderPiece[], mirrored: readonly HeaderPiece[], back: number | undefined): number[] {
  const sum = (pieces: readonly HeaderPiece[]) => pieces.reduce((all, { loss }) => all + loss, 0);
  return Array.from({ length: out.length + 1 }, (_, loop) => {
    const there = sum(out.slice(0, loop));
    return back === undefined ? 2 * there : there + sum(mirrored.slice(loop)) + back;
  });
}

/** Pieces of one size that follow one another made one. */
function bySize(pieces: readonly HeaderPiece[]): HeaderPiece[] {
  return pieces.reduce<HeaderPiece[]>((made, piece) => {
    const last = made.at(-1);
    if (last && last.product.id === piece.product.id)
      return [...made.slice(0, -1), { ...last, length: last.length + piece.length, loss: last.loss + piece.loss }];
    return piece.length > 0 ? [...made, piece] : made;
  }, []);
}

/** Valves that let the pump carry the air out of fewer loops at a time: the fewest that do; undefined where even one loop is too many. */
export function valvesFor(job: Pick<Job, 'products'>, loops: Loops): Loops['valves'] | undefined {
  const { purge } = loops;
  if (purge === null) return undefined;
  return (['none', 'pairs', 'each'] as const).find((valves) => {
    const report = loopsReport(job, { ...loops, valves });
    return report !== undefined && report.purge.needed <= purge + 1e-12;
  });
}

/** Headers lie this far apart so that one does not warm the other, metres: usual. */
const HEADERS_APART = 0.3;
/** Both headers as the lines of the run, in the size they begin with, and a wellhead at each bore from the far end on. @param newId makes ids. */
export function headerPatches(run: Run, loops: Loops, { headers, field }: LoopsReport, newId: NewId): Patch[] {
  const product = headers[0]?.product.id;
  const { start, end } = extent(run);
  const [lead] = run.laid;
  if (product === undefined || !lead) return [];
  const heads = Array.from({ length: loops.count }, (_, i) => Math.round((Math.max(start, end - field) + i * loops.spacing) * 1000) / 1000);
  const structures =
    loops.layout === 'bores'
      ? heads
          .filter((station) => station <= end && !run.structures.some((one) => Math.abs(one.station - station) < LEAST_APART))
          .reduce<Run['structures']>(
            (all, station) => withStructure({ structures: all }, structureAt({ structures: all }, station, 'wellhead', newId())),
            run.structures,
          )
      : run.structures;
  return [
    {
      path: ['laid'],
      value: [
        { ...blankLaidLine('Flow', product, lead.id), x: -HEADERS_APART / 2 },
        { ...blankLaidLine('Return', product, newId()), x: HEADERS_APART / 2 },
      ],
    },
    { path: ['structures'], value: structures },
  ];
}
