export * from './layers';
export * from './width';
export * from './cover';
export * from './buckets';
export * from './joint';
export * from './findings';
export * from './arrange';
export * from './offers';
