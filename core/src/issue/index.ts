export * from './changes';
export * from './revision';
