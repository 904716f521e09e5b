export * from './context';
export * from './checks';
export * from './ground';
export * from './plan';
export * from './mends';
export * from './section';
export * from './scene';
