import type { Kit, Product, Protection } from '../catalogue';
import { trenchArea, wallPoints, wallOffset, type Point } from '../geometry';
import { cylinderHeights, frameHeights, railFor, stackOf, supportHeight, type Sided, type Stack } from '../protection';
import {
  kitOf,
  machineOf,
  placedLines,
  linesIn,
  panelOf,
  type Job,
  type PlacedLine,
  type Patch,
  type Reach,
  type Run,
  type Sides,
  type Wall,
} from '../job';
import { extent, levelsAt, reachEnd, reachIndexAt, type Levels } from '../alignment';
import {
  depthIn,
  digWidth,
  dropOf,
  dugWidth,
  isPit,
  layerAreas,
  heightsIn,
  layerHeights,
  tapesOver,
  runsLoose,
  surfaceDepth,
  type LayerAreas,
  type Place,
} from '../trench';
import { tooNarrowForLines } from '../trench';
import { resolveRules, type Rules } from '../rules';
import { farTop, heapsAt, type Heap } from '../spoil';

/** One cross-section, to scale: `x` metres right of the centre line looking up the run, `y` level in metres. */
export interface Section extends Levels {
  station: number;
  reachIndex: number;
  /** Dug width at the bottom and at the ground, metres. */
  digWidth: number;
  topWidth: number;
  areas: LayerAreas;
  trench: Point[];
  bedding: Point[];
  /** Outlines of the fine fill round and over the lines, bottom up. */
  surrounds: Point[][];
  /** Outlines of the fill, bottom up: between the rows, and over them to the ground. */
  fills: Point[][];
  /** The layers at the top. */
  surface: Point[];
  /** Warning tapes where they lie, each over its line. */
  tapes: { id: string; at: Point; words: string }[];
  /** The lines that lie here, the leading one first. */
  lines: SectionLine[];
  heaps: (Heap & { outline: Point[] })[];
  /** Id of the pit it shows; undefined where it is of the trench. */
  pit: string | undefined;
  /** Supports against the walls: their outlines, what braces them across (level of each strut, cylinder or frame), and joints of a stack. */
  panels: Point[][];
  braces: number[];
  joints: number[];
  /** Where the line is bored: the hole's radius; nothing is dug. Undefined where it is dug open. */
  bore: number | undefined;
}

/** A line in a section: its centre and radius in metres. */
export interface SectionLine {
  id: string;
  name: string;
  product: Product;
  centre: Point;
  radius: number;
}

/**
 * The section of a run at a station (metres). Every drawing and number at the cursor comes from here.
 * @param place the hole it is of: a pit, or a reach where the station is the end of two. Without it the trench at the station.
 */
export function sectionAt(
  job: Pick<Job, 'products' | 'owners' | 'kit' | 'ruleSet' | 'overrides' | 'machine' | 'machines'>,
  run: Run,
  station: number,
  place?: Place,
): Section {
  const laid = placedLines(job, run);
  const { product } = laid[0] as PlacedLine;
  const reachIndex = place?.reach ?? reachIndexAt(run, station);
  const reach = run.reaches[reachIndex] as Reach;
  const { start, end } = extent(run);
  const levels = levelsAt(run, product, reach, Math.min(end, Math.max(start, station)));
  const here = linesIn(laid, station, station);
  const shown: Section = {
    ...levels,
    station,
    reachIndex,
    digWidth: digWidth(reach),
    topWidth: 0,
    areas: NOTHING,
    trench: [],
    bedding: [],
    surrounds: [],
    fills: [],
    surface: [],
    tapes: [],
    lines: here.map(({ id, name, product: { od }, product: kind, x, up }) => ({
      id,
      name,
      product: kind,
      centre: { x, y: levels.crown - product.od + up + od / 2 },
      radius: od / 2,
    })),
    heaps: [],
    pit: undefined,
    panels: [],
    braces: [],
    joints: [],
    bore: undefined,
  };
  if (place && isPit(place)) return { ...shown, ...pitSection(job, place, levels.ground, station) };
  if (reach.method.kind === 'bored') return { ...shown, bore: reach.method.bore / 2 };
  return { ...shown, ...openSection(job, run, reach, levels, here, linesIn(laid, reach.from, reachEnd(run, reachIndex))) };
}
const NOTHING: LayerAreas = { trench: 0, bedding: 0, surround: 0, pipe: 0, fill: 0, surface: 0 };

