export * from './exit';
