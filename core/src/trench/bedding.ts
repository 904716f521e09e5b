import {
  BAG,
  beddingIds,
  beddings,
  coverPlates,
  families,
  largestGrain,
  ROCK_BED,
  type BeddingId,
  type FamilyId,
  type Product,
} from '../catalogue';
import { largest, smallest, wallOffset, wallPoints } from '../geometry';
import { linesIn, type PlacedLine, type Patch, type Reach, type Run, type Sides, type Wall } from '../job';
import { levelsAt, reachEnd } from '../alignment';
import { digWidth, heightsIn, layerHeights } from './layers';
import { tapeAsked } from './tapes';

/** Largest grain that may lie against a pipe, metres. Source: 10 mm to DN 100, 14 mm to DN 150, 20 mm to DN 600, 40 mm above. */
export const grainLimit = (product: Pick<Product, 'dn' | 'grain'>): number =>
  product.grain ?? largestGrain.find(({ dn }) => product.dn <= dn)?.grain ?? 0.04;

/** Least bed under the lines of a reach, metres: what each asks for, and over rock what rock asks for. */
export const leastBed = (reach: Pick<Reach, 'soil'>, lines: readonly PlacedLine[]): number =>
  Math.max(reach.soil === 'rock' ? ROCK_BED : 0, ...lines.map(({ product }) => product.bed));

/**
 * How a material fails a line, gravest first: sharp edges that saw through soft metal or sheath; stones that press on a plastic wall in points; edges that
 * break a coating; fines that wash into a drain; grain too large for the bore; or simply not what its kind lies in.
 */
export const bedFaults = ['sharp', 'points', 'coating', 'silt', 'grain', 'kind'] as const;
export type BedFault = (typeof bedFaults)[number];
/** Sharp stone is never right for soft metal and cable, whoever names it; by what the line is made of, else what may lie against it. */
export function bedFault(product: Product, material: BeddingId): BedFault | undefined {
  const { sharp, support, largest } = beddings[material];
  if (sharp && (product.material === 'copper' || product.material === 'cable')) return 'sharp';
  if (product.beds.includes(material)) return largest > grainLimit(product) + 1e-9 ? 'grain' : undefined;
  if (sharp && product.material === 'plastic' && !product.drains) return 'points';
  if (sharp && product.material === 'metal') return 'coating';
  return product.drains && (support === 'fines' || largest < CLEAN_STONE) ? 'silt' : 'kind';
}
/** Stone a drain can draw through has grains larger than its slots, metres. Source: usual practice, 4 mm and up. */
const CLEAN_STONE = 0.0041;

/** The first material that suits every one of the lines; undefined when none does. */
export const materialFor = (lines: readonly PlacedLine[]): BeddingId | undefined =>
  beddingIds.find((id) => lines.every(({ product }) => bedFault(product, id) === undefined));

/** Bed usual under the lines of a reach, metres: their owners', where they name one. */
export const usualBed = (reach: Pick<Reach, 'soil'>, lines: readonly PlacedLine[]): number =>
  Math.max(leastBed(reach, lines), ...lines.map(({ owner }) => owner?.bed?.usual ?? 0));

/** The usual layers for the lines of a reach, as changes: bed, material, fine fill, tapes, wire, plates, fabric. */
export function usualLayers(run: Run, index: number, lines: readonly PlacedLine[]): Patch[] {
  const reach = run.reaches[index] as Reach;
  const inReach = linesIn(lines, reach.from, reachEnd(run, index));
  const products = inReach.map(({ product }) => product);
  const [plate] = coverPlates;
  const cable = products.some(({ kind }) => kind === 'cable' || kind === 'duct');
  const value: Reach = {
    ...reach,
    bedding: Math.max(usualBed(reach, inReach), 0.05),
    beddingMaterial: materialFor(inReach) ?? reach.beddingMaterial,
    surround: products.some(({ kind }) => kind === 'gravity') ? 0.15 : 0.1,
    tapes: inReach.map((line) => ({ id: line.id, ...tapeAsked(line) })),
    tracer: products.some(({ tracer }) => tracer),
    plates: cable && products.some(({ family }) => family === 'mv') ? { length: plate.length, width: plate.width, rows: null } : null,
    fabric: products.some(({ drains }) => drains),
  };
  return [{ path: ['reaches', reach.id], value }];
}

/** What goes over and round the lines of a reach, to bring: plates by the piece, the rest metres and m². */
export interface Coverings {
  plates: number;
  /** By what is written on it. */
  tapes: Partial<Record<FamilyId, number>>;
  tracer: number;
  fabric: number;
}

/**
 * Coverings of a reach as its ticks say. Source: plates = length / plate length × rows; a tape along each line that has one; fabric = length × (girth of the stone + lap).
 */
export function coveringsOf(run: Run, index: number, lines: readonly PlacedLine[]): Coverings {
  const reach = run.reaches[index] as Reach;
  const end = reachEnd(run, index);
  const length = end - reach.from;
  const inReach = linesIn(lines, reach.from, end);
  const along = (lines_: readonly PlacedLine[]) =>
    lines_.reduce((sum, { from, to }) => sum + Math.min(to, end) - Math.max(from, reach.from), 0);
  const tapes: Coverings['tapes'] = {};
  for (const { id } of reach.tapes) {
    const under = inReach.filter((line) => line.id === id);
    for (const { product } of under) tapes[product.family] = (tapes[product.family] ?? 0) + along(under);
  }
  return {
    plates: reach.plates ? Math.ceil(length / reach.plates.length - 1e-9) * plateRows(reach.plates, inReach) : 0,
    tapes,
    tracer: reach.tracer ? along(inReach.filter(({ product }) => product.tracer)) : 0,
    fabric: reach.fabric ? fabricAlong(run, reach, inReach, length) : 0,
  };
}

