export * from './ruleSets';
export * from './resolve';
export * from './quantities';
export * from './fusion';
