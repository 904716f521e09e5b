import type { Service } from '../catalogue';
import type { Reach, Run } from '../job';

/** Cover a line needs in a reach: for its kind under this surface, and below the frost; metres. */
export const leastCover = (run: Pick<Run, 'surface'>, service: Service, reach: Pick<Reach, 'frost'>): number =>
  Math.max(service.minCover[run.surface], reach.frost);
