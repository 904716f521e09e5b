import type { ReuseFact } from '../book';
import type { Rules } from '../rules';

/** Why what was dug may not go back. */
export type ReuseLack = 'foreign' | 'stones' | 'wet' | 'dry';

/** May what was dug go back into the fill? Dry soil may, once it is watered. Largest stone against a share of the lift. */
export function reuseLacks({ foreign, largest, squeeze }: Pick<ReuseFact, 'foreign' | 'largest' | 'squeeze'>, rules: Rules): ReuseLack[] {
  return [
    ...(foreign ? (['foreign'] as const) : []),
    ...(largest > (rules.reuseStone.value ?? Infinity) + 1e-9 ? (['stones'] as const) : []),
    ...(squeeze === 'wet' ? (['wet'] as const) : squeeze === 'crumbles' ? (['dry'] as const) : []),
  ];
}
/** What keeps it out altogether; what is dry is watered. */
export const maySoilGoBack = (lacks: readonly ReuseLack[]): boolean => lacks.every((lack) => lack === 'dry');
