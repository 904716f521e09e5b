export * from './work';
export * from './checks';
