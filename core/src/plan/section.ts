import type { Kit, Product } from '../catalogue';
import { wallPoints, wallOffset, type Point } from '../geometry';
import { cylinderHeights, sheetSchedule, stackOf, supportHeight, type Stack } from '../protection';
import { kitOf, placedLines, linesIn, panelOf, type Job, type PlacedLine, type Patch, type Reach, type Run } from '../job';
import { isOpen, levelsAt, reachEnd, reachIndexAt, type Levels } from '../alignment';
import { digWidth, dropOf, layerAreas, layerHeights, layerLadder, surfaceDepth, tooNarrowForLines, type LayerAreas } from '../trench';
import { resolveRules, type Rules } from '../rules';
import { heapsAt, type Heap } from '../spoil';

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
  /** Level of the warning tape; undefined where there is none. */
  tape: number | undefined;
  /** The lines that lie here, the leading one first. */
  lines: SectionLine[];
  heaps: (Heap & { outline: Point[] })[];
  /** Supports against the walls: their outlines, what braces them across (level of each strut, cylinder or frame), and joints of a stack. */
  panels: Point[][];
  braces: number[];
  joints: number[];
  /** Where the line is bored: the hole's radius; nothing is dug. Undefined where it is dug open. */
  bore: number | undefined;
}

/** A line in a section: its centre and radius in metres. `index` in the run's list. */
export interface SectionLine {
  index: number;
  name: string;
  product: Product;
  centre: Point;
  radius: number;
}

/** The section of a run at a station (metres). Every drawing and number at the cursor comes from here. */
export function sectionAt(job: Pick<Job, 'products' | 'kit' | 'ruleSet' | 'overrides'>, run: Run, station: number): Section {
  const laid = placedLines(job, run);
  const { product } = laid[0] as PlacedLine;
  const reachIndex = reachIndexAt(run, station);
  const reach = run.reaches[reachIndex] as Reach;
  const levels = levelsAt(run, product, reach, station);
  const { bottom, depth, ground } = levels;
  const width = digWidth(reach);
  const open = isOpen(reach);
  const here = linesIn(laid, station, station);
  const drop = dropOf(linesIn(laid, reach.from, reachEnd(run, reachIndex)));
  const heights = layerHeights(reach, here, drop);
  const areas = open ? layerAreas(reach, here, depth, heights) : { trench: 0, bedding: 0, surround: 0, pipe: 0, fill: 0, surface: 0 };
  const surfaceFrom = Math.min(depth, Math.max(heights.surround, depth - surfaceDepth(reach)));
  const { tape } = layerLadder(reach, here, depth, drop);
  const layer = (from: number, to: number) => (open ? layerOutline(reach, width, bottom, Math.min(from, depth), Math.min(to, depth)) : []);
  return {
    ...levels,
    station,
    reachIndex,
    digWidth: width,
    topWidth: open ? width + wallOffset(reach.left, depth) + wallOffset(reach.right, depth) : 0,
    areas,
    trench: layer(0, depth),
    bedding: layer(0, heights.bedding),
    surrounds: heights.bands.map(({ from, to }, i) => layer(i === 0 ? heights.bedding : from, to)).filter(({ length }) => length > 0),
    fills: heights.bands
      .map(({ to }, i) => layer(to, Math.min(depth, heights.bands[i + 1]?.from ?? surfaceFrom)))
      .filter(({ length }) => length > 0),
    surface: layer(surfaceFrom, depth),
    tape: tape === undefined || !open ? undefined : bottom + tape,
    lines: here.map(({ index, name, product: { od }, product: kind, x, up }) => ({
      index,
      name,
      product: kind,
      centre: { x, y: levels.crown - product.od + up + od / 2 },
      radius: od / 2,
    })),
    heaps: (open ? heapsAt(run.spoil, reach, depth, areas.trench) : []).map((heap) => ({ ...heap, outline: heapOutline(heap, ground) })),
    ...(open ? supportsOf(job, reach, bottom, depth) : { panels: [], braces: [], joints: [] }),
    bore: reach.method.kind === 'bored' ? reach.method.bore / 2 : undefined,
  };
}

