import type { Product } from '../catalogue';
import type { Reach, Run } from '../job';

/** Cover a line needs in a reach: for its kind under this surface, and below the frost; metres. */
export const leastCover = (run: Pick<Run, 'surface'>, product: Product, reach: Pick<Reach, 'frost'>): number =>
  Math.max(product.minCover[run.surface], reach.frost);
