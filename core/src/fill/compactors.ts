import { loadCovers, type GroundId } from '../catalogue';
import { compactorNames, type CompactorId } from '../book';
import type { Rules } from '../rules';

/** What a compactor does: thickest lift it gets through compacted, and how much has to lie over a line before it may stand there; metres. `rate` m² an hour and pass. */
export interface Compactor {
  id: CompactorId;
  name: string;
  lift: number;
  liftBasis: string;
  cover: number;
  coverBasis: string;
  passes: number;
  rate: number;
}

/** Area gone over once in an hour, m². Source: usual on site, turning and lifting over struts included. */
const RATES: Record<CompactorId, number> = { hand: 60, rammer: 180, plate: 350, roller: 500 };
const LIFT_RULES = { hand: 'liftHand', rammer: 'liftRammer', plate: 'liftPlate', roller: 'liftRoller' } as const;

/** A compactor by the rules of the job. */
export function compactorOf(id: CompactorId, rules: Rules): Compactor {
  const name = compactorNames[id];
  const { cover, basis } = loadCovers.find((one) => one.name === name) ?? loadCovers[0];
  const lift = rules[LIFT_RULES[id]];
  return {
    id,
    name,
    lift: lift.value ?? 0,
    liftBasis: lift.basis,
    cover,
    coverBasis: basis,
    passes: rules.fillPasses.value ?? 4,
    rate: RATES[id],
  };
}

/** Loose thickness of a lift for its thickness compacted, by what it is. Source: usual on site: 125 mm shovelled in come to 100 mm; measure the first lift. */
export const laysLoose: Record<GroundId, number> = { sand: 1.15, loam: 1.25, clay: 1.3, rock: 1.2 };
/** And of what is brought for fine fill and surface layers. */
export const BROUGHT_LOOSE = 1.25;
export const LOOSE_BASIS = 'Usual on site: 125 mm loose come to 100 mm in loam; measure the first lift';
