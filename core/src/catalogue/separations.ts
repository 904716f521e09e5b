import type { RuleSetId } from '../rules';
import { FOOT, INCH } from '../units';
import type { FamilyId } from './products';

/**
 * What keeps two families of line apart: clear by `across` side by side, or clear by `over` one above the other, metres; one of the two is enough.
 * `upper`: which of the two must be the upper where they lie one over the other; null: never one over the other; absent: either.
 */
export interface Separation {
  between: readonly [FamilyId, FamilyId];
  across: number;
  over: number;
  upper?: FamilyId | null;
  basis: string;
}

const OWNERS = 'Usual distance between lines; their owners may ask for more';
const pair = (a: FamilyId, b: FamilyId, across: number, over: number, basis: string, upper?: FamilyId | null): Separation => ({
  between: [a, b],
  across,
  over,
  basis,
  ...(upper === undefined ? {} : { upper }),
});

/** What holds between two families nothing else is said of, and between two lines of one family, metres. */
export const usualSeparation = {
  apart: 0.3,
  alike: 0.05,
  basis: OWNERS,
  alikeBasis: 'Room to bed and compact between lines of one owner',
} as const;

const common: readonly Separation[] = [
  pair('mv', 'mv', 0.15, 0.15, 'Usual medium-voltage practice: one cable diameter at least, 150–300 mm in parallel for heat'),
  pair('power', 'earth', 0, 0, 'An earth conductor may lie against its cable'),
  pair('mv', 'earth', 0, 0, 'An earth conductor may lie against its cable'),
  pair('data', 'control', 0.05, 0.05, 'Both are signal cables'),
  pair('mv', 'gas', 0.6, 0.6, 'Usual where a power or gas owner asks for it: 600 mm'),
  pair('power', 'water', 0.3, 0.3, 'Usual; no water over a power joint', 'water'),
  pair('heat', 'water', 0.3, 0.3, 'A ground loop freezes what lies against it'),
];
const sewers = (across: number, over: number, basis: string): Separation[] => [
  pair('water', 'foul', across, over, basis, 'water'),
  pair('water', 'storm', 0.3, 0.3, OWNERS),
];

/** What each school asks between lines in one trench. */
export const separations: Record<RuleSetId, readonly Separation[]> = {
  US: [...common, ...sewers(10 * FOOT, 18 * INCH, 'Usual US practice: water 18 in above a sewer, or 10 ft beside it')],
  UK: [...common, ...sewers(3, 0.3, 'Usual practice: water 300 mm above a foul sewer, or 3 m beside it')],
  AUNZ: [...common, ...sewers(3, 0.3, 'Usual practice: water 300 mm above a foul sewer, or 3 m beside it')],
};
