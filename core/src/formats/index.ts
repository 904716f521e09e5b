export * from './csv';
export * from './geojson';
export * from './landxml';
export * from './dxf';
export * from './ics';
export { refuse } from './refuse';
export * from './order';
export * from './book';
export * from './asLaid';
