export * from './errors';
export * from './schema';
export * from './read';
export * from './patch';
export * from './finding';
export * from './blank';
export * from './merge';
export * from './upgrade';
