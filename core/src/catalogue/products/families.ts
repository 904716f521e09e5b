import type { UtilityKind } from '../utilities';

/** Lines that keep the same distances. `rank`: custom puts the lower rank lower. `mark`: the marking letter, pattern and colour. */
export interface Family {
  name: string;
  mark: UtilityKind;
  rank: number;
}
export const families = {
  mv: { name: 'Medium-voltage cable', mark: 'power', rank: 0 },
  power: { name: 'Low-voltage cable', mark: 'power', rank: 1 },
  earth: { name: 'Earth conductor', mark: 'power', rank: 1 },
  foul: { name: 'Foul sewer', mark: 'sewer', rank: 1 },
  storm: { name: 'Surface-water or land drain', mark: 'sewer', rank: 2 },
  gas: { name: 'Gas', mark: 'gas', rank: 3 },
  heat: { name: 'Heating or ground loop', mark: 'other', rank: 3 },
  water: { name: 'Drinking water', mark: 'water', rank: 4 },
  control: { name: 'Control or alarm cable', mark: 'telecom', rank: 5 },
  data: { name: 'Data', mark: 'telecom', rank: 6 },
} as const satisfies Record<string, Family>;
export type FamilyId = keyof typeof families;
export const familyIds = Object.keys(families) as [FamilyId, ...FamilyId[]];
