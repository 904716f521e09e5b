export * from './ground';
export * from './levels';
export * from './profile';
export * from './findings';
