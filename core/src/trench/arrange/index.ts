export * from './problem';
export * from './apart';
export * from './best';
export { leastArea, type Effort } from './search';
export type { Arrangement, Governs } from './settle';
export { tidy } from './tidy';
