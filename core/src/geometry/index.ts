export * from './column';
export * from './edge';
export * from './walls';
export * from './polygon';
export * from './ranges';
export * from './linear';
export * from './extents';
export * from './bands';
