/** What a run may enter or pass. At a `turns` structure a rigid pipe may change direction and gradient. */
export const structureTypes = {
  chamber: { name: 'Chamber', letter: 'C', turns: true },
  junction: { name: 'Branch fitting', letter: 'J', turns: true },
  gully: { name: 'Gully', letter: 'G', turns: true },
  pole: { name: 'Pole', letter: 'P', turns: true },
  wellhead: { name: 'Wellhead', letter: 'W', turns: true },
  entry: { name: 'Building entry', letter: 'B', turns: true },
  trial: { name: 'Trial pit', letter: 'T', turns: false },
} as const;
export type StructureKind = keyof typeof structureTypes;
export const structureKinds = Object.keys(structureTypes) as [StructureKind, ...StructureKind[]];
