export * from './windows';
export * from './layers';
export * from './findings';
