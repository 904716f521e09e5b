export * from './ruleSets';
export * from './resolve';
