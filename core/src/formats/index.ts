export * from './csv';
