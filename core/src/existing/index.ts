export * from './known';
export * from './windows';
export * from './layers';
export * from './checks';
export * from './passing';
export * from './risk';
