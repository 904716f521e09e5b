export { changesBetween, type Issuable } from './changes';
export { drift } from './drift';
export * from './figures';
export * from './jobInForce';
export * from './revision';
