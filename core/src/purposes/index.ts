export * from './given';
export * from './checks';
export * from './house';
export * from './landDrain';
export * from './loops';
export * from './soakaway';
export * from './solid';
