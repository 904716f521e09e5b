import { findService, protections } from './catalogue';
import { wallPoints, wallOffset, type Point } from './geometry';
import type { Reach, Run } from './job';
import { isOpen, levelsAt, reachIndexAt, type Levels } from './line';
import { digWidth, layerAreas, layerHeights, type LayerAreas } from './makeup';
import { heapsAt, type Heap } from './spoil';

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
  /** Outline of the surround; the pipe lies within it. Empty where the layer has no thickness. */
  surround: Point[];
  fill: Point[];
  pipe: { centre: Point; radius: number };
  heaps: (Heap & { outline: Point[] })[];
  /** Panels of a shield or shores against the walls, to the ground. */
  panels: Point[][];
  /** Where the line is bored: the hole's radius; nothing is dug. Undefined where it is dug open. */
  bore: number | undefined;
}

/** The section of a run at a station (metres). Every drawing and number at the cursor comes from here. */
export function sectionAt(run: Run, station: number): Section {
  const service = findService(run.service);
  const reachIndex = reachIndexAt(run, station);
  const reach = run.reaches[reachIndex] as Reach;
  const levels = levelsAt(run, service, reach, station);
  const { bottom, depth, ground } = levels;
  const width = digWidth(reach);
  const open = isOpen(reach);
  const areas = open ? layerAreas(reach, service, depth) : { trench: 0, bedding: 0, surround: 0, pipe: 0, fill: 0 };
  const heights = layerHeights(reach, service);
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
    surround: layer(heights.bedding, heights.surround),
    fill: layer(heights.surround, depth),
    pipe: { centre: { x: 0, y: levels.crown - service.od / 2 }, radius: service.od / 2 },
    heaps: (open ? heapsAt(run.spoil, reach, depth, areas.trench) : []).map((heap) => ({ ...heap, outline: heapOutline(heap, ground) })),
    panels: open ? panelOutlines(reach, bottom, ground) : [],
    bore: reach.method.kind === 'bored' ? reach.method.bore / 2 : undefined,
  };
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

function panelOutlines(reach: Reach, bottom: number, ground: number): Point[][] {
  const { panel } = protections[reach.protection];
  if (panel === 0) return [];
  return [-1, 1].map((sign) => {
    const [inside, outside] = [(sign * reach.bottomWidth) / 2, sign * (reach.bottomWidth / 2 + panel)];
    return [
      { x: inside, y: bottom },
      { x: outside, y: bottom },
      { x: outside, y: ground },
      { x: inside, y: ground },
    ];
  });
}
