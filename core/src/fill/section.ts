import { levelsAt, reachIndexAt } from '../alignment';
import { EPSILON } from '../geometry';
import { linesIn, placedLines, type Job, type PlacedLine, type Reach, type Run } from '../job';
import { dropOf, heightsIn, isPit, layerHeights, surfaceDepth, type Place } from '../trench';
import { beddings, surfaceMaterials } from '../catalogue';

/** What a trench is filled up past at a station, from the bed up: metres down from the ground beside it, which is what can be marked on its wall. */
export interface FillSection {
  /** The bottom, and the top of the bed everything else goes on. */
  bottom: number;
  bed: number;
  /** Highest top of a line, and the top of the fine fill over it. */
  crown: number;
  fine: number;
  /** Underside of the surface layers. */
  surface: number;
  /** Surface layers, from their underside up. */
  layers: readonly { name: string; from: number; to: number }[];
  material: string;
  width: number;
  reach: Reach;
  lines: readonly PlacedLine[];
}

/** The section to fill at a station; undefined where nothing is dug open. */
export type FillSections = (station: number) => FillSection | undefined;

/**
 * Sections to fill along a run, each worked out once and remembered.
 * @param places the holes of its plan.
 */
export function fillSections(job: Pick<Job, 'products' | 'owners'>, run: Run, places: readonly Place[]): FillSections {
  const laid = placedLines(job, run);
  const [lead] = laid;
  const open = places.filter((place) => !isPit(place));
  const drops = run.reaches.map((reach, i) => dropOf(linesIn(laid, reach.from, run.reaches[i + 1]?.from ?? Infinity)));
  const known = new Map<number, FillSection | undefined>();
  const make = (station: number): FillSection | undefined => {
    if (!lead || !open.some(({ from, to }) => station >= from - EPSILON && station <= to + EPSILON)) return undefined;
    const index = reachIndexAt(run, station);
    const reach = run.reaches[index] as Reach;
    const lines = linesIn(laid, station, station);
    const { depth } = levelsAt(run, lead.product, reach, station);
    const { bedding, crown, surround } = heightsIn(reach, layerHeights(reach, lines, drops[index]), depth);
    const top = Math.min(depth, surround);
    const surface = Math.min(surfaceDepth(reach), depth - top);
    let at = 0;
    const layers = reach.restoration.map(({ material, thickness }) => {
      const from = Math.min(surface, at + thickness);
      const layer = { name: surfaceMaterials[material].name, from, to: at };
      at = from;
      return layer;
    });
    return {
      bottom: depth,
      bed: depth - Math.min(depth, bedding),
      crown: depth - Math.min(depth, crown),
      fine: depth - top,
      surface,
      layers: layers.filter(({ from, to }) => from - to > EPSILON).reverse(),
      material: beddings[reach.beddingMaterial].name,
      width: reach.bottomWidth,
      reach,
      lines,
    };
  };
  return (station) => {
    const key = Math.round(station * 1e4) / 1e4;
    if (!known.has(key)) known.set(key, make(station));
    return known.get(key);
  };
}
