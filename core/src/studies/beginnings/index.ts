export * from './list';
export * from './begin';
