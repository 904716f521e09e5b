import type { Product } from '../catalogue';
import type { House, LandDrain, Loops, Run } from '../job';

/*
 * What a run's purpose begins with, and what its inputs are called: small, for screens that only ask.
 */

/** What the run is for, as far as it is said. */
export const purposeOf = (run: Pick<Run, 'culvert' | 'landDrain' | 'house' | 'loops'>): Purpose =>
  run.culvert ? 'culvert' : run.landDrain ? 'landDrain' : run.house ? 'house' : run.loops ? 'loops' : 'line';
export type Purpose = 'line' | 'culvert' | 'landDrain' | 'house' | 'loops';

/** A land drain nobody has said more of. Source: clean stone of one size is 38 % empty; an hour's rain. */
export const blankLandDrain = (): LandDrain => ({ solid: [], outlet: 'daylight', pores: 0.38, infiltration: null, storm: 3600 });

/** Room round a pipe in its sleeve, metres: a seal wants 10 mm at least. */
export const SEAL = 0.01;

/** A house nobody has measured. */
export const blankHouse = (product: Pick<Product, 'od'>): House => ({
  end: 'end',
  level: null,
  sleeve: Math.ceil((product.od + 4 * SEAL) * 100) / 100,
  onePiece: true,
  fittings: [
    { id: 'curb', kind: 'curbValve' },
    { id: 'stop', kind: 'stopValve' },
    { id: 'meter', kind: 'meter' },
  ],
  drains: [],
});

/** What flows in the loops, at the cold end: density kg/m³, kinematic viscosity m²/s. Source: usual tables, a quarter of frost guard, about; the maker’s sheet rules. */
export const fluids = {
  water: { name: 'Water, at 10 °C', density: 1000, viscosity: 1.31e-6 },
  glycol: { name: 'Water with 25 % glycol, at 0 °C', density: 1035, viscosity: 3.3e-6 },
  ethanol: { name: 'Water with 25 % ethanol, at 0 °C', density: 970, viscosity: 5.9e-6 },
} as const satisfies Record<Loops['fluid'], unknown>;

/** Below it flow is laminar. */
export const LAMINAR = 2300;

/** A field nobody has said more of: loops as people usually drill or dig them. */
export const blankLoops = (pipe: string): Loops => ({
  ...{
    layout: 'bores',
    count: 4,
    each: 120,
    pipe,
    spacing: 6,
    way: 10,
    flow: 2.5e-4,
    fluid: 'glycol',
    returns: 'reverse',
    valves: 'none',
    purge: null,
  },
});
