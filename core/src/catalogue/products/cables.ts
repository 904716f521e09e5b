import type { BeddingId } from '../bedding';
import type { Conductor, Product } from './types';

const FINE: readonly BeddingId[] = ['sand', 'sifted', 'flowing'];
const CABLE = {
  kind: 'cable',
  material: 'cable',
  family: 'power',
  minCover: { field: 0.6, footway: 0.45, road: 0.6 },
  coverBasis: 'Usual cable-owner practice; ask the owner',
  minFall: 0,
  roughness: 0,
  wall: 0,
  ring: null,
  conductor: null,
  beds: FINE,
  bed: 0.075,
  tracer: false,
  drains: false,
  shapedBed: false,
  stock: { form: 'drum', length: 500 },
} as const;

/** Pull by the conductors: 50 N/mm² on copper, 30 on aluminium. Sidewall 5 kN/m. Source: usual limits, 50–70 and 30–50 N/mm², 4.5–7 kN/m. */
const byConductor = ({ metal, area, cores }: Conductor) => ({ tension: (metal === 'copper' ? 50 : 30) * area * cores, sidewall: 5e3 });
/** Resistance at 20 °C (class 2 stranded) and reactance, ohms a metre, and the rating of one cable buried alone, amperes: usual tables. */
const copper = (area: number, cores: number, milliohm: number, rating: number, hottest = 90, reactance = 0.08): Conductor => ({
  metal: 'copper',
  area,
  cores,
  resistance: milliohm / 1000,
  reactance: reactance / 1000,
  hottest,
  rating,
});
const lv = (id: string, name: string, od: number, mass: number, conductor: Conductor, price: number, trade?: string): Product => ({
  ...CABLE,
  id,
  name,
  ...(trade ? { trade } : {}),
  dn: od,
  od,
  mass,
  conductor,
  price,
  minBend: 12 * od,
  pull: byConductor(conductor),
});
const MV = { ...CABLE, family: 'mv', minCover: { field: 0.75, footway: 0.75, road: 0.9 }, bed: 0.15 } as const;
const al95: Conductor = { metal: 'aluminium', area: 95, cores: 3, resistance: 0.32e-3, reactance: 0.11e-3, hottest: 90, rating: 215 };
const DATA = {
  ...CABLE,
  family: 'data',
  minCover: { field: 0.35, footway: 0.35, road: 0.6 },
  coverBasis: 'Usual telecom practice; ask the owner',
  tracer: true,
} as const;

/** Bends: 12 OD for armoured, 15 for medium voltage, 20 for fibre. Sizes are typical of the kind; the maker's own take their place. */
export const cables: readonly Product[] = [
  lv('lv-3x6', 'LV armoured cable 3 × 6 mm²', 0.018, 0.7, copper(6, 3, 3.08, 62), 5),
  lv('lv-3x10', 'LV armoured cable 3 × 10 mm²', 0.0195, 0.9, copper(10, 3, 1.83, 83), 7),
  lv('lv-3x16', 'LV armoured cable 3 × 16 mm²', 0.0215, 1.1, copper(16, 3, 1.15, 108), 10),
  lv('lv-3x25', 'LV armoured cable 3 × 25 mm²', 0.0265, 1.7, copper(25, 3, 0.727, 138), 15),
  lv('lv-4x16', 'LV armoured cable 4 × 16 mm²', 0.0235, 1.35, copper(16, 4, 1.15, 90), 12),
  lv('lv-4x25', 'LV armoured cable 4 × 25 mm²', 0.032, 1.9, copper(25, 4, 0.727, 115), 18),
  lv('lv-4x35', 'LV armoured cable 4 × 35 mm²', 0.034, 2.3, copper(35, 4, 0.524, 139), 24),
  lv('lv-4x50', 'LV armoured cable 4 × 50 mm²', 0.036, 2.9, copper(50, 4, 0.387, 165), 32),
  lv('lv-4x70', 'LV armoured cable 4 × 70 mm²', 0.041, 4, copper(70, 4, 0.268, 203), 46),
  lv('lv-4x95', 'LV armoured cable 4 × 95 mm²', 0.0455, 5.2, copper(95, 4, 0.193, 243), 61),
  lv('single-6awg', 'Single conductor 6 AWG', 0.0064, 0.16, copper(13.3, 1, 1.32, 75, 75), 2, '6 AWG'),
  lv('single-2awg', 'Single conductor 2 AWG', 0.0097, 0.37, copper(33.6, 1, 0.523, 130, 75), 4, '2 AWG'),
  lv('single-4-0', 'Single conductor 4/0 AWG', 0.0162, 1.07, copper(107, 1, 0.164, 260, 75), 11, '4/0 AWG'),
  lv('single-250', 'Single conductor 250 kcmil', 0.018, 1.27, copper(127, 1, 0.139, 290, 75), 13, '250 kcmil'),
  {
    ...MV,
    id: 'mv-3x95',
    name: 'MV cable 3 × 95 mm²',
    dn: 0.068,
    od: 0.068,
    mass: 6.2,
    minBend: 1.02,
    conductor: al95,
    pull: byConductor(al95),
    price: 70,
  },
  {
    ...DATA,
    id: 'fibre-12',
    name: 'Fibre cable, 12 fibres',
    dn: 0.012,
    od: 0.012,
    mass: 0.12,
    minBend: 0.24,
    pull: { tension: 1500, sidewall: 2e3 },
    price: 2,
    stock: { form: 'drum', length: 1000 },
  },
  {
    ...DATA,
    id: 'data-copper',
    name: 'Data cable, copper, buried',
    dn: 0.009,
    od: 0.009,
    mass: 0.08,
    minBend: 0.07,
    pull: { tension: 100, sidewall: 1e3 },
    price: 1.5,
    tracer: false,
    stock: { form: 'drum', length: 305 },
  },
  {
    ...DATA,
    id: 'control-7',
    name: 'Control cable 7 × 1.5 mm²',
    family: 'control',
    dn: 0.015,
    od: 0.015,
    mass: 0.42,
    minBend: 0.18,
    pull: { tension: 500, sidewall: 3e3 },
    price: 4,
    tracer: false,
  },
  {
    ...CABLE,
    id: 'earth-50',
    name: 'Earth conductor, bare copper 50 mm²',
    family: 'earth',
    dn: 0.009,
    od: 0.009,
    mass: 0.45,
    minBend: 0.1,
    pull: { tension: 2500, sidewall: 5e3 },
    price: 8,
    minCover: { field: 0.5, footway: 0.5, road: 0.6 },
    bed: 0,
  },
];
