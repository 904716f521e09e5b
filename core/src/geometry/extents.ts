import type { Even } from './linear';
import type { Range } from './ranges';

/** How far a hole reaches to both sides of the centre line at the ground, along a stretch in which both change evenly; metres. */
export interface Extent extends Range {
  left: Even;
  right: Even;
}
