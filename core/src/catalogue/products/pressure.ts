import { INCH } from '../../units';
import type { BeddingId } from '../bedding';
import { MODULUS, stiffnessOf } from './series/closed';
import type { Product } from './types';

export const FINE: readonly BeddingId[] = ['sand', 'sifted', 'flowing'];
export const WATER = {
  kind: 'pressure',
  material: 'plastic',
  family: 'water',
  minCover: { field: 0.75, footway: 0.75, road: 0.9 },
  coverBasis: 'Usual water practice: below frost and out of reach of a spade',
  minFall: 0,
  roughness: 0,
  conductor: null,
  bed: 0.1,
  tracer: true,
  drains: false,
  shapedBed: false,
} as const;
export const PE = { ...WATER, beds: [...FINE, 'granular'], stock: { form: 'coil', length: 100 } } as const;
const SDR11 = { kind: 'flexible', strength: stiffnessOf(MODULUS.pe, 11, 1) } as const;
/** Pull on PE: 9 N/mm² on the wall's section. */
export const pullPE = (od: number, wall: number) => ({ tension: 9e6 * Math.PI * (od - wall) * wall, sidewall: 5e3 });
const pe = (id: string, name: string, od: number, wall: number, mass: number, minBend: number, price: number, trade?: string): Product => ({
  ...PE,
  id,
  name,
  ...(trade ? { trade } : {}),
  dn: od,
  od,
  wall,
  mass,
  minBend,
  price,
  ring: SDR11,
  pull: pullPE(od, wall),
});
export const METAL = { ...WATER, material: 'copper', tracer: false, pull: null } as const;
export const HEAT = {
  family: 'heat',
  coverBasis: 'Usual ground-loop practice: below frost',
  minCover: { field: 0.9, footway: 0.9, road: 0.9 },
} as const;

export const GAS = {
  family: 'gas',
  minCover: { field: 0.6, footway: 0.6, road: 0.75 },
  coverBasis: 'Usual gas-owner practice; ask the owner',
} as const;

/** Bends: 25 OD for PE, 5 to 10 for PEX and copper. Masses and prices: typical of the kind; the maker's own take their place. */
export const pressurePipes: readonly Product[] = [
  pe('water-25', 'Water pipe PE 25', 0.025, 0.0023, 0.17, 0.625, 1.2),
  pe('water-32', 'Water pipe PE 32', 0.032, 0.003, 0.28, 0.8, 1.8),
  pe('water-63', 'Water pipe PE 63', 0.063, 0.0058, 1.06, 1.575, 6),
  pe('water-110', 'Water pipe PE 110', 0.11, 0.01, 3.2, 2.75, 17),
  pe('pe-315', 'Pressure pipe PE 315', 0.315, 0.0286, 26, 7.9, 150),
  pe('water-1in', 'Water tube PE 1 in', 1.125 * INCH, 0.125 * INCH, 0.24, 0.72, 1.6, '1 in'),
  pe('water-2in', 'Water tube PE 2 in', 2.375 * INCH, 0.216 * INCH, 0.96, 1.5, 5, '2 in'),
  {
    ...PE,
    id: 'pex-32',
    name: 'PEX pipe 32',
    dn: 0.032,
    od: 0.032,
    wall: 0.0044,
    mass: 0.39,
    minBend: 0.26,
    price: 4,
    ring: SDR11,
    pull: pullPE(0.032, 0.0044),
  },
  {
    ...METAL,
    id: 'copper-22',
    name: 'Soft copper coil 22',
    dn: 0.022,
    od: 0.022,
    wall: 0.0012,
    mass: 0.7,
    minBend: 0.2,
    price: 14,
    ring: null,
    beds: FINE,
    stock: { form: 'coil', length: 25 },
  },
  {
    ...METAL,
    id: 'copper-1in',
    name: 'Soft copper tube 1 in',
    trade: '1 in',
    dn: 1 * INCH,
    od: 1.125 * INCH,
    wall: 0.065 * INCH,
    mass: 1.25,
    minBend: 0.25,
    price: 24,
    ring: null,
    beds: FINE,
    stock: { form: 'coil', length: 18.3 },
  },
  {
    ...METAL,
    id: 'ductile-100',
    name: 'Ductile iron 100',
    material: 'metal',
    dn: 0.1,
    od: 0.118,
    wall: 0.006,
    mass: 16,
    minBend: 0,
    price: 38,
    ring: { kind: 'flexible', strength: 3e6 },
    beds: ['sand', 'sifted', 'granular'],
    stock: { form: 'stick', length: 6 },
  },
  {
    ...pe('gas-32', 'Gas pipe PE 32', 0.032, 0.003, 0.28, 0.8, 2.2),
    ...GAS,
  },
  {
    ...pe('gas-63', 'Gas pipe PE 63', 0.063, 0.0058, 1.06, 1.575, 7),
    ...GAS,
  },
  { ...pe('loop-40', 'Ground-loop pipe PE 40', 0.04, 0.0037, 0.43, 1, 3), ...HEAT },
];
