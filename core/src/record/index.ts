export * from './ties';
export * from './points';
export * from './lies';
export * from './wanting';
export * from './pack';
export * from './says';
