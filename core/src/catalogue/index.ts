export * from './services';
export * from './bedding';
export * from './separations';
export * from './cover';
export * from './ground';
export * from './lines';
export * from './machines';
export * from './structures';