/** Fabric round the stone of a reach, m²: girth and lap at its stations, even between them where the stone follows the depth. */
function fabricAlong(run: Run, reach: Reach, lines: readonly PlacedLine[], length: number): number {
  const heights = layerHeights(reach, lines);
  const width = (height: number) => fabricWidth(digWidth(reach), reach, height);
  const lead = lines.find(({ leads }) => leads);
  if (!reach.toSurface || !lead) return length * width(heights.surround);
  const to = reach.from + length;
  const inside = [...run.stations, ...run.inverts].map(({ station }) => station).filter((at) => at > reach.from && at < to);
  const at = [...new Set([reach.from, ...inside, to])].sort((a, b) => a - b);
  const girth = (station: number) => width(heightsIn(reach, heights, levelsAt(run, lead.product, reach, station).depth).surround);
  return at.slice(1).reduce((sum, end, i) => {
    const from = at[i] as number;
    return sum + ((girth(from) + girth(end)) / 2) * (end - from);
  }, 0);
}

/**
 * Rows of plates side by side: as set, else as many as cover the power lines from the outermost to the outermost, or all lines where none carries power.
 */
export function plateRows({ width, rows }: NonNullable<Reach['plates']>, lines: readonly PlacedLine[]): number {
  if (rows !== null) return rows;
  const live = lines.filter(({ product }) => families[product.family].mark === 'power');
  const over = live.length > 0 ? live : lines;
  const span = largest(over.map(({ x, product }) => x + product.od / 2)) - smallest(over.map(({ x, product }) => x - product.od / 2));
  return Math.max(1, Math.ceil(span / width - 1e-9));
}

/**
 * Fabric round stone, metres a metre of trench: over the floor, up both sides as they lie, batters and benches too, over its top, and the lap. Source: width =
 * perimeter + lap, lap at least 300 mm.
 * @param height of the stone over the floor, metres.
 */
export function fabricWidth(width: number, { left, right }: Pick<Sides, 'left' | 'right'>, height: number, lap = 0.3): number {
  const top = width + wallOffset(left, height) + wallOffset(right, height);
  return width + lengthUp(left, height) + lengthUp(right, height) + top + lap;
}

/** How long a wall is from the floor up to a height, measured on it, metres. */
function lengthUp(wall: Wall, height: number): number {
  const points = wallPoints(wall, 0, height);
  return points.slice(1).reduce((sum, { offset, height: at }, i) => {
    const before = points[i] as (typeof points)[number];
    return sum + Math.hypot(offset - before.offset, at - before.height);
  }, 0);
}

/** Material that fills something: compacted m³, loose m³ as it is bought, kg, bags. */
export interface Fill {
  material: BeddingId;
  volume: number;
  loose: number;
  mass: number;
  bags: number;
}
/** What a compacted volume takes of a material, m³. */
export function fillOf(material: BeddingId, volume: number): Fill {
  const { density, bulking } = beddings[material];
  return {
    material,
    volume,
    loose: volume * bulking,
    mass: volume * density,
    bags: Math.max(0, Math.ceil((volume * density) / BAG - 1e-9)),
  };
}

/** What a bed lacks between two measured stations, and what tops it up. */
export interface Shortfall extends Fill {
  /** Stretches that lack something: stations and the most missing, metres. */
  stretches: { from: number; to: number; most: number }[];
}

/**
 * Bedding shortfall from thicknesses measured at stations, linear between them. Where two neighbours lie on either side of the design, only the part that
 * lacks counts. Stations ascending, metres.
 */
export function beddingShortfall(
  measured: readonly { station: number; thickness: number }[],
  design: number,
  width: number,
  material: BeddingId,
): Shortfall {
  let volume = 0;
  const stretches: Shortfall['stretches'] = [];
  for (let i = 1; i < measured.length; i++) {
    const [a, b] = [measured[i - 1], measured[i]] as [{ station: number; thickness: number }, { station: number; thickness: number }];
    const [lackA, lackB] = [design - a.thickness, design - b.thickness];
    if (lackA <= 0 && lackB <= 0) continue;
    // Where the bed meets the design between the two, the triangle ends there.
    const cross = lackA * lackB < 0 ? a.station + ((b.station - a.station) * lackA) / (lackA - lackB) : undefined;
    const from = lackA > 0 ? a.station : (cross ?? a.station);
    const to = lackB > 0 ? b.station : (cross ?? b.station);
    volume += ((Math.max(0, lackA) + Math.max(0, lackB)) / 2) * (to - from) * width;
    const last = stretches.at(-1);
    const most = Math.max(lackA, lackB);
    if (last && Math.abs(last.to - from) < 1e-9) Object.assign(last, { to, most: Math.max(last.most, most) });
    else stretches.push({ from, to, most });
  }
  return { ...fillOf(material, volume), stretches };
}
