/**
 * What a run may enter or pass, and holes dug for themselves. At a `turns` structure a rigid pipe may change direction and gradient. `pit` is the hole
 * dug for one at first: length along the run, width, how much deeper than the trench (metres), and whether people get in.
 */
export const structureTypes = {
  chamber: { name: 'Chamber', letter: 'C', turns: true, pit: { length: 1.2, width: 1.2, below: 0.15, entry: true } },
  junction: { name: 'Branch fitting', letter: 'J', turns: true, pit: null },
  gully: { name: 'Gully', letter: 'G', turns: true, pit: null },
  pole: { name: 'Pole', letter: 'P', turns: true, pit: null, loops: true },
  pillar: { name: 'Pillar or cabinet', letter: 'F', turns: true, pit: null, loops: true },
  wellhead: { name: 'Wellhead', letter: 'W', turns: true, pit: null },
  entry: { name: 'Building entry', letter: 'B', turns: true, pit: null },
  trial: { name: 'Trial pit', letter: 'T', turns: false, pit: { length: 1.2, width: 1.2, below: 0, entry: true } },
  joint: { name: 'Joint bay', letter: 'JB', turns: false, pit: { length: 2, width: 1.2, below: 0, entry: true } },
  rodding: { name: 'Rodding point', letter: 'R', turns: true, pit: null },
  soakaway: { name: 'Soakaway', letter: 'SA', turns: false, pit: { length: 1.5, width: 1, below: 1, entry: false } },
  endSection: { name: 'End section', letter: 'E', turns: true, pit: { length: 1, width: 1.2, below: 0.45, entry: false } },
  sump: { name: 'Sump', letter: 'S', turns: false, pit: { length: 0.8, width: 0.8, below: 0.5, entry: false } },
} as const;
/** Does a cable go in and out of one, cut there and joined by its terminals? */
export const loopsAt = (kind: StructureKind): boolean => 'loops' in structureTypes[kind];
export type StructureKind = keyof typeof structureTypes;
export const structureKinds = Object.keys(structureTypes) as [StructureKind, ...StructureKind[]];
