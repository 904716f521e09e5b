import { byConductor, CABLE, DATA, LEAST, lv, MV } from '../cables';
import type { Conductor, Product } from '../types';
import { mm } from './closed';

/** Resistance of one copper conductor by its section in mm², mΩ/m at 20 °C. Source: IEC 60228, class 2. */
const COPPER = [
  [1.5, 12.1],
  [2.5, 7.41],
  [4, 4.61],
  [6, 3.08],
  [10, 1.83],
  [16, 1.15],
  [25, 0.727],
  [35, 0.524],
  [50, 0.387],
  [70, 0.268],
  [95, 0.193],
  [120, 0.153],
  [150, 0.124],
  [185, 0.0991],
  [240, 0.0754],
  [300, 0.0601],
  [400, 0.047],
] as const;
/** Current with two and with three conductors loaded, amperes. Source: IEC 60364-5-52, method D2, XLPE; 400 mm² by the same slope. */
const LOADED = [
  [27, 23],
  [35, 30],
  [46, 39],
  [58, 49],
  [77, 65],
  [100, 84],
  [129, 107],
  [155, 129],
  [183, 153],
  [225, 188],
  [270, 226],
  [306, 257],
  [343, 287],
  [387, 324],
  [448, 375],
  [502, 419],
  [568, 474],
] as const;
const D2 = { depth: 0.7, resistivity: 2.5, temperature: 20 };
/** Outside, mm, by section, of 2 to 5 cores. Source: typical of wire-armoured cable. */
const OUTSIDE: Readonly<Record<number, readonly number[]>> = {
  2: [12.3, 13.6, 14.7, 15.9, 18, 20.4, 21.5, 23.3, 25.8, 29, 33.1, 36.1, 39.3, 44.7, 49, 53.5, 59],
  3: [12.8, 14.1, 15.3, 0, 0, 0, 0, 28, 30, 33.5, 37.5, 40.4, 45.5, 49.8, 55.1, 60.2, 66.6],
  4: [13.5, 15, 16.4, 18.7, 21.1, 0, 0, 0, 0, 0, 0, 49, 53, 58, 64, 70, 78.1],
  5: [14.3, 16.1, 17.8, 20, 22.9, 26.6, 31.5, 34.8, 40.4, 46.3],
};
/** Copper by its section, and the rest by the outside: typical of wire-armoured cable. @param od mm. */
const armoured = (cores: number, area: number, od: number): number =>
  Math.round((cores * area * 8.93e-3 + 0.0147 * od + 0.00071 * od * od) * 100) / 100;

/** Size, section in mm², outside in mm, amperes. Source: US conductor sizes; amperes at 75 °C in earth of 30 °C. */
const SINGLES = [
  ['14 AWG', 2.08, 3.4, 20],
  ['12 AWG', 3.31, 3.9, 25],
  ['10 AWG', 5.26, 4.5, 35],
  ['8 AWG', 8.37, 6, 50],
  ['4 AWG', 21.2, 8.2, 85],
  ['3 AWG', 26.7, 8.9, 100],
  ['1 AWG', 42.4, 11.2, 130],
  ['1/0 AWG', 53.5, 12.2, 150],
  ['2/0 AWG', 67.4, 13.4, 175],
  ['3/0 AWG', 85, 14.7, 200],
  ['300 kcmil', 152, 19.5, 285],
  ['350 kcmil', 177, 20.8, 310],
  ['400 kcmil', 203, 21.9, 335],
  ['500 kcmil', 253, 24.1, 380],
  ['600 kcmil', 304, 26.7, 420],
  ['750 kcmil', 380, 29.4, 475],
] as const;
/** Stranded copper, Ω·mm²/m at 20 °C. */
const RHO = 0.01758;

/** Section in mm², mΩ/m, outside of 1 and of 3 cores in mm, amperes of each. Source: aluminium by IEC 60228; the rest typical of 11 kV. */
const HIGH = [
  [35, 0.868, 22, 54, 130, 125],
  [50, 0.641, 23, 57, 153, 147],
  [70, 0.443, 25, 62, 187, 180],
  [95, 0.32, 27, 0, 223, 0],
  [120, 0.253, 28.5, 72, 253, 243],
  [150, 0.206, 30, 76, 283, 272],
  [185, 0.164, 32, 80, 320, 308],
  [240, 0.125, 34.5, 86, 372, 356],
  [300, 0.1, 37, 92, 420, 402],
  [400, 0.0778, 40, 101, 480, 455],
] as const;

/** Words, outside in mm, kg/m, and pull in newtons. Source: typical of their kind. */
const FIBRES = [
  [24, 13, 0.14],
  [48, 14.5, 0.17],
  [96, 17, 0.24],
  [144, 20, 0.33],
] as const;
/** Telephone cables of so many pairs, 0.5 mm copper, filled: outside mm, kg/m. Source: usual tables of buried distribution cable. */
const TELEPHONES = [
  [2, 7.5, 0.06],
  [5, 9, 0.09],
  [10, 11, 0.13],
  [20, 13.5, 0.21],
  [30, 15.5, 0.29],
  [50, 19, 0.43],
  [100, 25.5, 0.8],
] as const;
const CONTROLS = [
  [12, 18.5, 0.65],
  [19, 22, 0.95],
  [27, 26, 1.3],
] as const;
/** Bare copper, section and outside. */
const EARTHS = [
  [16, 5.1],
  [25, 6.4],
  [35, 7.6],
  [70, 10.7],
  [95, 12.6],
  [120, 14.2],
] as const;

