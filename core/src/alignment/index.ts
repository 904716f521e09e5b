// What a screen asks for. The checks, the arithmetic of the level book, and what moves the line (it reads the form of a run) are asked for by their own names.
export * from './ground';
export * from './levels';
export * from './profile';
export * from './bow';
export * from './bores';
export * from './route';
export * from './gravity';
export * from './structures';
export * from './joins';
export * from './onPlan';
export * from './chainage';
export * from './branch';
export { targetsOf, type GradeTargets } from './grade/targets';
