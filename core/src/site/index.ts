export * from './closing';
export * from './register';
export * from './protected';
export * from './holds';
export * from './moves';