const priced = (copperArea: number, mass: number): number => Math.round((copperArea * 0.12 + mass * 2) * 10) / 10;

/** Sizes of cables, besides those that came first. */
export const cableSeries = (): readonly Product[] => [
  ...Object.entries(OUTSIDE).flatMap(([count, outsides]) =>
    outsides.flatMap((od, i): Product[] => {
      const [size, loaded] = [COPPER[i], LOADED[i]];
      if (!size || !loaded || od === 0) return [];
      const [area, milliohm] = size;
      const cores = Number(count);
      const conductor: Conductor = {
        ...{ metal: 'copper', area, cores, resistance: milliohm / 1000, reactance: 0.08e-3, hottest: 90 },
        ...{ rating: loaded[cores <= 3 ? 0 : 1], at: D2 },
      };
      const mass = armoured(cores, area, od);
      return [
        lv(
          `lv-${cores}x${String(area).replace('.', '-')}`,
          `LV armoured cable ${cores} × ${area} mm²`,
          mm(od),
          mass,
          conductor,
          priced(cores * area, mass),
        ),
      ];
    }),
  ),
  ...SINGLES.map(([size, area, od, rating]): Product => {
    const conductor: Conductor = {
      ...{ metal: 'copper', area, cores: 1, resistance: RHO / area, reactance: 0.08e-3, hottest: 75, rating },
      at: { depth: 0.8, resistivity: 1.2, temperature: 30 },
    };
    const mass = Math.round((area * 8.93e-3 + mm(od) * 4) * 100) / 100;
    return lv(
      `single-${size
        .toLowerCase()
        .replace('/', '-')
        .replace(/ awg| kcmil/, '')}`,
      `Single conductor ${size}`,
      mm(od),
      mass,
      conductor,
      priced(area, mass),
      size,
    );
  }),
  ...HIGH.flatMap(([area, milliohm, one, three, ampsOne, ampsThree]) =>
    (
      [
        [1, one, ampsOne],
        [3, three, ampsThree],
      ] as const
    ).flatMap(([cores, od, rating]): Product[] => {
      if (od === 0) return [];
      const conductor: Conductor = {
        metal: 'aluminium',
        area,
        cores,
        resistance: milliohm / 1000,
        reactance: 0.11e-3,
        hottest: 90,
        rating,
      };
      const mass = Math.round((cores * area * 2.7e-3 + (cores === 1 ? 0.0008 : 0.00115) * od * od) * 100) / 100;
      return [
        {
          ...MV,
          ...{
            id: `mv-${cores}x${area}`,
            name: `MV cable 11 kV ${cores} × ${area} mm²`,
            dn: mm(od),
            od: mm(od),
            mass,
            minBend: 15 * mm(od),
            conductor,
          },
          pull: byConductor(conductor),
          price: Math.round(30 + cores * area * 0.15),
        },
      ];
    }),
  ),
  ...FIBRES.map(([count, od, mass]): Product => ({
    ...DATA,
    ...{ id: `fibre-${count}`, name: `Fibre cable, ${count} fibres`, dn: mm(od), od: mm(od), mass, minBend: 20 * mm(od) },
    pull: { tension: 1500, sidewall: 2e3 },
    price: 1.5 + count / 24,
    stock: { form: 'drum', length: 1000 },
  })),
  ...TELEPHONES.map(([pairs, od, mass]): Product => ({
    ...DATA,
    ...{ id: `telephone-${pairs}`, name: `Telephone cable, ${pairs} pairs of 0.5 mm`, dn: mm(od), od: mm(od), mass, minBend: 10 * mm(od) },
    pull: byConductor({ metal: 'copper', area: (Math.PI / 4) * 0.5 ** 2, cores: 2 * pairs }),
    price: 1 + pairs / 10,
    tracer: false,
  })),
  ...CONTROLS.map(([count, od, mass]): Product => ({
    ...DATA,
    ...{
      id: `control-${count}`,
      name: `Control cable ${count} × 1.5 mm²`,
      family: 'control',
      dn: mm(od),
      od: mm(od),
      mass,
      minBend: 12 * mm(od),
    },
    pull: { tension: 700, sidewall: 3e3 },
    price: count / 2,
    tracer: false,
  })),
  ...EARTHS.map(([area, od]): Product => ({
    ...CABLE,
    ...{ id: `earth-${area}`, name: `Earth conductor, bare copper ${area} mm²`, family: 'earth', dn: mm(od), od: mm(od) },
    ...{ mass: Math.round(area * 8.93) / 1000, minBend: 12 * mm(od), pull: { tension: 50 * area, sidewall: 5e3 }, price: area / 6, bed: 0 },
    minCover: LEAST.earth,
  })),
];
