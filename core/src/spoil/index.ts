export * from './heap';
export * from './balance';
export * from './findings';
