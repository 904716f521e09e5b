import type { Plan } from '../plan/plan';
import type { UnitSystem } from '../units';
import { sayPlace } from '../words';
import type { EnterReason, SafeGate } from './enter';

/**
 * The gate **Ready to cover**: may what lies in a hole be buried? Only on a record of its bed, its line and what lies round it, hole by hole. There is no such
 * record yet that this program could read, so it is shut everywhere, and says what is missing and who can give it.
 */
export function readyToCover({ places }: Pick<Plan, 'places'>, units: UnitSystem): SafeGate {
  const reasons = places.map((place): EnterReason => ({
    id: `record.${place.id}`,
    state: 'stop',
    what: `No record of what lies in it: ${sayPlace(place, units)}`,
    why: 'Bed, line and what lies round it are measured and seen before they are covered: afterwards nobody can.',
    where: [{ from: place.from, to: place.to }],
    who: 'Whoever lays it',
  }));
  return {
    open: false,
    reasons,
    until: undefined,
    where: [],
    closes: undefined,
    stretches: reasons.map((reason) => ({
      ...(reason.where[0] as { from: number; to: number }),
      open: false,
      closes: undefined,
      reasons: [reason],
    })),
    revision: undefined,
  };
}
