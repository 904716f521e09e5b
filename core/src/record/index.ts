export * from './ties';
export * from './points';
export * from './lies';
export * from './wanting';
export * from './record';
export * from './pack';
export * from './says';
