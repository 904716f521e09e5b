import { seedOf, seeded } from '../../chance';
import type { Rules } from '../../rules';
import type { UnitSystem } from '../../units';
import { airDrill } from './air';
import { bookingDrill } from './booking';
import { coverDrill } from './cover';
import type { Level, Skill } from '../names';
import type { DrillKind, Posed } from './drill';
import { gateDrill } from './gate';
import { jointsDrill } from './joints';
import { liftsDrill } from './lifts';
import { recordDrill } from './record';
import { sidesDrill } from './sides';
import { slingDrill } from './sling';
import { soilDrill } from './soil';
import { staffDrill } from './staff';
import { stepsDrill } from './steps';
import { stripDrill } from './strip';

export type { Choice, DrillDrawing, DrillKind, Posed } from './drill';

/** Every kind of drill by the skill it is of. A new kind is a file and a line here. */
const drillKinds = {
  soil: soilDrill,
  sides: sidesDrill,
  steps: stepsDrill,
  gate: gateDrill,
  strip: stripDrill,
  staff: staffDrill,
  booking: bookingDrill,
  joints: jointsDrill,
  sling: slingDrill,
  air: airDrill,
  cover: coverDrill,
  record: recordDrill,
  lifts: liftsDrill,
} as const satisfies Record<Skill, unknown>;

/** Which drill: the same again from the same three. */
export interface DrillId {
  skill: Skill;
  level: Level;
  seed: number;
}

/** A drill ready to be answered. */
export interface Drill extends DrillId, Posed {}

/** Draws so often until one can be answered without splitting hairs. */
const TRIES = 50;

/** Is there one right answer, and two wrong ones at least that read otherwise? */
const clear = ({ choices }: Posed): boolean =>
  choices.length >= 3 &&
  choices.filter(({ right }) => right).length === 1 &&
  new Set(choices.map(({ text }) => text)).size === choices.length;

/** A drill ready to be answered, with the facts behind it for whoever answers it another way. */
export interface DrillOf {
  facts: unknown;
  drill: Drill;
}

/**
 * A drill from a seed, with its answers worked out by the rules given.
 * @throws RangeError when chance gives none that is clear: no seed is known to.
 */
export function drillOf({ skill, level, seed }: DrillId, rules: Rules, units: UnitSystem): DrillOf {
  const kind = drillKinds[skill] as DrillKind<unknown>;
  const chance = seeded(seedOf(`${skill}-${level}-${seed}`));
  for (let i = 0; i < TRIES; i++) {
    const facts = kind.make(chance, level);
    if (kind.fair && !kind.fair(facts, rules)) continue;
    const posed = kind.pose(facts, rules, units);
    if (clear(posed)) return { facts, drill: { skill, level, seed, ...posed } };
  }
  throw new RangeError(`No clear drill of ${skill} at level ${level} from ${seed}.`);
}
