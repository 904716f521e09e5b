import { beddings, surfaceMaterials } from '../catalogue';
import type { PlacedLine, Reach } from '../job';
import { heightsIn, layerHeights, surfaceDepth } from './layers';
import { tapesOver, type PlacedTape } from './tapes';

/** What a layer is made by: the key of the reach's input that sets its thickness, where there is one. */
export type Rung = {
  kind: 'bed' | 'lines' | 'fine' | 'fill' | 'surface';
  name: string;
  /** Heights above the trench bottom, metres. */
  from: number;
  to: number;
  /** Index of a surface layer. */
  surface?: number;
};

/** The layers of a section from the bottom up, and the tapes among them: what a crew builds, in order. Metres above the trench bottom. */
export function layerLadder(
  reach: Reach,
  lines: readonly PlacedLine[],
  depth: number,
  drop?: number,
): { rungs: Rung[]; tapes: PlacedTape[] } {
  const heights = heightsIn(reach, layerHeights(reach, lines, drop), depth);
  const material = beddings[reach.beddingMaterial].name;
  const rungs: Rung[] = [];
  const push = (kind: Rung['kind'], name: string, from: number, to: number, surface?: number) => {
    const end = Math.min(to, depth);
    if (end - from > 1e-9) rungs.push({ kind, name, from, to: end, ...(surface === undefined ? {} : { surface }) });
  };
  const surfaceFrom = Math.max(heights.surround, depth - surfaceDepth(reach));
  push('fill', 'Fill in lifts', 0, Math.max(0, heights.bands[0]?.from ?? 0));
  heights.bands.forEach((band, i) => {
    const inBand = lines.filter((_, k) => {
      const underside = heights.undersides[k] as number;
      return underside >= band.from - 1e-9 && underside < band.to;
    });
    const bedTop = Math.min(...inBand.map((line) => heights.undersides[lines.indexOf(line)] as number));
    const crown = Math.max(...inBand.map((line) => (heights.undersides[lines.indexOf(line)] as number) + line.product.od));
    push('bed', `Bed: ${material}`, band.from, bedTop);
    push('lines', inBand.map(({ name }) => name).join(', '), bedTop, crown);
    push('fine', `Fine fill: ${material}`, crown, band.to);
    push('fill', 'Fill in lifts', band.to, heights.bands[i + 1]?.from ?? surfaceFrom);
  });
  let at = depth;
  reach.restoration.forEach(({ material: top, thickness }, index) => {
    const from = Math.max(surfaceFrom, at - thickness);
    push('surface', surfaceMaterials[top].name, from, at, index);
    at = from;
  });
  rungs.sort((a, b) => a.from - b.from);
  return { rungs, tapes: tapesOver(reach, lines, depth, heights) };
}
