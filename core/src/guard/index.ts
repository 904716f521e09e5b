export * from './slopes';
export * from './thresholds';
export * from './findings';
