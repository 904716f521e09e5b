import { FOOT, INCH } from '../../../units';
import { CONCRETE, DRAIN, FOUL, PERFORATED } from '../pipes';
import type { Product } from '../types';
import { DENSITY, MODULUS, mm, fallOf, inches, inchId, ofSN, pipeMass, priced } from './closed';

/** Outside diameter and wall, mm. Source: EN 1401, SN 8 (SDR 34). */
const PVC_U = [
  [125, 3.7],
  [200, 5.9],
  [250, 7.3],
  [315, 9.2],
  [400, 11.7],
  [500, 14.6],
  [630, 18.4],
] as const;
/** Outside diameter and wall, mm. Source: EN 1852, S 14 (SDR 29). */
const PP = [
  [110, 3.8],
  [125, 4.3],
  [160, 5.5],
  [250, 8.6],
  [315, 10.8],
  [400, 13.7],
  [500, 17.1],
  [630, 21.6],
] as const;
/** Bore and outside, mm, kg/m. Source: typical of profiled walls by EN 13476, SN 8. */
const TWIN = [
  [100, 118, 0.8],
  [150, 178, 1.5],
  [375, 428, 8],
  [450, 513, 11.5],
  [500, 573, 14],
  [600, 683, 20],
  [750, 855, 31],
  [900, 1030, 44],
] as const;
/** Bore and outside, inches, kg/m, stiffness, kPa. Source: typical of AASHTO M252 and M294, stiffness the least of M294. */
const CORRUGATED = [
  [4, 4.67, 0.65, 345],
  [6, 6.92, 1.3, 345],
  [8, 9.11, 2.2, 345],
  [10, 11.36, 3.1, 345],
  [12, 14.45, 4.8, 345],
  [15, 17.57, 6.8, 290],
  [18, 21.2, 9.5, 275],
  [24, 27.8, 16.4, 235],
  [30, 35.1, 22.9, 195],
  [36, 41.1, 29.5, 150],
] as const;
/** Size, outside and wall, inches. Source: ASTM D3034, SDR 35. */
const SDR35 = [
  [6, 6.275, 0.18],
  [10, 10.5, 0.3],
  [12, 12.5, 0.36],
  [15, 15.3, 0.437],
] as const;
/** Bore and wall, mm. Source: typical of EN 1916. */
const RIGID = [
  [225, 45],
  [375, 60],
  [525, 78],
  [600, 85],
  [675, 95],
  [750, 100],
  [900, 110],
  [1050, 125],
  [1200, 135],
] as const;
/** Bore, sheet and depth of its waves, mm; moment of inertia, mm⁴ a mm. Source: helical steel, 68 × 13 and 76 × 25 mm waves. */
const STEEL = [
  [400, 1.6, 13, 34],
  [500, 1.6, 13, 34],
  [600, 1.6, 13, 34],
  [800, 2, 13, 42],
  [900, 2, 13, 42],
  [1000, 2, 13, 42],
  [1200, 2.7, 13, 58],
  [1500, 2.7, 26, 260],
  [1800, 2.7, 26, 260],
] as const;
/** The same by inches. */
const STEEL_INCHES = [
  [12, 1.6, 13, 34],
  [15, 1.6, 13, 34],
  [18, 1.6, 13, 34],
  [24, 1.6, 13, 34],
  [30, 2, 13, 42],
  [36, 2, 13, 42],
  [48, 2.7, 13, 58],
] as const;
/** Outside, mm, kg/m. Source: typical of perforated coils. */
const LAND = [
  [80, 0.35],
  [125, 0.7],
  [200, 1.6],
] as const;

const solid = (id: string, name: string, od: number, wall: number, density: number, sn: number, perKilo: number): Product => {
  const mass = pipeMass(density, od, wall);
  return {
    ...FOUL,
    id,
    name,
    dn: od,
    od,
    wall,
    minFall: fallOf(od),
    mass,
    ring: { kind: 'flexible', strength: ofSN(sn) },
    price: priced(mass, perKilo),
  };
};

/** How much longer the sheet is than round, by the depth of its waves, mm. */
const WAVES: Record<number, number> = { 13: 1.08, 26: 1.24 };
const steel = (
  id: string,
  name: string,
  dn: number,
  [sheet, depth, inertia]: readonly [number, number, number],
  trade?: string,
): Product => {
  const mass = Math.round(DENSITY.steel * Math.PI * (dn + mm(depth)) * mm(sheet) * (WAVES[depth] ?? 1) * 10) / 10;
  return {
    ...DRAIN,
    ...(trade ? { trade } : {}),
    ...{ id, name, dn, od: dn + 2 * mm(depth), wall: mm(depth), minFall: fallOf(dn), roughness: 0.024, mass },
    material: 'metal',
    // Source: PS = E·I/(0.149·r³).
    ring: { kind: 'flexible', strength: (MODULUS.steel * inertia * 1e-9) / (0.149 * (dn / 2) ** 3) },
    price: priced(mass, 3),
    shapedBed: true,
    beds: ['sand', 'granular'],
  };
};

