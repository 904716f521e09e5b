import { culvertCover } from '../alignment/bank';
import type { Product } from '../catalogue';
import type { Reach, Run } from '../job';

/** Cover a line needs in a reach: for its kind under this surface, and below the frost; over a culvert by what passes, its size and the ruts; metres. */
export const leastCover = (run: Pick<Run, 'surface' | 'culvert'>, product: Product, reach: Pick<Reach, 'frost'>): number =>
  run.culvert && product.roughness > 0 ? culvertCover(run.culvert, product) : Math.max(product.minCover[run.surface], reach.frost);
