import { omit } from '../job';
import type { Plan } from '../plan/plan';
import type { Rules } from '../rules';
import type { UnitSystem } from '../units';
import { differences, firstOf, isObject, MOST_TOLD } from './changes';
import { figuresOf, type IssuedFigures } from './figures';
import type { RevisionBody } from './revision';

export { firstOf };

/** Two machines differ in the last digits of a sine, never by this much, metres or m³. */
const ROUNDING = 1e-6;

type Json = unknown;

/**
 * What an issued plan comes to in this program otherwise than in the one that issued it, in sentences; none, mostly. Inputs of an issued plan never change,
 * but a later program may work them out differently, have another rule or another table of supports: then paper and screen say different things.
 * @param now the plan this program makes of the issued inputs, and the rules it works them out by.
 */
export function drift(
  issued: Pick<RevisionBody, 'figures' | 'rules' | 'kits'>,
  now: { plan: Plan; rules: Rules },
  units: UnitSystem,
): string[] {
  const was = heldOf(issued);
  const kits = now.plan.supports.flatMap(({ kit }) => kit ?? []);
  return firstOf(
    MOST_TOLD.drift,
    differences(was, asHeld(was, heldOf({ figures: figuresOf(now.plan), rules: now.rules, kits })), '', units),
  );
}

/** What is held against each other: figures, the values of rules, and tables by their id. Where the deepest lies hangs on rounding where many are as deep. */
const heldOf = ({ figures, rules, kits }: { figures: IssuedFigures; rules: Rules; kits: RevisionBody['kits'] }) => ({
  figures: { ...figures, deepest: figures.deepest.depth },
  rules: Object.fromEntries(Object.entries(rules).flatMap(([key, rule]) => (typeof rule === 'string' ? [] : [[key, rule.value]]))),
  supports: Object.fromEntries(kits.map((kit) => [kit.id, omit(omit(kit, 'hire'), 'source')])),
});

/** A value of now in the terms of one that was issued: what is no further off than rounding is the same, and what nobody had then is left out. */
function asHeld(was: Json, now: Json): Json {
  if (typeof was === 'number' && typeof now === 'number') return Math.abs(was - now) <= ROUNDING ? was : now;
  if (Array.isArray(was) && Array.isArray(now)) return now.map((item, i) => asHeld(was[i], item));
  if (isObject(was) && isObject(now))
    return Object.fromEntries(Object.keys(was).flatMap((key) => (key in now ? [[key, asHeld(was[key], now[key])]] : [])));
  return now;
}
