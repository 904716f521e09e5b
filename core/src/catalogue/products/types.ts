import type { BeddingId } from '../bedding';
import type { FamilyId } from './families';

/** How a line comes about its levels and what is checked on it. */
export const productKinds = ['gravity', 'pressure', 'cable', 'duct'] as const;
export type ProductKind = (typeof productKinds)[number];
/** What passes over the line; decides its least cover and the wheel on it. */
export const surfaces = ['field', 'footway', 'road'] as const;
export type Surface = (typeof surfaces)[number];

/** What its outside is made of: decides which stone may lie against it. `cable`: a sheath; `metal`: bare or coated iron and steel. */
export const lineMaterials = ['plastic', 'copper', 'metal', 'concrete', 'cable'] as const;
export type LineMaterial = (typeof lineMaterials)[number];

/** How a pipe carries earth: a flexible one by its stiffness and the soil beside it, a rigid one by itself. */
export const pipeKinds = ['flexible', 'rigid'] as const;
export interface PipeRing {
  kind: (typeof pipeKinds)[number];
  /** Flexible: parallel-plate stiffness PS, pascals (8·SN/0.149 of a ring stiffness SN). Rigid: three-edge crushing load, newtons a metre. */
  strength: number;
}

/** Conductors of a cable. Resistance and reactance in ohms a metre, one conductor; `area` in mm², the field's unit. */
export interface Conductor {
  metal: 'copper' | 'aluminium';
  area: number;
  cores: number;
  /** At 20 °C. */
  resistance: number;
  reactance: number;
  /** Hottest the insulation may run, °C. */
  hottest: number;
  /** Current it carries buried by itself at {@link RATING_CONDITIONS}, or at conditions of its own table, amperes. */
  rating: number;
  at?: { depth: number; resistivity: number; temperature: number } | undefined;
}

/** How it is delivered. Lengths in metres. */
export const stockForms = ['stick', 'coil', 'drum'] as const;
export interface Stock {
  form: (typeof stockForms)[number];
  length: number;
}

/** A generic pipe, duct or cable. Lengths in metres; `dn` is the nominal bore the width rules ask for. */
export interface Product {
  id: string;
  name: string;
  /** The size as the US trade says it. */
  trade?: string;
  kind: ProductKind;
  family: FamilyId;
  material: LineMaterial;
  dn: number;
  od: number;
  /** Wall thickness: the invert lies this far above the underside. 0 for cables. */
  wall: number;
  minCover: Record<Surface, number>;
  coverBasis: string;
  /** Least fall a gravity pipe of this bore should have, as a ratio; 0 where the line may run level. */
  minFall: number;
  /** Manning's n of its inside; 0 where nothing flows free. */
  roughness: number;
  /** Tightest bend it may be laid to, metres; 0 for pipes that run straight from structure to structure. */
  minBend: number;
  /** Empty, kilograms a metre. */
  mass: number;
  /** Null for cables. */
  ring: PipeRing | null;
  /** Most it may be pulled with and pressed sideways in a bend, newtons and newtons a metre; null where it is not pulled. */
  pull: { tension: number; sidewall: number } | null;
  conductor: Conductor | null;
  stock: Stock;
  /** Longest way a signal goes along it without another device, metres; absent where nothing of the kind limits it. */
  signal?: number | undefined;
  /** What may lie against it. */
  beds: readonly BeddingId[];
  /** Least bed under it, in soil, metres; over rock {@link ROCK_BED} at least. */
  bed: number;
  /** Does a locator need a wire laid along it? */
  tracer: boolean;
  /** Water gets in along its length: a fabric goes round it. */
  drains: boolean;
  /** Laid in a bed shaped to its invert. */
  shapedBed: boolean;
  /** Rough material price a metre, in the job's money; to be replaced by the merchant's. */
  price: number;
  /** Largest grain that may lie against it, metres; absent: by its bore. */
  grain?: number | undefined;
  /** Of the job's own: figures that were typed. What was not is still the generic one it began with. */
  typed?: string[] | undefined;
}

/** Buried at 0.8 m in soil of 1.2 K·m/W at 15 °C, alone. */
export const RATING_CONDITIONS = { depth: 0.8, resistivity: 1.2, temperature: 15 } as const;
