import { beddings, grounds } from '../catalogue';
import type { Run } from '../job';
import { loosening } from './heap';

/** Volumes by part, m³: `trench` in the bank, the rest as placed and compacted. */
export interface PartVolumes {
  trench: number;
  bedding: number;
  surround: number;
  pipe: number;
  fill: number;
  /** Sub-base, asphalt, topsoil and the like. */
  surface: number;
}

/** Where the dirt goes, m³, and what has to be brought, m³ loose and kg. `loose` is all of it: topsoil, what goes back and what is surplus. */
export interface Balance {
  loose: number;
  /** Turf and topsoil, laid aside and back; and suspect ground, which never goes back. m³ in the bank. */
  topsoilBank: number;
  suspectBank: number;
  /** Bank volume that goes back into the trench. */
  reuseBank: number;
  /** All that does not go back, suspect ground among it. */
  surplusBank: number;
  surplusLoose: number;
  /** Compacted fill to bring in: all of it when spoil is not reused, the shortfall otherwise. */
  importFill: number;
  beddingLoose: number;
  beddingMass: number;
}

/**
 * Bank → loose → compacted. Source: V_loose = V_bank(1 + swell); V_bank needed = V_compacted / (1 − shrink).
 * `bedding` holds the compacted bed and surround of each material, `pits` what pits add to the trench and what fills them again, `apart` what is
 * heaped by itself, m³. What may not go back is surplus.
 */
export function balance(
  run: Run,
  volumes: PartVolumes,
  bedding: Record<keyof typeof beddings, number>,
  pits: { dig: number; fill: number } = { dig: 0, fill: 0 },
  apart: { topsoil: number; suspect: number } = { topsoil: 0, suspect: 0 },
): Balance {
  const dig = volumes.trench + pits.dig;
  const fill = volumes.fill + pits.fill;
  const { shrink } = grounds[run.spoil.ground];
  const loosen = loosening(run.spoil);
  const wanted = run.spoil.reuse ? fill / (1 - shrink) : 0;
  const reuseBank = Math.min(wanted, Math.max(0, dig - apart.topsoil - apart.suspect));
  const surplusBank = Math.max(0, dig - apart.topsoil - reuseBank);
  const sum = (of: (material: keyof typeof beddings) => number) =>
    (Object.keys(beddings) as (keyof typeof beddings)[]).reduce((total, material) => total + of(material), 0);
  return {
    loose: apart.topsoil * (1 + grounds.loam.swell) + Math.max(0, dig - apart.topsoil) * loosen,
    topsoilBank: apart.topsoil,
    suspectBank: apart.suspect,
    reuseBank,
    surplusBank,
    surplusLoose: surplusBank * loosen,
    importFill: reuseBank < wanted || !run.spoil.reuse ? fill - reuseBank * (1 - shrink) : 0,
    beddingLoose: sum((material) => bedding[material] * beddings[material].bulking),
    beddingMass: sum((material) => bedding[material] * beddings[material].density),
  };
}
