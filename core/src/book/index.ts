export * from './entry';
export * from './registry';
export * from './believed';
export * from './needs';
export * from './photo';
export * from './pictured';
export { happenings, type Happening } from './kinds/happening';
export { checkedLayerIds, checkedLayers, type CheckedLayer, type CheckFact } from './kinds/check';
export { levelMeans, type LevelMeans, type SetUpFact } from './kinds/setUp';
export type { BenchmarkFact } from './kinds/benchmark';
export { marksFault } from './kinds/marks';
export { NO_REVISION, type Inspection } from './kinds/inspection';
export type { AirReading, AirTest } from './kinds/air';
export type { CanTest } from './kinds/can';
export type { ExposureFact } from './kinds/exposure';
export type { LookFact } from './kinds/look';
export type { NoteFact } from './kinds/note';
export type { PressureTest } from './kinds/pressure';
export type { SoilTest } from './kinds/soil';
export type { DeliveredFact, StandingFact } from './kinds/supports';
export { dayPointIds, dayPoints, type DayPoint } from './kinds/machineDay';
export { closureOf, poseIds, poses, type CalibrationFact, type TrialPose } from './kinds/calibration';
export { standPointIds, standPoints, type StandPoint } from './kinds/stand';
export { shiftWorkIds, shiftWorks, weathers, type ShiftFact, type ShiftWork, type Weather } from './kinds/shift';
export { endPointIds, endPoints, type DayEndFact, type EndPoint } from './kinds/dayEnd';
export type { SetOutFact } from './kinds/setOut';
export type { BedFact } from './kinds/bed';
export { bedPointIds, bedPoints, type BedPoint, type BedSeenFact } from './kinds/bedSeen';
export { laidPointIds, laidPoints, type LaidFact, type LaidPoint } from './kinds/laid';
export { jointKindIds, jointKinds, type JointFact, type JointKind, type Made } from './kinds/joint';
export type { DrumInFact } from './kinds/drumIn';
export type { PulledFact } from './kinds/pulled';
export { airMethods, testKindIds, testKinds, type AirMethod, type TestFact, type TestHow, type TestKind } from './kinds/test';
export type { RingFact } from './kinds/ringRead';
export type { WallHoleFact } from './kinds/wallHole';
export { coverPointIds, coverPoints, type CoverPoint, type CoverReadyFact } from './kinds/coverReady';
export type { WitnessedFact } from './kinds/witnessed';
export type { OwedFact } from './kinds/owed';
export {
  compactorIds,
  compactorNames,
  fillSchoolIds,
  fillSchools,
  type CompactorId,
  type FillSchool,
  type FillWayFact,
} from './kinds/fillWay';
export {
  fillLayers,
  fillSides,
  fillToolIds,
  fillTools,
  squeezeIds,
  squeezes,
  type FilledFact,
  type FillMark,
  type FillLayer,
  type FillReadFact,
  type FillSide,
  type FillTool,
  type ReuseFact,
  type Squeeze,
} from './kinds/filled';
export { asLaidThingIds, asLaidThings, type AsLaidFact, type AsLaidPlace, type AsLaidThing, type TiePointFact } from './kinds/asLaid';
export * from './observed';
