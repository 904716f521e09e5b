import { FOOT, INCH } from '../../../units';
import { FINE, GAS, HEAT, METAL, PE, pullPE, WATER } from '../pressure';
import type { Product } from '../types';
import { DENSITY, MODULUS, mm, inches, inchId, pipeMass, priced, stiffnessOf } from './closed';

/** Outside diameter and walls at SDR 11 and SDR 17, mm; 0 where it is not made. Source: EN 12201. */
const PE_PIPE = [
  [20, 2, 0],
  [25, 2.3, 0],
  [32, 3, 2],
  [40, 3.7, 2.4],
  [50, 4.6, 3],
  [63, 5.8, 3.8],
  [75, 6.8, 4.5],
  [90, 8.2, 5.4],
  [110, 10, 6.6],
  [125, 11.4, 7.4],
  [140, 12.7, 8.3],
  [160, 14.6, 9.5],
  [180, 16.4, 10.7],
  [200, 18.2, 11.9],
  [225, 20.5, 13.4],
  [250, 22.7, 14.8],
  [280, 25.4, 16.6],
  [315, 28.6, 18.7],
] as const;
/** Size, outside and wall, inches. Source: ASTM D2737, SDR 9 (copper tube size) and ASTM F714, SDR 11 (iron pipe size). */
const TUBE = [
  [0.75, 0.875, 0.097],
  [1.25, 1.375, 0.153],
  [1.5, 1.625, 0.181],
  [2, 2.125, 0.236],
] as const;
const IRON_SIZE = [
  [0.75, 1.05, 0.095],
  [1, 1.315, 0.12],
  [1.25, 1.66, 0.151],
  [1.5, 1.9, 0.173],
  [3, 3.5, 0.318],
  [4, 4.5, 0.409],
  [6, 6.625, 0.602],
  [8, 8.625, 0.784],
] as const;
/** Outside and wall, mm. Source: EN ISO 1452, PN 16. */
const PVC_U = [
  [63, 4.7],
  [75, 5.6],
  [90, 6.7],
  [110, 6.6],
  [125, 7.4],
  [140, 8.3],
  [160, 9.5],
  [200, 11.9],
  [225, 13.4],
  [250, 14.8],
  [315, 18.7],
] as const;
/** Size, outside, walls of schedule 40 and 80, inches. Source: ASTM D1785; conduit by the same figures. */
export const SCHEDULES = [
  [0.5, 0.84, 0.109, 0.147],
  [0.75, 1.05, 0.113, 0.154],
  [1, 1.315, 0.133, 0.179],
  [1.25, 1.66, 0.14, 0.191],
  [1.5, 1.9, 0.145, 0.2],
  [2, 2.375, 0.154, 0.218],
  [2.5, 2.875, 0.203, 0.276],
  [3, 3.5, 0.216, 0.3],
  [4, 4.5, 0.237, 0.337],
  [6, 6.625, 0.28, 0.432],
] as const;
/** Bore, outside and iron wall, mm. Source: EN 545, K 9. */
const IRON = [
  [80, 98, 6],
  [125, 144, 6],
  [150, 170, 6],
  [200, 222, 6.3],
  [250, 274, 6.8],
  [300, 326, 7.2],
  [350, 378, 7.7],
  [400, 429, 8.1],
] as const;
/** Outside and wall, mm. Source: EN 1057, soft coils. */
const COPPER = [
  [12, 0.8],
  [15, 1],
  [18, 1],
  [28, 1.2],
] as const;
/** Size, outside, walls K and L, inches, coil, feet. Source: ASTM B88. */
const COPPER_INCHES = [
  [0.5, 0.625, 0.049, 0.04, 60],
  [0.75, 0.875, 0.065, 0.045, 60],
  [1, 1.125, 0.065, 0.05, 60],
  [1.25, 1.375, 0.065, 0.055, 60],
  [1.5, 1.625, 0.072, 0.06, 40],
  [2, 2.125, 0.083, 0.07, 40],
] as const;
/** Outside and wall, mm. Source: EN ISO 15875, S 3.2. */
const PEX = [
  [16, 2.2],
  [20, 2.8],
  [25, 3.5],
  [40, 5.5],
] as const;

