export * from './length';
export * from './slope';
export * from './amount';
export * from './count';
export * from './flow';
export type { Parsed, UnitSystem } from './parsed';
export * from './earth';
export * from './told';
export * from './round';