/** What is dug open, laid and filled in a reach. @param here the lines at the station. @param along those in all of the reach. */
function openSection(
  job: Pick<Job, 'kit' | 'ruleSet' | 'overrides' | 'machine' | 'machines'>,
  run: Run,
  reach: Reach,
  { bottom, depth, ground }: Levels,
  here: readonly PlacedLine[],
  along: readonly PlacedLine[],
): Partial<Section> {
  const width = digWidth(reach);
  const drop = dropOf(along);
  const heights = heightsIn(reach, layerHeights(reach, here, drop), depth);
  const areas = layerAreas(reach, here, depth, heights);
  const surfaceFrom = Math.min(depth, Math.max(heights.surround, depth - surfaceDepth(reach)));
  const lowest = Math.max(0, heights.bands[0]?.from ?? 0);
  const layer = (from: number, to: number) => layerOutline(reach, width, bottom, Math.min(from, depth), Math.min(to, depth));
  const sided = { sides: reach, ends: undefined, soil: reach.soil, granular: runsLoose(run) };
  return {
    topWidth: width + wallOffset(reach.left, depth) + wallOffset(reach.right, depth),
    areas,
    trench: layer(0, depth),
    bedding: layer(lowest, heights.bedding),
    surrounds: heights.bands.map(({ from, to }, i) => layer(i === 0 ? heights.bedding : from, to)).filter(({ length }) => length > 0),
    fills: [
      layer(0, lowest),
      ...heights.bands.map(({ to }, i) => layer(to, Math.min(depth, heights.bands[i + 1]?.from ?? surfaceFrom))),
    ].filter(({ length }) => length > 0),
    surface: layer(surfaceFrom, depth),
    tapes: tapesOver(reach, here, depth, heights).map(({ id, x, height, words }) => ({ id, at: { x, y: bottom + height }, words })),
    heaps: heapsAt(run.spoil, reach, depth, areas.trench, machineOf(job).arm).map((heap) => ({
      ...heap,
      outline: heapOutline(heap, ground),
    })),
    ...supportsOf(job, sided, reach.bottomWidth, bottom, depth),
  };
}

/** A pit as it is dug: nothing is laid in it here but the lines that pass. */
function pitSection(job: Pick<Job, 'kit' | 'ruleSet' | 'overrides'>, place: Place, ground: number, station: number): Partial<Section> {
  const depth = depthIn(place, station);
  const bottom = ground - depth;
  const width = dugWidth(place);
  const { left, right } = place.sides;
  return {
    pit: place.id,
    depth,
    bottom,
    digWidth: width,
    topWidth: width + wallOffset(left, depth) + wallOffset(right, depth),
    areas: { ...NOTHING, trench: trenchArea(width, left, right, depth) },
    trench: layerOutline(place.sides, width, bottom, 0, depth),
    ...supportsOf(job, place, place.width, bottom, depth),
  };
}

/** The section at a station of inputs no plan was made of yet; undefined where they could not be dug there. */
export function sectionIfDug(job: Parameters<typeof sectionAt>[0], run: Run, station: number): Section | undefined {
  if (tooNarrowForLines(run, placedLines(job, run)).length > 0) return undefined;
  const section = sectionAt(job, run, station);
  return section.invert < section.ground ? section : undefined;
}

