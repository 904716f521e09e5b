import { circleBelow, trenchArea } from '../geometry';
import { panelOf, type PlacedLine, type Reach } from '../job';

/** Sectional areas of what fills the trench, m². They add up to `trench`. */
export interface LayerAreas {
  trench: number;
  bedding: number;
  surround: number;
  pipe: number;
  fill: number;
  /** Layers at the top, up to the ground. */
  surface: number;
}

/** A band of the trench between two heights above its bottom, metres. */
export interface Band {
  from: number;
  to: number;
}

/** Where the layers of a section lie, as heights above the trench bottom, metres. */
export interface LayerHeights {
  /** Top of the bed under the lowest line here; it begins with the first band. */
  bedding: number;
  /** Top of the highest line, and of the fine fill over it. */
  crown: number;
  surround: number;
  /** Bed, lines and fine fill over them, bottom up; what lies between two bands is fill, and under the first where a lower line goes only part of the way. */
  bands: Band[];
  /** Underside of each line, in the order given. */
  undersides: number[];
}

/** Thickness of all surface layers, metres. */
export const surfaceDepth = (reach: Pick<Reach, 'restoration'>): number =>
  reach.restoration.reduce((sum, { thickness }) => sum + thickness, 0);

/** Full dug width at the bottom: the clear width plus the support's panels, metres. */
export const digWidth = (reach: Reach): number => reach.bottomWidth + 2 * panelOf(reach);

/** How far the lowest of the lines lies under the leading one, metres. */
export const dropOf = (lines: readonly Pick<PlacedLine, 'up'>[]): number => lines.reduce((drop, { up }) => Math.max(drop, -up), 0);

/**
 * Where the layers lie with these lines in the trench, each on its own bed and under its own fine fill.
 * @param drop how far the bottom's lowest line lies under the leading one, metres; of these lines when not given.
 */
export function layerHeights(reach: Pick<Reach, 'bedding' | 'surround'>, lines: readonly PlacedLine[], drop = dropOf(lines)): LayerHeights {
  const undersides = lines.map(({ up }) => reach.bedding + drop + up);
  const tops = lines.map(({ product }, i) => (undersides[i] as number) + product.od);
  const own = lines.map((_, i): Band => ({ from: (undersides[i] as number) - reach.bedding, to: (tops[i] as number) + reach.surround }));
  const bands = own
    .sort((a, b) => a.from - b.from)
    .reduce<Band[]>((joined, band) => {
      const last = joined.at(-1);
      if (last && band.from <= last.to) last.to = Math.max(last.to, band.to);
      else joined.push({ ...band });
      return joined;
    }, []);
  return {
    bedding: Math.min(...undersides),
    crown: Math.max(...tops),
    surround: bands.at(-1)?.to ?? 0,
    bands,
    undersides,
  };
}

/** Heights in a trench of a depth: where fine fill goes up to under the layers at the top, its highest band ends there. Metres. */
export function heightsIn(reach: Pick<Reach, 'toSurface' | 'restoration'>, heights: LayerHeights, depth: number): LayerHeights {
  const to = depth - surfaceDepth(reach);
  if (!reach.toSurface || to <= heights.surround) return heights;
  return { ...heights, surround: to, bands: heights.bands.map((band, i, all) => (i === all.length - 1 ? { ...band, to } : band)) };
}

/** Heights at which something begins or ends, metres: between two of them every area is a quadratic in the depth. */
export const layerBreaks = ({ bands, undersides, bedding }: LayerHeights, lines: readonly PlacedLine[]): number[] => [
  bedding,
  ...bands.flatMap(({ from, to }) => [from, to]),
  ...undersides.flatMap((underside, i) => [underside, underside + (lines[i]?.product.od ?? 0)]),
];

/**
 * Areas of a section of the given depth (metres). Layers stop at the ground where the trench is too shallow for them.
 * Fill is the rest, so trench = bedding + surround + pipe + fill + surface by construction.
 */
export function layerAreas(reach: Reach, lines: readonly PlacedLine[], depth: number, along = layerHeights(reach, lines)): LayerAreas {
  const heights = heightsIn(reach, along, depth);
  const width = digWidth(reach);
  const upTo = (height: number) => trenchArea(width, reach.left, reach.right, Math.min(height, depth));
  const trench = upTo(depth);
  const under = heights.bands[0]?.from ?? 0;
  const bedding = upTo(heights.bedding) - (under > 0 ? upTo(under) : 0);
  let fine = 0;
  for (const { from, to } of heights.bands) fine += upTo(to) - (from > 0 ? upTo(from) : 0);
  let pipe = 0;
  for (let i = 0; i < lines.length; i++)
    pipe += circleBelow((lines[i] as PlacedLine).product.od / 2, depth - (heights.undersides[i] as number));
  // Lines drawn through each other take their room once.
  pipe = Math.min(pipe, fine - bedding);
  const toSurface =
    reach.restoration.length === 0 ? trench : Math.max(upTo(heights.surround), upTo(Math.max(0, depth - surfaceDepth(reach))));
  return { trench, bedding, pipe, surround: fine - bedding - pipe, fill: toSurface - fine, surface: trench - toSurface };
}
