export { bestHand, deepestIn, type Floor } from './driver';
export { beginning, exerciseFor, knowingHand, machinesFor, pitOf, sensed, usualBucket, type Exercise } from './exercises';
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
export { armEventWords, leastMoves, resultOf, sayNow, sayResult, type ArmResult, type FloorResult } from './result';
export { COLUMN, columnMiddle, surfaceAt, type Strip } from './soil';
export {
  NO_LEVERS,
  type ArmEvent,
  type ArmState,
  type BoxIn,
  type BoxState,
  type Hidden,
  type Hung,
  type Levers,
  type Pit,
  type PipeLift,
} from './state';
export { eyeOf } from './lifting';
export { IN_LINE, teethOf, TICK } from './motion';
export { begin, soilIn, step } from './step';
