export * from './inputs';
export * from './simulate';
