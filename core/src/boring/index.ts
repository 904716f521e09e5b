export * from './work';
export * from './checks';
export * from './figures';
