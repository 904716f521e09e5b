export * from './length';
export * from './slope';
export * from './amount';
export type { Parsed, UnitSystem } from './parsed';
