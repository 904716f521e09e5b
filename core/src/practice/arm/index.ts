export { bestHand, deepestIn, type Floor } from './driver';
export { beginning, exerciseFor, knowingHand, machinesFor, pitOf, sensed, type Exercise } from './exercises';
export {
  ARM_VERSION,
  leverPatterns,
  leversOf,
  newRecording,
  record,
  replayed,
  rounded,
  type LeverPattern,
  type Recording,
  type Thumb,
} from './replay';
export { armEventWords, leastMoves, resultOf, sayResult, type ArmResult } from './result';
export { COLUMN, columnMiddle, surfaceAt, type Strip } from './soil';
export { NO_LEVERS, type ArmEvent, type ArmState, type Hidden, type Levers, type Pit } from './state';
export { begin, IN_LINE, soilIn, step, teethOf, TICK } from './step';
