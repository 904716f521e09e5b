export * from './reasons';
export * from './clear';
export * from './dig';
export * from './enter';
export { isHeard, type Hearing } from './hearing';
export * from './plansSpoken';
export type { EnterReason, EnterStretch, SafeGate } from './stretches';
export * from './waysOut';