/** The trench between two heights above its bottom, as a closed polygon; empty when it has no height. */
function layerOutline({ left, right }: Pick<Sides, 'left' | 'right'>, width: number, bottom: number, from: number, to: number): Point[] {
  if (to - from <= 0) return [];
  const side = (wall: Wall, sign: 1 | -1): Point[] =>
    wallPoints(wall, from, to).map(({ offset, height }) => ({ x: sign * (width / 2 + offset), y: bottom + height }));
  return [...side(left, -1).reverse(), ...side(right, 1)];
}

function heapOutline(heap: Heap, ground: number): Point[] {
  const sign = heap.side === 'left' ? -1 : 1;
  return [
    { x: sign * heap.inner, y: ground },
    { x: sign * (farTop(heap) - heap.top), y: ground + heap.height },
    ...(heap.top > 0 ? [{ x: sign * farTop(heap), y: ground + heap.height }] : []),
    { x: sign * heap.outer, y: ground },
  ];
}

function supportsOf(
  job: Pick<Job, 'kit' | 'ruleSet' | 'overrides'>,
  sided: Sided,
  clear: number,
  bottom: number,
  depth: number,
): Pick<Section, 'panels' | 'braces' | 'joints'> {
  const { protection, kit: id } = sided.sides;
  const panel = panelOf(sided.sides);
  if (panel === 0) return { panels: [], braces: [], joints: [] };
  const rules = resolveRules(job.ruleSet, job.overrides);
  const kit = kitOf(job, id);
  const wanted = supportHeight(sided, depth, rules);
  const stack = kit?.kind === 'shield' ? stackOf(kit, wanted) : undefined;
  const toe = kit?.kind === 'sheets' && protection === 'sheets' ? kit.toe : 0;
  const [low, high] = [bottom - toe, bottom + (stack?.height ?? wanted)];
  const panels = [-1, 1].map((sign) => {
    const [inside, outside] = [(sign * clear) / 2, sign * (clear / 2 + panel)];
    return [
      { x: inside, y: low },
      { x: outside, y: low },
      { x: outside, y: high },
      { x: inside, y: high },
    ];
  });
  return {
    panels,
    braces: bracesOf(protection, kit, stack, depth, rules).map((height) => bottom + height),
    joints:
      stack && kit?.kind === 'shield' ? Array.from({ length: stack.extensions }, (_, i) => bottom + kit.height + i * kit.extension) : [],
  };
}

/** Heights above the floor at which supports are braced across: two struts to a box, the cylinders of a rail, the frames. */
function bracesOf(protection: Protection, kit: Kit | undefined, stack: Stack | undefined, depth: number, rules: Rules): number[] {
  if (protection === 'shores')
    return (kit?.kind === 'shores' ? railFor(kit, depth, rules)?.cylinders : undefined) ?? cylinderHeights(depth, rules);
  if (protection === 'sheets') return kit?.kind === 'sheets' ? frameHeights(kit, depth) : [depth / 2];
  const height = kit?.kind === 'shield' ? kit.height : depth;
  const base = [kit?.kind === 'shield' ? kit.strut : height * 0.35, height * 0.85];
  return kit?.kind === 'shield' && stack
    ? [...base, ...Array.from({ length: stack.extensions }, (_, i) => kit.height + (i + 0.7) * kit.extension)]
    : base;
}

/** The changes that put a line's centre where it was dragged to in a section, to the millimetre; the leading line goes sideways only. */
export function movedLine(run: Run, section: Section, id: string, centre: Point): Patch[] {
  const line = section.lines.find((other) => other.id === id);
  const [lead] = section.lines;
  if (!line || !lead) return [];
  const millimetre = (value: number) => Math.round(value * 1000) / 1000;
  const up = id === run.laid[0]?.id ? 0 : millimetre(centre.y - line.radius - (lead.centre.y - lead.radius));
  return [
    { path: ['laid', id, 'x'], value: millimetre(centre.x) },
    { path: ['laid', id, 'up'], value: up },
  ];
}
