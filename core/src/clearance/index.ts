export * from './known';
export * from './windows';
export * from './layers';
export * from './checks';
export * from './dates';

export * from './jobDates';
export * from './access';
export * from './risk';
