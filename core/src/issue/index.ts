export * from './changes';
export { drift } from './drift';
export * from './figures';
export * from './jobInForce';
export { saysMoved } from './moved';
export * from './revision';
