import type { RuleSetId } from '../rules';
import { ruleSets } from '../rules';
import { privateLineKinds } from '../catalogue';
import type { Clearance, Conditions, ExistingLine, Job, LaidLine, Logistics, Pace, Pinch, PitBody, Reach, Run, Sides } from './schema';
import type { UnitSystem } from '../units';

/** Gives ids nothing else has: by chance, so that two people who add something at once never give the same. */
export type NewId = () => string;

/** An id made from words, for things a document begins with. */
export const idFrom = (words: string): string => words.replace(/[^A-Za-z0-9]+/g, '-').replace(/^-+|-+$/g, '') || 'x';

/** Nothing asked for and nothing known yet. */
export const blankClearance = (): Clearance => ({
  permit: null,
  request: null,
  privateLines: privateLineKinds.map((kind) => ({ kind, answer: 'open' })),
  holidays: [],
  pinches: [],
  publicSide: { classed: '', measures: '' },
  tasks: [],
});

/** A crew of three with a lorry of a usual size. Source: 45–50 minutes of an hour are worked. */
const blankPace = (): Pace => ({ people: 3, shift: 8, minutes: 47, barrow: 0.08, lorry: { volume: 9, payload: 16_000 } });

/** Rates are placeholders in the money of the rule set. */
export const blankRates = (ruleSet: RuleSetId): Job['rates'] => ({
  currency: ruleSets[ruleSet].currency,
  dig: 45,
  bedding: 60,
  crew: 40,
  fuel: 1.5,
  handle: 4,
  haul: 6,
  off: 28,
  prices: [],
  waste: 0.05,
});

/** A job to start from. */
export const blankJob = (name: string, ruleSet: RuleSetId = 'UK', units: UnitSystem = 'metric'): Job => ({
  name,
  archived: false,
  ruleSet,
  units,
  overrides: [],
  machine: 't17',
  origin: null,
  clearance: blankClearance(),
  buckets: [],
  products: [],
  separations: [],
  owners: [],
  rates: blankRates(ruleSet),
  kit: [],
  machines: [],
  pace: blankPace(),
});

/** What a new run asks for; everything else starts at a sensible default and is one touch away. */
export interface RunStart {
  name: string;
  /** Length of the line, metres. */
  length: number;
  /** Ground level at the start and end; level ground at 10 m when not known yet. */
  ground?: { start: number; end: number };
  product: string;
  cover: number;
  ruleSet: RuleSetId;
}

export const blankConditions = (): Conditions => ({
  beside: [],
  lift: null,
  open: 12,
  badAir: false,
  permeability: null,
  rain: 20e-3 / 3600,
  outlet: 1,
});
export const blankLogistics = (): Logistics => ({ byHand: [], gaps: [], suspect: [], stockpile: null, drums: [], delivery: 0, lost: 0.1 });

/** What a run holds besides its line, levels and reaches while nobody has said anything of it. */
export const blankRunExtras = (): Pick<
  Run,
  | 'archived'
  | 'inverts'
  | 'route'
  | 'structures'
  | 'clearing'
  | 'access'
  | 'targets'
  | 'flow'
  | 'culvert'
  | 'landDrain'
  | 'house'
  | 'loops'
  | 'levelBook'
  | 'existing'
  | 'water'
  | 'conditions'
  | 'logistics'
> => ({
  archived: false,
  conditions: blankConditions(),
  logistics: blankLogistics(),
  inverts: [],
  route: [],
  structures: [],
  existing: [],
  access: { digFrom: 'start', exit: 'both' },
  targets: {},
  flow: null,
  culvert: null,
  landDrain: null,
  house: null,
  loops: null,
  levelBook: null,
  water: [],
});

/** A line in the middle of the trench at the leading line's level, by itself. */
export const blankLaidLine = (name: string, product: string, id = idFrom(name)): LaidLine => ({
  id,
  name,
  product,
  owner: null,
  x: 0,
  up: 0,
  circuit: null,
  holds: [],
  loops: [],
});

/** Upright sides nothing holds. */
export const blankSides = (): Sides => ({
  entry: true,
  left: { kind: 'vertical' },
  right: { kind: 'vertical' },
  protection: 'none',
  kit: null,
  panel: null,
  supportWidths: null,
  shortTerm: null,
  whole: null,
});

/** A pit with upright sides nothing holds, in the ground of its reach. */
export const blankPit = (length: number, width: number, below = 0): PitBody => ({
  length,
  width,
  below,
  soil: null,
  ends: { kind: 'vertical' },
  ...blankSides(),
});

/** Nothing over the fine fill but fill. */
export const blankLayers = (): Pick<Reach, 'compaction' | 'tapes' | 'tracer' | 'plates' | 'fabric' | 'toSurface' | 'restoration'> => ({
  compaction: 'light',
  tapes: [],
  tracer: false,
  plates: null,
  fabric: false,
  toSurface: false,
  restoration: [],
});

/** A reach dug open with vertical unsupported walls. */
export const blankReach = (cover: number, from = 0, id = idFrom(`r${from}`)): Reach => ({
  id,
  from,
  levels: { kind: 'cover', cover },
  frost: 0,
  method: { kind: 'open' },
  soil: 'B',
  bottomWidth: 0.6,
  ...blankSides(),
  endsBack: false,
  bedding: 0.1,
  surround: 0.15,
  beddingMaterial: 'granular',
  ...blankLayers(),
});

/** A run that plans at once: straight, constant cover, vertical unsupported walls, one reach. */
export const blankRun = ({ name, length, ground = { start: 10, end: 10 }, product, cover, ruleSet }: RunStart): Run => ({
  name,
  stations: [
    { station: 0, ground: ground.start },
    { station: length, ground: ground.end },
  ],
  laid: [blankLaidLine('Line', product)],
  surface: 'field',
  reaches: [blankReach(cover)],
  spoil: {
    ground: 'loam',
    side: 'right',
    setback: ruleSets[ruleSet].rules.spoilSetback.value ?? 1,
    corridorLeft: 3,
    corridorRight: 4,
    reuse: true,
  },
  ...blankRunExtras(),
});

/** A line in the ground that nobody has looked for yet. */
export const blankExisting = (name: string, station: number, id = idFrom(name)): ExistingLine => ({
  id,
  name,
  kind: 'other',
  size: 0.1,
  coverMin: 0.4,
  coverMax: 1,
  evidence: 'drawing',
  where: { kind: 'crossing', station, angle: Math.PI / 2 },
  join: false,
});

/** A line come across at a station of the run, to the centimetre, under the first number that is free. */
export function existingMetAt(run: Pick<Run, 'existing'>, station: number, id: string): ExistingLine {
  let number = run.existing.length + 1;
  while (run.existing.some(({ name }) => name === `Line ${number}`)) number++;
  return blankExisting(`Line ${number}`, Math.round(station * 100) / 100, id);
}

/** A gate on level ground with nothing in the way but its posts. */
export const blankPinch = (id: string): Pinch => ({
  id,
  name: 'Gate',
  gap: 1.2,
  alongSlope: false,
  crossFall: 0,
  barrier: null,
  overhead: null,
  live: false,
  surface: 'hard',
  tightTurn: false,
  bears: null,
});

/** What every bore begins as: straight, the lines themselves drawn in. */
export const straightBore = { kind: 'bored', bow: null, duct: null } as const;
