import type { Surface } from '../../catalogue/products/types';
import type { FieldError } from '../../job/errors';
import type { RuleSetId } from '../../rules';

/** What is asked of a beginning besides its name, its length and what lies over it. */
type Asked = 'product' | 'frost' | 'end' | 'every' | 'services' | 'track' | 'loops';

/** A run as people say it before anything is planned. */
export interface Beginning {
  /** As it is said. */
  title: string;
  /** How its length is asked for; where a track is asked for it follows from that. */
  length: string;
  surface: Surface;
  asks: readonly Asked[];
  /** What the run is for, where it is more than a line in a trench. */
  purpose?: 'landDrain' | 'house';
  /** What usually goes in, by rule set, the most usual first; other lines of the catalogue are as good. */
  products: Record<'US' | 'metric', readonly string[]>;
}

const METRIC_CABLES = ['lv-3x6', 'lv-3x10', 'lv-3x16', 'lv-4x25', 'lv-4x50'];

export const beginnings = {
  water: {
    title: 'Water to a house',
    length: 'From the main to the house',
    surface: 'field',
    asks: ['product', 'frost'],
    purpose: 'house',
    products: {
      US: ['water-1in', 'copper-1in', 'water-2in', 'pex-32'],
      metric: ['water-25', 'water-32', 'water-63', 'copper-22', 'pex-32'],
    },
  },
  drain: {
    title: 'Drain to a chamber',
    length: 'From its head to the chamber',
    surface: 'field',
    asks: ['product', 'end'],
    products: { US: ['sewer-4in', 'sewer-6in', 'sewer-8in'], metric: ['drain-110', 'drain-160', 'drain-200'] },
  },
  cable: {
    title: 'Cable between poles',
    length: 'From the first pole to the last',
    surface: 'field',
    asks: ['product', 'every'],
    products: { US: ['single-6awg', 'single-2awg', 'lv-3x6', 'lv-3x16'], metric: METRIC_CABLES },
  },
  landDrain: {
    title: 'Land drain',
    length: 'From its head to the outfall',
    surface: 'field',
    asks: ['product'],
    purpose: 'landDrain',
    products: { US: ['land-drain-100', 'land-drain-160'], metric: ['land-drain-100', 'land-drain-160'] },
  },
  culvert: {
    title: 'Culvert under a drive',
    length: '',
    surface: 'road',
    asks: ['track', 'product'],
    products: { US: ['culvert-300', 'drain-300', 'concrete-450'], metric: ['culvert-300', 'concrete-300', 'concrete-450', 'drain-300'] },
  },
  loops: {
    title: 'Ground loops',
    length: '',
    surface: 'field',
    asks: ['loops', 'product'],
    products: { US: ['loop-1in', 'loop-1-25in'], metric: ['loop-40', 'loop-32'] },
  },
  shared: {
    title: 'Several services in one trench',
    length: 'From start to end',
    surface: 'field',
    asks: ['services', 'frost'],
    products: {
      US: ['water-1in', 'conduit-2in', 'data-duct-54', 'gas-32'],
      metric: ['water-32', 'lv-4x25', 'data-duct-54', 'gas-32'],
    },
  },
} as const satisfies Record<string, Beginning>;
export type BeginningId = keyof typeof beginnings;
export const beginningIds = Object.keys(beginnings) as BeginningId[];

/** What usually goes in, the most usual under a rule set first. */
export const usualProducts = ({ products }: Pick<Beginning, 'products'>, ruleSet: RuleSetId): readonly string[] =>
  products[ruleSet === 'US' ? 'US' : 'metric'];

/** What was answered. Lengths in metres. */
export interface Answers {
  name: string;
  length: number;
  surface: Surface;
  /** What goes in: one line, or several where several services share the trench. */
  products: readonly string[];
  /** How deep frost goes; 0: none is reckoned with. */
  frost: number;
  /** How far below the ground the pipe runs in at its end: its invert; undefined where nobody knows. */
  end: number | undefined;
  /** From pole to pole; undefined: there are none. */
  every: number | undefined;
  /** The track a culvert passes under: its width at the top, how high it is over the bed of the ditch; m³/s that come, 0: nobody knows. */
  track?: { crown: number; height: number; flow: number } | undefined;
  /** Ground loops: how many, and how much pipe is in each; the trench of their headers follows from it. */
  loops?: { count: number; each: number } | undefined;
  purpose?: Beginning['purpose'] | undefined;
}

const wrong = (field: string, message: string): FieldError => ({ field, message });

/** What is wrong with the answers, in sentences. */
export function answerFaults({ name, length, products, end, every, track, loops }: Answers): readonly FieldError[] {
  return [
    ...(name.trim() === '' ? [wrong('name', 'Give the run a name.')] : []),
    ...(track
      ? [
          ...(track.crown >= 0.5 && track.crown <= 60 ? [] : [wrong('crown', 'A track is 0.5 m to 60 m wide.')]),
          ...(track.height >= 0.3 && track.height <= 10 ? [] : [wrong('height', 'The track is 0.3 m to 10 m over the bed of the ditch.')]),
        ]
      : loops
        ? [
            ...(Number.isInteger(loops.count) && loops.count >= 1 && loops.count <= 100
              ? []
              : [wrong('count', 'A field has 1 to 100 loops.')]),
            ...(loops.each >= 10 && loops.each <= 500 ? [] : [wrong('each', 'In a loop lie 10 m to 500 m of pipe.')]),
          ]
        : length >= 1
          ? []
          : [wrong('length', 'The length must be a metre at least.')]),
    ...(products.length > 0 ? [] : [wrong('products', 'Choose what goes in.')]),
    ...(end === undefined || end > 0 ? [] : [wrong('end', 'The pipe runs in below the ground.')]),
    ...(every === undefined || every >= 1 ? [] : [wrong('every', 'At least 1 m from one pole to the next.')]),
  ];
}
