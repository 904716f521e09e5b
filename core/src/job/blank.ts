import type { RuleSetId } from '../rules';
import { ruleSets } from '../rules';
import { privateLineKinds } from '../catalogue';
import type { Clearance, ExistingLine, Job, LaidLine, Pace, Reach, Run, Logistics } from './schema';
import type { UnitSystem } from '../units';

/** Nothing asked for and nothing known yet. */
export const blankClearance = (): Clearance => ({
  permit: null,
  request: null,
  privateLines: privateLineKinds.map((kind) => ({ kind, answer: 'open' })),
  holidays: [],
  walked: null,
  pinches: [],
  publicSide: { classed: '', measures: '' },
  tasks: [],
});

/** What a job of format 2 did not have. Rates are placeholders in the job's own money. */
export const blankJobLines = (): Pick<Job, 'buckets' | 'products' | 'separations' | 'rates'> => ({
  buckets: [],
  products: [],
  separations: [],
  rates: { currency: '¤', dig: 45, bedding: 60, ...blankJobSupports().rates, ...blankJobLogistics().rates },
});
/** What a job of format 3 did not have. */
export const blankJobSupports = (): Pick<Job, 'kit'> & { rates: Pick<Job['rates'], 'crew'> } => ({ kit: [], rates: { crew: 40 } });

/** What a job of format 4 did not have. */
export const blankJobLogistics = (): Pick<Job, 'machines' | 'pace'> & {
  rates: Pick<Job['rates'], 'fuel' | 'handle' | 'haul' | 'off' | 'prices' | 'waste'>;
} => ({
  machines: [],
  pace: blankPace(),
  rates: { fuel: 1.5, handle: 4, haul: 6, off: 28, prices: [], waste: 0.05 },
});
/** A crew of three with a lorry of a usual size. Source: 45–50 minutes of an hour are worked. */
const blankPace = (): Pace => ({ people: 3, shift: 8, minutes: 47, logged: [], barrow: 0.08, lorry: { volume: 9, payload: 16_000 } });

/** A job to start from. */
export const blankJob = (name: string, ruleSet: RuleSetId = 'UK', units: UnitSystem = 'metric'): Job => ({
  name,
  ruleSet,
  units,
  overrides: [],
  machine: 't17',
  origin: null,
  clearance: blankClearance(),
  ...blankJobLines(),
  kit: blankJobSupports().kit,
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

/** What a run of format 3 did not have. */
export const blankConditions = (): Run['conditions'] => ({
  beside: [],
  lift: null,
  open: 12,
  badAir: false,
  permeability: null,
  rain: 20e-3 / 3600,
  outlet: 1,
});
/** What a run of format 4 did not have. */
export const blankLogistics = (): Logistics => ({ byHand: [], gaps: [], suspect: [], stockpile: null, drums: [], delivery: 0, lost: 0.1 });
/** What a run of format 1 did not have. */
export const blankRunExtras = (): Pick<
  Run,
  | 'inverts'
  | 'route'
  | 'structures'
  | 'clearing'
  | 'access'
  | 'targets'
  | 'flow'
  | 'levelBook'
  | 'existing'
  | 'water'
  | 'conditions'
  | 'logistics'
> => ({
  conditions: blankConditions(),
  logistics: blankLogistics(),
  inverts: [],
  route: [],
  structures: [],
  existing: [],
  clearing: [],
  access: { digFrom: 'start', exit: 'both' },
  targets: {},
  flow: null,
  levelBook: null,
  water: [],
});
/** A line in the middle of the trench at the leading line's level, by itself. */
export const blankLaidLine = (name: string, product: string): LaidLine => ({ name, product, x: 0, up: 0, circuit: null, holds: null });
/** What a reach of format 2 did not have. */
export const blankLayers = (): Pick<Reach, 'compaction' | 'tape' | 'tracer' | 'plates' | 'fabric' | 'restoration' | 'supportWidths'> => ({
  compaction: 'light',
  tape: null,
  tracer: false,
  plates: false,
  fabric: false,
  restoration: [],
  supportWidths: null,
});
export const blankReachExtras = (): Pick<Reach, 'frost' | 'method' | 'kit' | 'panel'> => ({
  frost: 0,
  method: { kind: 'open' },
  ...blankReachSupports(),
});
/** What a reach of format 3 did not have. */
export const blankReachSupports = (): Pick<Reach, 'kit' | 'panel'> => ({ kit: null, panel: null });

/** A reach dug open with vertical unsupported walls. */
export const blankReach = (cover: number, from = 0): Reach => ({
  from,
  levels: { kind: 'cover', cover },
  ...blankReachExtras(),
  soil: 'B',
  bottomWidth: 0.6,
  entry: true,
  left: { kind: 'vertical' },
  right: { kind: 'vertical' },
  protection: 'none',
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
export const blankExisting = (name: string, station: number): ExistingLine => ({
  name,
  kind: 'other',
  size: 0.1,
  coverMin: 0.4,
  coverMax: 1,
  evidence: 'drawing',
  where: { kind: 'crossing', station, angle: Math.PI / 2 },
  join: false,
  exposures: [],
});

/** A line come across at a station of the run, to the centimetre, under the first number that is free. */
export function existingMetAt(run: Pick<Run, 'existing'>, station: number): ExistingLine {
  let number = run.existing.length + 1;
  while (run.existing.some(({ name }) => name === `Line ${number}`)) number++;
  return blankExisting(`Line ${number}`, Math.round(station * 100) / 100);
}
