export * from './heap';
export * from './balance';
export * from './findings';
export * from './carry';
export * from './loads';
