import { INCH } from '../units';

export type ServiceKind = 'gravity' | 'pressure' | 'cable' | 'duct';
/** What passes over the line; decides its least cover. */
export const surfaces = ['field', 'footway', 'road'] as const;
export type Surface = (typeof surfaces)[number];

/** A generic pipe, duct or cable. Lengths in metres; `dn` is the nominal bore the width rules ask for. */
export interface Service {
  id: string;
  name: string;
  kind: ServiceKind;
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
}

/** Slowest flow that keeps a drain clean, metres a second. */
export const SELF_CLEANSING = 0.7;
export const SELF_CLEANSING_BASIS = 'Usual drain practice: at least 0.7 m/s at half or full bore';

const DRAIN = {
  kind: 'gravity',
  minCover: { field: 0.6, footway: 0.6, road: 0.9 },
  coverBasis: 'Usual drain practice: 0.6 m in soft ground, 0.9 m under a road',
  roughness: 0.011,
  minBend: 0,
} as const;
const WATER = {
  kind: 'pressure',
  minCover: { field: 0.75, footway: 0.75, road: 0.9 },
  coverBasis: 'Usual water practice: below frost and out of reach of a spade',
  minFall: 0,
  roughness: 0,
} as const;
const POWER = {
  kind: 'cable',
  minCover: { field: 0.6, footway: 0.45, road: 0.6 },
  coverBasis: 'Usual cable-owner practice; ask the owner',
  minFall: 0,
  roughness: 0,
  wall: 0,
} as const;

/** Falls of small drains by bore: usual practice, 1:40 to 1:100. Bends: 25 OD for PE, 12 to 15 OD for cables, made bends for ducts. */
export const services: readonly Service[] = [
  { ...DRAIN, id: 'drain-110', name: 'Drain pipe PVC-U 110', dn: 0.1, od: 0.11, wall: 0.0032, minFall: 1 / 40 },
  { ...DRAIN, id: 'drain-160', name: 'Drain pipe PVC-U 160', dn: 0.16, od: 0.16, wall: 0.0047, minFall: 1 / 60 },
  { ...DRAIN, id: 'drain-225', name: 'Twin-wall drain 225', dn: 0.225, od: 0.26, wall: 0.0175, minFall: 1 / 100 },
  { ...DRAIN, id: 'drain-300', name: 'Twin-wall drain 300', dn: 0.3, od: 0.345, wall: 0.0225, minFall: 1 / 100 },
  { ...DRAIN, id: 'sewer-6in', name: 'Sewer pipe PVC 6 in', dn: 6 * INCH, od: 6.625 * INCH, wall: 0.28 * INCH, minFall: 1 / 96 },
  { ...WATER, id: 'water-32', name: 'Water pipe PE 32', dn: 0.032, od: 0.032, wall: 0.003, minBend: 0.8 },
  { ...WATER, id: 'water-63', name: 'Water pipe PE 63', dn: 0.063, od: 0.063, wall: 0.0058, minBend: 1.575 },
  { ...WATER, id: 'copper-22', name: 'Soft copper coil 22', dn: 0.022, od: 0.022, wall: 0.0012, minBend: 0.2 },
  { ...POWER, id: 'lv-4x25', name: 'LV armoured cable 4 × 25 mm²', dn: 0.032, od: 0.032, minBend: 0.384 },
  {
    ...POWER,
    id: 'mv-3x95',
    name: 'MV cable 3 × 95 mm²',
    dn: 0.068,
    od: 0.068,
    minBend: 1.02,
    minCover: { field: 0.75, footway: 0.75, road: 0.9 },
  },
  { ...POWER, id: 'duct-110', name: 'Power duct 110', kind: 'duct', dn: 0.11, od: 0.11, wall: 0.004, minBend: 2.5 },
  {
    ...POWER,
    id: 'data-duct-54',
    name: 'Data duct 54',
    kind: 'duct',
    dn: 0.05,
    od: 0.054,
    wall: 0.002,
    minBend: 1,
    minCover: { field: 0.35, footway: 0.35, road: 0.6 },
  },
];

export const serviceIds = services.map((service) => service.id);
const byId = new Map(services.map((service) => [service.id, service]));

/** The catalogue entry. The job schema admits only known ids, so a miss is a programming error. */
export function findService(id: string): Service {
  const service = byId.get(id);
  if (!service) throw new RangeError(`No service “${id}” in the catalogue`);
  return service;
}