/** Sizes of drains, sewers and culverts by their standards, besides those that came first. */
export const drainSeries = (): readonly Product[] => [
  ...PVC_U.map(([od, wall]) => solid(`pvc-${od}`, `Drain pipe PVC-U ${od}`, mm(od), mm(wall), DENSITY.pvc, 8, 3.6)),
  ...PP.map(([od, wall]) => solid(`pp-${od}`, `Drain pipe PP ${od}`, mm(od), mm(wall), DENSITY.pp, 10, 4.6)),
  ...TWIN.map(([dn, od, mass]): Product => ({
    ...DRAIN,
    ...{ id: `twin-${dn}`, name: `Twin-wall drain ${dn}`, dn: mm(dn), od: mm(od), wall: mm((od - dn) / 2), minFall: fallOf(mm(dn)), mass },
    ring: { kind: 'flexible', strength: ofSN(8) },
    price: priced(mass, 5),
  })),
  ...CORRUGATED.map(([dn, od, mass, kPa]): Product => ({
    ...DRAIN,
    ...{ id: `corrugated-${inchId(dn)}`, name: `Corrugated drain PE ${inches(dn)}`, trade: inches(dn), dn: dn * INCH, od: od * INCH },
    ...{ wall: ((od - dn) / 2) * INCH, minFall: fallOf(dn * INCH), mass },
    ring: { kind: 'flexible', strength: kPa * 1000 },
    price: priced(mass, 4.5),
    stock: { form: 'stick', length: 20 * FOOT },
  })),
  ...SDR35.map(([size, od, wall]): Product => ({
    ...solid(`sewer-${inchId(size)}-35`, `Sewer pipe PVC ${inches(size)} SDR 35`, od * INCH, wall * INCH, DENSITY.pvc, 0, 3.6),
    ...{ trade: inches(size), dn: size * INCH },
    ring: { kind: 'flexible', strength: 320e3 },
    stock: { form: 'stick', length: 14 * FOOT },
  })),
  ...RIGID.map(([dn, wall]): Product => {
    const mass = Math.round(pipeMass(DENSITY.concrete, mm(dn + 2 * wall), mm(wall), 0.03));
    return {
      ...CONCRETE,
      ...{
        id: `concrete-${dn}`,
        name: `Concrete pipe ${dn}`,
        dn: mm(dn),
        od: mm(dn + 2 * wall),
        wall: mm(wall),
        minFall: fallOf(mm(dn)),
        mass,
      },
      // Source: class 120, 120 kN a metre and metre of bore.
      ring: { kind: 'rigid', strength: 120e3 * mm(dn) },
      price: priced(mass, 0.25),
    };
  }),
  ...STEEL.map(([dn, ...sheet]) => steel(`steel-${dn}`, `Corrugated steel ${dn}`, mm(dn), sheet)),
  ...STEEL_INCHES.map(([dn, ...sheet]) => steel(`steel-${inchId(dn)}`, `Corrugated steel ${inches(dn)}`, dn * INCH, sheet, inches(dn))),
  ...LAND.map(([od, mass]): Product => ({
    ...PERFORATED,
    ...{
      id: `land-drain-${od}`,
      name: `Land drain, perforated ${od}`,
      dn: mm(od),
      od: mm(od),
      wall: mm(od * 0.04),
      minFall: fallOf(1),
      mass,
    },
    ring: { kind: 'flexible', strength: ofSN(4) },
    price: priced(mass, 6),
  })),
  ...CORRUGATED.slice(0, 2).map(([dn, od, mass]): Product => ({
    ...PERFORATED,
    ...{ id: `land-drain-${inchId(dn)}`, name: `Land drain, perforated ${inches(dn)}`, trade: inches(dn), dn: dn * INCH, od: od * INCH },
    ...{ wall: ((od - dn) / 2) * INCH, minFall: fallOf(1), mass },
    ring: { kind: 'flexible', strength: 240e3 },
    price: priced(mass, 4.5),
    stock: { form: 'coil', length: 250 * FOOT },
  })),
];
