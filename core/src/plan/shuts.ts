import { accessChecks } from '../clearance';
import type { GateName } from '../job';
import type { CheckCode } from './checks';

const DIG = ['dig'] as const;
const ENTER = ['enter'] as const;
const COVER = ['cover'] as const;
const NONE = [] as const;

/** Which gate a stop of each check shuts: the one list of it. It stands apart from the checks, so that a gate needs none of their work. */
export const gatesShut = {
  'clearance.window': NONE,
  'clearance.lost': DIG,
  'clearance.found': DIG,
  'clearance.clash': DIG,
  'clearance.bore': DIG,
  'boring.short': DIG,
  'boring.tight': DIG,
  'boring.hole': DIG,
  'boring.duct': DIG,
  'boring.pull': DIG,
  'alignment.onCover': NONE,
  'alignment.fall': COVER,
  'alignment.velocity': NONE,
  'alignment.capacity': NONE,
  'alignment.bend': NONE,
  'alignment.bendRoom': NONE,
  'alignment.ease': NONE,
  'alignment.pitsMeet': NONE,
  'trench.conflict': ENTER,
  'trench.narrow': ENTER,
  'trench.supportWidth': ENTER,
  'trench.cover': COVER,
  'trench.floods': NONE,
  'trench.short': NONE,
  'trench.apart': COVER,
  'trench.surface': COVER,
  'trench.bed': COVER,
  'trench.stone': COVER,
  'trench.tracer': NONE,
  'trench.fabric': NONE,
  'trench.shaped': NONE,
  'protection.slitGround': ENTER,
  'protection.slitDepth': ENTER,
  'protection.slitBucket': ENTER,
  'protection.strut': ENTER,
  'protection.rail': ENTER,
  'trench.signal': NONE,
  'trench.tape': NONE,
  'trench.tapeOwner': NONE,
  'trench.ownerGone': NONE,
  'trench.owner': NONE,
  'trench.bucket': NONE,
  'protection.unprotected': ENTER,
  'protection.bench': ENTER,
  'protection.noTable': ENTER,
  'protection.pastTable': ENTER,
  'protection.noSpacing': ENTER,
  'protection.shoresC': ENTER,
  'protection.low': ENTER,
  'protection.upright': ENTER,
  'protection.pitEnds': ENTER,
  'protection.pitBox': ENTER,
  'protection.stick': ENTER,
  'protection.bucket': ENTER,
  'protection.stroke': ENTER,
  'protection.lift': ENTER,
  'protection.draw': NONE,
  'protection.line': ENTER,
  'protection.beside': ENTER,
  'protection.ladder': NONE,
  'protection.engineer': ENTER,
  'protection.shortTerm': ENTER,
  'machine.reach': NONE,
  'machine.edge': NONE,
  'machine.past': NONE,
  'machine.lift': NONE,
  'machine.hook': NONE,
  'machine.tip': NONE,
  'machine.trapped': NONE,
  'spoil.suspect': NONE,
  'spoil.setback': ENTER,
  'spoil.surcharge': ENTER,
  'spoil.room': NONE,
  'ground.claim': ENTER,
  'ground.untested': ENTER,
} as const;

/** Does a stop of a check shut a gate? */
export const shuts = (code: CheckCode, gate: GateName): boolean => {
  const gates: readonly GateName[] =
    code in gatesShut ? gatesShut[code as keyof typeof gatesShut] : accessChecks[code as keyof typeof accessChecks].gates;
  return gates.includes(gate);
};
