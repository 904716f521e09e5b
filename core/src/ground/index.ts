export * from './classify';
export * from './evidence';
export * from './water';
export * from './reader';
