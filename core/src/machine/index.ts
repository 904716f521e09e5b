export * from './exit';
export * from './reach';
export * from './fit';
