export * from './services';
export * from './ground';
export * from './lines';
export * from './machines';
export * from './structures';
