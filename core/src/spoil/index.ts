export * from './shape';
export * from './heap';
export * from './balance';
export * from './checks';
export * from './carry';
export * from './loads';
