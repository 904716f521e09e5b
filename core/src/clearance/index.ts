export * from './dates';
export * from './jobDates';
export * from './access';
