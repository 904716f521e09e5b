import { protections, type Service } from '../catalogue';
import { circleBelow, trenchArea } from '../geometry';
import type { Reach } from '../job';

/** Sectional areas of what fills the trench, m². They add up to `trench`. */
export interface LayerAreas {
  trench: number;
  bedding: number;
  surround: number;
  pipe: number;
  fill: number;
}

/** Full dug width at the bottom: the clear width plus the support's panels, metres. */
export const digWidth = (reach: Reach): number => reach.bottomWidth + 2 * protections[reach.protection].panel;

/** Heights above the trench bottom where one layer ends and the next begins, metres. */
export const layerHeights = (reach: Reach, service: Service) => ({
  bedding: reach.bedding,
  crown: reach.bedding + service.od,
  surround: reach.bedding + service.od + reach.surround,
});

/**
 * Areas of a section of the given depth (metres). Layers stop at the ground where the trench is too shallow for them.
 * Fill is the rest, so trench = bedding + surround + pipe + fill by construction.
 */
export function layerAreas(reach: Reach, service: Service, depth: number): LayerAreas {
  const width = digWidth(reach);
  const upTo = (height: number) => trenchArea(width, reach.left, reach.right, Math.min(height, depth));
  const heights = layerHeights(reach, service);
  const trench = upTo(depth);
  const bedding = upTo(heights.bedding);
  const pipe = circleBelow(service.od / 2, depth - heights.bedding);
  const toSurround = upTo(heights.surround);
  return { trench, bedding, pipe, surround: toSurround - bedding - pipe, fill: trench - toSurround };
}
