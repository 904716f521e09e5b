export * from './limits';
export * from './roles';
export * from './schema';