/** Coils to 90 mm, sticks above. */
const stockOf = (od: number): Product['stock'] => (od <= 0.0901 ? { form: 'coil', length: 100 } : { form: 'stick', length: 12 });
const pe = (id: string, name: string, od: number, wall: number): Product => {
  const mass = pipeMass(DENSITY.pe, od, wall);
  return {
    ...PE,
    ...{ id, name, dn: od, od, wall, mass, minBend: 25 * od, price: priced(mass, 6) },
    ring: { kind: 'flexible', strength: stiffnessOf(MODULUS.pe, od, wall) },
    pull: pullPE(od, wall),
    stock: stockOf(od),
  };
};
const pvc = (id: string, name: string, od: number, wall: number, length = 6): Product => {
  const mass = pipeMass(DENSITY.pvc, od, wall);
  return {
    ...WATER,
    ...{ id, name, dn: od, od, wall, mass, minBend: 0, price: priced(mass, 4), pull: null },
    ring: { kind: 'flexible', strength: stiffnessOf(MODULUS.pvc, od, wall) },
    beds: [...FINE, 'granular'],
    stock: { form: 'stick', length },
  };
};
const copper = (id: string, name: string, od: number, wall: number, length: number): Product => {
  const mass = pipeMass(DENSITY.copper, od, wall);
  return {
    ...METAL,
    ...{ id, name, dn: od, od, wall, mass, minBend: 8 * od, price: priced(mass, 19), ring: null, beds: FINE },
    stock: { form: 'coil', length },
  };
};
/** Besides sizes that came first, by their ids. */
const FIRST = new Set(['water-25', 'water-32', 'water-63', 'water-110', 'gas-32', 'gas-63', 'loop-40']);
const bySize = (product: Product, size: number): Product => ({ ...product, trade: inches(size) });

/** Sizes of pipes under pressure by their standards, besides those that came first. */
export const pressureSeries = (): readonly Product[] =>
  [
    ...PE_PIPE.map(([od, wall]) => pe(`water-${od}`, `Water pipe PE ${od}`, mm(od), mm(wall))),
    ...PE_PIPE.filter(([, , thin]) => thin > 0).map(([od, , thin]) => pe(`water-${od}-17`, `Water pipe PE ${od} SDR 17`, mm(od), mm(thin))),
    ...PE_PIPE.filter(([od]) => od <= 180).map(([od, wall]) => ({ ...pe(`gas-${od}`, `Gas pipe PE ${od}`, mm(od), mm(wall)), ...GAS })),
    ...PE_PIPE.filter(([od]) => od >= 25 && od <= 200).map(([od, wall]) => ({
      ...pe(`loop-${od}`, `Ground-loop pipe PE ${od}`, mm(od), mm(wall)),
      ...HEAT,
    })),
    ...TUBE.map(([size, od, wall]) =>
      bySize(pe(`tube-${inchId(size)}`, `Water tube PE ${inches(size)}, tube size`, od * INCH, wall * INCH), size),
    ),
    ...IRON_SIZE.map(([size, od, wall]) =>
      bySize(pe(`ips-${inchId(size)}`, `Water pipe PE ${inches(size)}, pipe size`, od * INCH, wall * INCH), size),
    ),
    ...IRON_SIZE.slice(0, 3).map(([size, od, wall]) => ({
      ...bySize(pe(`loop-${inchId(size)}`, `Ground-loop pipe PE ${inches(size)}`, od * INCH, wall * INCH), size),
      ...HEAT,
    })),
    ...PVC_U.map(([od, wall]) => pvc(`pvc-pressure-${od}`, `Pressure pipe PVC-U ${od}`, mm(od), mm(wall))),
    ...SCHEDULES.flatMap(([size, od, ...walls]) =>
      walls.map((wall, i) => {
        const schedule = i === 0 ? 40 : 80;
        const id = `pvc-${inchId(size)}-${schedule}`;
        return bySize(pvc(id, `Pressure pipe PVC ${inches(size)} schedule ${schedule}`, od * INCH, wall * INCH, 20 * FOOT), size);
      }),
    ),
    ...IRON.map(([dn, od, wall]): Product => {
      const mass = pipeMass(DENSITY.iron, mm(od), mm(wall), 0.07);
      return {
        ...METAL,
        ...{ id: `ductile-${dn}`, name: `Ductile iron ${dn}`, material: 'metal', dn: mm(dn), od: mm(od), wall: mm(wall), mass, minBend: 0 },
        ring: { kind: 'flexible', strength: stiffnessOf(MODULUS.iron, mm(od), mm(wall)) },
        price: priced(mass, 2.4),
        beds: ['sand', 'sifted', 'granular'],
        stock: { form: 'stick', length: 6 },
      };
    }),
    ...COPPER.map(([od, wall]) => copper(`copper-${od}`, `Soft copper coil ${od}`, mm(od), mm(wall), 25)),
    ...COPPER_INCHES.flatMap(([size, od, k, l, coil]) =>
      (
        [
          ['K', k],
          ['L', l],
        ] as const
      ).map(([type, wall]) =>
        bySize(
          copper(
            `copper-${inchId(size)}-${type.toLowerCase()}`,
            `Soft copper tube ${inches(size)} type ${type}`,
            od * INCH,
            wall * INCH,
            coil * FOOT,
          ),
          size,
        ),
      ),
    ),
    ...PEX.map(([od, wall]) => ({ ...pe(`pex-${od}`, `PEX pipe ${od}`, mm(od), mm(wall)), minBend: 8 * mm(od) })),
  ].filter(({ id }) => !FIRST.has(id));
