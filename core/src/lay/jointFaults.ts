import type { JointFact, JointKind } from '../book';
import { jointKinds } from '../book';
import type { Product } from '../catalogue';
import { fusionPlate, fusionRow } from '../rules/fusion';

/** Why a joint does not stand as it was made. Metres, seconds, minutes, °C. */
export type JointFault =
  | { code: 'notHome' | 'notSquare' | 'notScraped' | 'phases' | 'noKit' }
  | { code: 'turns'; was: number; least: number; most: number }
  | { code: 'plate'; was: number; least: number; most: number }
  | { code: 'bead'; was: number; least: number }
  | { code: 'soak'; was: number; least: number }
  | { code: 'cooled'; was: number; least: number }
  | { code: 'certificate'; why: 'none' | 'noEnd' }
  | { code: 'ended'; until: string };

/** Turns of a compression nut past where it snugs. Source: usual for brass and plastic fittings; the maker’s figure rules. */
export const snugTurns = { least: 0.75, most: 1.5 } as const;
/** Glue sets for at least this long before anything moves, minutes. Source: usual for solvent cement in the shade; the maker’s table rules. */
export const GLUE_MINUTES = 15;

/**
 * What is wrong with a joint by what was measured: it is cut out and made anew. Empty: it stands.
 * @param day it was made, on the site's calendar.
 */
export function jointFaults(
  { made, certificate }: Pick<JointFact, 'made' | 'certificate'>,
  product: Pick<Product, 'wall'>,
  day: string,
): JointFault[] {
  return [...measuredFaults(made, product), ...certificateFaults(made.as, certificate, day)];
}

function certificateFaults(as: JointKind, certificate: JointFact['certificate'], day: string): JointFault[] {
  if (!jointKinds[as].certified) return [];
  if (!certificate) return [{ code: 'certificate', why: 'none' }];
  if (certificate.until === null) return [{ code: 'certificate', why: 'noEnd' }];
  return certificate.until < day ? [{ code: 'ended', until: certificate.until }] : [];
}

const least = (code: 'bead' | 'soak' | 'cooled', was: number, at: number): JointFault[] =>
  was < at - 1e-9 ? [{ code, was, least: at }] : [];

function measuredFaults(made: JointFact['made'], { wall }: Pick<Product, 'wall'>): JointFault[] {
  const unless = (ok: boolean, code: 'notHome' | 'notSquare' | 'notScraped' | 'phases' | 'noKit'): JointFault[] => (ok ? [] : [{ code }]);
  switch (made.as) {
    case 'pushFit':
    case 'coupler':
      return unless(made.home, 'notHome');
    case 'glued':
      return [...unless(made.home, 'notHome'), ...least('cooled', made.minutes, GLUE_MINUTES)];
    case 'compression':
      return [
        ...unless(made.square, 'notSquare'),
        ...(made.turns < snugTurns.least - 1e-9 || made.turns > snugTurns.most + 1e-9
          ? [{ code: 'turns' as const, was: made.turns, ...snugTurns }]
          : []),
      ];
    case 'butt': {
      const row = fusionRow(wall);
      const { least: cold, most: hot } = fusionPlate;
      return [
        ...(made.celsius < cold || made.celsius > hot ? [{ code: 'plate' as const, was: made.celsius, least: cold, most: hot }] : []),
        ...least('bead', made.bead, row.bead),
        ...least('soak', made.soak, row.soak),
        ...least('cooled', made.minutes, row.cool),
      ];
    }
    case 'electrofusion':
    case 'saddle':
      return [...unless(made.scraped, 'notScraped'), ...least('cooled', made.minutes, made.asked)];
    case 'cableJoint':
    case 'termination':
      return [...unless(made.kit !== '', 'noKit'), ...unless(made.phases, 'phases')];
  }
}

/** Ways a line is joined, the usual one first. */
export function jointKindsFor({ kind, material }: Pick<Product, 'kind' | 'material'>): JointKind[] {
  if (kind === 'cable') return ['cableJoint', 'termination'];
  if (material === 'copper') return ['compression', 'coupler'];
  if (kind === 'pressure')
    return material === 'plastic' ? ['electrofusion', 'butt', 'compression', 'saddle', 'pushFit'] : ['pushFit', 'coupler'];
  if (material === 'plastic') return ['pushFit', 'coupler', 'glued'];
  return ['pushFit', 'coupler'];
}