/** The section at a station of inputs no plan was made of yet; undefined where they could not be dug there. */
export function sectionIfDug(job: Parameters<typeof sectionAt>[0], run: Run, station: number): Section | undefined {
  if (tooNarrowForLines(run, placedLines(job, run)).length > 0) return undefined;
  const section = sectionAt(job, run, station);
  return section.invert < section.ground ? section : undefined;
}

/** The trench between two heights above its bottom, as a closed polygon; empty when it has no height. */
function layerOutline(reach: Reach, width: number, bottom: number, from: number, to: number): Point[] {
  if (to - from <= 0) return [];
  const side = (wall: Reach['left'], sign: 1 | -1): Point[] =>
    wallPoints(wall, from, to).map(({ offset, height }) => ({ x: sign * (width / 2 + offset), y: bottom + height }));
  return [...side(reach.left, -1).reverse(), ...side(reach.right, 1)];
}

function heapOutline(heap: Heap, ground: number): Point[] {
  const sign = heap.side === 'left' ? -1 : 1;
  return [
    { x: sign * heap.inner, y: ground },
    { x: sign * (heap.inner + heap.base / 2), y: ground + heap.height },
    { x: sign * heap.outer, y: ground },
  ];
}

function supportsOf(
  job: Pick<Job, 'kit' | 'ruleSet' | 'overrides'>,
  reach: Reach,
  bottom: number,
  depth: number,
): Pick<Section, 'panels' | 'braces' | 'joints'> {
  const panel = panelOf(reach);
  if (panel === 0) return { panels: [], braces: [], joints: [] };
  const rules = resolveRules(job.ruleSet, job.overrides);
  const kit = kitOf(job, reach.kit);
  const wanted = supportHeight(reach, depth, rules);
  const stack = kit?.kind === 'shield' ? stackOf(kit, wanted) : undefined;
  const toe = kit?.kind === 'sheets' && reach.protection === 'sheets' ? kit.toe : 0;
  const [low, high] = [bottom - toe, bottom + (stack?.height ?? wanted)];
  const panels = [-1, 1].map((sign) => {
    const [inside, outside] = [(sign * reach.bottomWidth) / 2, sign * (reach.bottomWidth / 2 + panel)];
    return [
      { x: inside, y: low },
      { x: outside, y: low },
      { x: outside, y: high },
      { x: inside, y: high },
    ];
  });
  return {
    panels,
    braces: bracesOf(reach, kit, stack, depth, rules).map((height) => bottom + height),
    joints:
      stack && kit?.kind === 'shield' ? Array.from({ length: stack.extensions }, (_, i) => bottom + kit.height + i * kit.extension) : [],
  };
}

/** Heights above the floor at which supports are braced across: two struts to a box, the cylinders of a rail, the frames. */
function bracesOf(reach: Reach, kit: Kit | undefined, stack: Stack | undefined, depth: number, rules: Rules): number[] {
  if (reach.protection === 'shores') return cylinderHeights(depth, rules);
  if (reach.protection === 'sheets') return kit?.kind === 'sheets' ? sheetSchedule(kit, { depth, length: 1 }).frames : [depth / 2];
  const height = kit?.kind === 'shield' ? kit.height : depth;
  const base = [height * 0.35, height * 0.85];
  return kit?.kind === 'shield' && stack
    ? [...base, ...Array.from({ length: stack.extensions }, (_, i) => kit.height + (i + 0.7) * kit.extension)]
    : base;
}

/** The changes that put a line's centre where it was dragged to in a section, to the millimetre; the leading line goes sideways only. */
export function movedLine(run: Run, section: Section, index: number, centre: Point): Patch[] {
  const line = section.lines.find((other) => other.index === index);
  const lead = section.lines[0];
  if (!line || !lead) return [];
  const millimetre = (value: number) => Math.round(value * 1000) / 1000;
  const up = index === 0 ? 0 : millimetre(centre.y - line.radius - (lead.centre.y - lead.radius));
  return [{ path: ['laid', index], value: { ...run.laid[index], x: millimetre(centre.x), up } }];
}
