export * from './reasons';
export * from './clear';
export * from './dig';
export * from './enter';
export * from './cover';
export * from './waysOut';
