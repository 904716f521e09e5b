import type { UtilityKind } from '../utilities';

/** Lines that keep the same distances. `rank`: custom puts the lower rank lower. `mark`: the marking letter, pattern and colour. `tape`: what its warning tape says. */
export interface Family {
  name: string;
  tape: string;
  mark: UtilityKind;
  rank: number;
}
export const families = {
  mv: { name: 'Medium-voltage cable', tape: 'High voltage cable below', mark: 'power', rank: 0 },
  power: { name: 'Low-voltage cable', tape: 'Electric cable below', mark: 'power', rank: 1 },
  earth: { name: 'Earth conductor', tape: 'Earth conductor below', mark: 'power', rank: 1 },
  foul: { name: 'Foul sewer', tape: 'Sewer below', mark: 'sewer', rank: 1 },
  storm: { name: 'Surface-water or land drain', tape: 'Drain below', mark: 'sewer', rank: 2 },
  gas: { name: 'Gas', tape: 'Gas pipe below', mark: 'gas', rank: 3 },
  heat: { name: 'Heating or ground loop', tape: 'Heating pipe below', mark: 'heat', rank: 3 },
  water: { name: 'Drinking water', tape: 'Water pipe below', mark: 'water', rank: 4 },
  control: { name: 'Control or alarm cable', tape: 'Control cable below', mark: 'telecom', rank: 5 },
  data: { name: 'Data', tape: 'Data cable below', mark: 'telecom', rank: 6 },
} as const satisfies Record<string, Family>;
export type FamilyId = keyof typeof families;
export const familyIds = Object.keys(families) as [FamilyId, ...FamilyId[]];
