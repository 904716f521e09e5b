export * from './arm';
export * from './drills';
export * from './names';
export * from './progress';
export * from './tasks';
export { runExercise, type CrossedLine } from './ownRun';
