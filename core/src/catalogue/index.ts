export * from './services';
export * from './ground';
