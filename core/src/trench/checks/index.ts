export * from './loads';
export * from './flotation';
export * from './rings';
export * from './cables';
export * from './pull';
export * from './along';
export * from './cableChecks';
export * from './report';
