export * from './services';
export * from './ground';
export * from './lines';
