import { FOOT, INCH } from '../../../units';
import { COIL, DATA, DUCT, STICK } from '../ducts';
import type { Product } from '../types';
import { DENSITY, MODULUS, mm, inches, inchId, pipeMass, priced, stiffnessOf } from './closed';
import { SCHEDULES } from './pressure';

/** Outside and wall, mm. Source: typical of smooth duct by EN 61386-24; flexible, with its wave: outside, whole wall, kg/m. */
const SMOOTH = [
  [50, 2.4],
  [63, 3],
  [90, 3.5],
  [125, 4.8],
  [200, 6.2],
] as const;
const FLEXIBLE = [
  [40, 4, 0.2],
  [50, 5, 0.27],
  [75, 6.5, 0.45],
  [90, 7.5, 0.6],
  [110, 8.5, 0.8],
  [125, 9.5, 1],
  [160, 12, 1.5],
] as const;
/** Outside and wall, mm. Source: typical of PE subducts and microducts. */
const SUB = [
  [14, 2],
  [32, 3],
  [40, 3.7],
] as const;
const FIRST = new Set(['conduit-2in', 'conduit-4in']);

/** Sizes of ducts and conduits, besides those that came first. */
export const ductSeries = (): readonly Product[] =>
  [
    ...SMOOTH.map(([od, wall]): Product => {
      const mass = pipeMass(DENSITY.pvc, mm(od), mm(wall));
      return {
        ...DUCT,
        ...{
          id: `duct-${od}`,
          name: `Power duct ${od}`,
          dn: mm(od),
          od: mm(od),
          wall: mm(wall),
          minBend: 23 * mm(od),
          mass,
          price: priced(mass, 3.8),
        },
        ring: { kind: 'flexible', strength: 300e3 },
        stock: STICK,
      };
    }),
    ...FLEXIBLE.map(([od, wall, mass]): Product => ({
      ...DUCT,
      ...{ id: `duct-${od}-flex`, name: `Flexible power duct ${od}`, dn: mm(od), od: mm(od), wall: mm(wall), minBend: 5.6 * mm(od), mass },
      ring: { kind: 'flexible', strength: 300e3 },
      price: priced(mass, 6),
      stock: COIL,
    })),
    ...SUB.map(([od, wall]): Product => {
      const mass = pipeMass(DENSITY.pe, mm(od), mm(wall));
      return {
        ...DATA,
        ...{
          id: `subduct-${od}`,
          name: `${od < 20 ? 'Microduct' : 'Data subduct'} ${od}`,
          dn: mm(od),
          od: mm(od),
          wall: mm(wall),
          minBend: 15 * mm(od),
        },
        ...{ mass, price: priced(mass, 6) },
        ring: { kind: 'flexible', strength: stiffnessOf(MODULUS.pe, mm(od), mm(wall)) },
        stock: { form: 'coil', length: 300 },
      };
    }),
    ...SCHEDULES.flatMap(([size, od, ...walls]) =>
      walls.map((wall, i): Product => {
        const schedule = i === 0 ? 40 : 80;
        const mass = pipeMass(DENSITY.pvc, od * INCH, wall * INCH);
        return {
          ...DUCT,
          ...{
            id: `conduit-${inchId(size)}${schedule === 40 ? '' : '-80'}`,
            name: `PVC conduit ${inches(size)} schedule ${schedule}`,
            trade: inches(size),
          },
          ...{
            dn: (od - 2 * wall) * INCH,
            od: od * INCH,
            wall: wall * INCH,
            minBend: Math.max(0.1, 6 * od * INCH),
            mass,
            price: priced(mass, 3.5),
          },
          ring: { kind: 'flexible', strength: stiffnessOf(MODULUS.pvc, od * INCH, wall * INCH) },
          stock: { form: 'stick', length: 10 * FOOT },
        };
      }),
    ),
  ].filter(({ id }) => !FIRST.has(id));
