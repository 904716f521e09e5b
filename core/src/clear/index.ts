export * from './known';
export * from './windows';
export * from './layers';
export * from './findings';
export * from './dates';
export * from './gate';
export * from './wayIn';
export * from './risk';
