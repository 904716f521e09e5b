import type { RuleSetId } from '../rules';

/** Kinds of line that may lie in the ground already. */
export const utilityKinds = ['power', 'gas', 'fuel', 'telecom', 'water', 'sewer', 'reclaimed', 'heat', 'other'] as const;
export type UtilityKind = (typeof utilityKinds)[number];

/** How a kind is marked: never by colour alone, always with its letter and dash pattern (pixels). */
export interface UtilityMark {
  name: string;
  letter: string;
  dash: string;
  colour: Record<RuleSetId, string>;
}

const [RED, YELLOW, ORANGE, BLUE, GREEN, PURPLE, BLACK, GREY, BROWN, WHITE, CREAM] = [
  '#c4161c',
  '#f2c200',
  '#e8730c',
  '#1560bd',
  '#1e7b34',
  '#7a3e9d',
  '#1a1a1a',
  '#6b6b6b',
  '#6b4423',
  '#fafafa',
  '#efe3b5',
];
const all = (colour: string): Record<RuleSetId, string> => ({ US: colour, UK: colour, AUNZ: colour });

/** Public marking colours by rule set. */
export const utilityMarks: Record<UtilityKind, UtilityMark> = {
  power: { name: 'Power', letter: 'E', dash: '10 3', colour: { US: RED, UK: BLACK, AUNZ: ORANGE } },
  gas: { name: 'Gas', letter: 'G', dash: '4 3', colour: all(YELLOW) },
  fuel: { name: 'Fuel or oil', letter: 'F', dash: '4 2 1 2', colour: all(YELLOW) },
  telecom: { name: 'Telecom or data', letter: 'T', dash: '2 3', colour: { US: ORANGE, UK: GREY, AUNZ: WHITE } },
  water: { name: 'Drinking water', letter: 'W', dash: '12 2 2 2', colour: all(BLUE) },
  sewer: { name: 'Sewer or drain', letter: 'S', dash: '8 2', colour: { US: GREEN, UK: BROWN, AUNZ: CREAM } },
  reclaimed: { name: 'Reclaimed water', letter: 'R', dash: '6 2 2 2', colour: all(PURPLE) },
  heat: { name: 'Heating or ground loop', letter: 'H', dash: '8 2 1 2 1 2', colour: all(BLACK) },
  other: { name: 'Not known', letter: '?', dash: '3 3', colour: all(BLACK) },
};

/** What the position of a line rests on, with how far it may be off, metres. Marks are a best guess. */
export const evidences = {
  drawing: { name: 'Drawing only', uncertainty: 1.5, basis: 'Drawings may be mirrored or measured from the wrong reference: 1.5 m' },
  detected: { name: 'Detected', uncertainty: 0.3, basis: 'Locators misread beside other lines: 0.3 m' },
  exposed: { name: 'Exposed', uncertainty: 0, basis: 'Seen and measured' },
} as const;
export type Evidence = keyof typeof evidences;
export const evidenceIds = Object.keys(evidences) as [Evidence, ...Evidence[]];

/** Lines the public locators do not mark: ask the owner about each. */
export const privateLineNames = {
  yardLights: 'Yard lights and outbuildings',
  irrigation: 'Irrigation and ponds',
  septic: 'Septic tank and soakaways',
  farmPipes: 'Farm and trough pipes',
  ownData: 'Own data and alarm cables',
  tank: 'Fuel or gas from a tank',
} as const;
export type PrivateLineKind = keyof typeof privateLineNames;
export const privateLineKinds = Object.keys(privateLineNames) as [PrivateLineKind, ...PrivateLineKind[]];
