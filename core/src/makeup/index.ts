export * from './layers';
export * from './width';
export * from './findings';
