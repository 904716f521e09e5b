export * from './chain';
export * from './check';
export * from './file';
export * from './heads';
export * from './seals';
