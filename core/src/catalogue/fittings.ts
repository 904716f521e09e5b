/** What stands on a service into a building, as it is said. */
export const fittingNames = {
  curbValve: 'Curb valve',
  stopValve: 'Stop valve',
  drainCock: 'Drain cock',
  reducer: 'Pressure reducer',
  nonReturn: 'Check valve',
  meter: 'Meter',
} as const;
export type FittingKind = keyof typeof fittingNames;
export const fittingKinds = Object.keys(fittingNames) as [FittingKind, ...FittingKind[]];
