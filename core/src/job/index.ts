export * from './errors';
export * from './limits';
// Forms are in './schema', and who holds something against them or brings old documents over asks for './observed', './file' and './upgrade': what only reads
// what is there does not carry them.
export type * from './schema';
export * from './read';
export * from './plain';
export * from './patch';
export * from './finding';
export * from './check';
export * from './placedLines';
export * from './cables';
export * from './tools';
export * from './blank';
export * from './clean';
export * from './merge';
export * from './fingerprint';
export * from './found';
