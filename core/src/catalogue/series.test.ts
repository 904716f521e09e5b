import { INCH } from '../units';
import { findProducts, saysAll, twoStandards, wordsOf } from './find';
import { findProduct, products, type Product } from '.';

/** Densities by what a line is called, kg/m³, written down here once more. */
const DENSITIES: readonly [RegExp, number][] = [
  [/PVC/, 1400],
  [/^Drain pipe PP/, 900],
  [/^(Water|Gas|Ground-loop|PEX|Pressure pipe PE|Data subduct|Microduct)/, 950],
  [/^Soft copper/, 8930],
  [/^Ductile/, 7050],
  [/^Concrete/, 2400],
];
const plain = (product: Product): number | undefined =>
  product.wall > 0 ? DENSITIES.find(([words]) => words.test(product.name))?.[1] : undefined;
/** Of those that came first masses are typical, sockets and all; of a series they follow from the wall. */
const SERIES = products().slice(products().findIndex(({ id }) => id === 'pvc-125'));

test.each(SERIES.flatMap((product) => (plain(product) ? [[product.name, product] as const] : [])))(
  '%s weighs what its wall does, by the areas of its two circles',
  (_, product) => {
    const bore = product.od - 2 * product.wall;
    const metal = (Math.PI / 4) * (product.od ** 2 - bore ** 2) * (plain(product) as number);
    expect(bore).toBeGreaterThan(0);
    // Sockets and rounding.
    expect(product.mass).toBeGreaterThan(metal * 0.99 - 0.006);
    expect(product.mass).toBeLessThan(metal * 1.08 + 0.51);
  },
);

/** Outside, wall and kg/m as the standards and usual tables print them. */
test.each([
  ['pvc-315', 0.315, 0.0092, 12.4],
  ['pp-400', 0.4, 0.0137, 15],
  ['water-90', 0.09, 0.0082, 2.12],
  ['water-180-17', 0.18, 0.0107, 5.37],
  ['gas-125', 0.125, 0.0114, 4.1],
  ['copper-28', 0.028, 0.0012, 0.9],
  ['copper-0-75in-k', 0.875 * INCH, 0.065 * INCH, 0.954],
  ['copper-2in-l', 2.125 * INCH, 0.07 * INCH, 2.6],
  ['ductile-200', 0.222, 0.0063, 32],
  ['concrete-600', 0.77, 0.085, 450],
  ['conduit-1in', 1.315 * INCH, 0.133 * INCH, 0.48],
  ['conduit-4in-80', 4.5 * INCH, 0.337 * INCH, 4.1],
])('%s by the printed table', (id, od, wall, mass) => {
  const product = findProduct(id);
  expect(product.od).toBeCloseTo(od, 6);
  expect(product.wall).toBeCloseTo(wall, 6);
  expect(Math.abs(product.mass / mass - 1)).toBeLessThan(0.08);
});

test('SDR is the outside over the wall: 11 and 17 for every size of PE, to the rounding of its wall', () => {
  const metric = products().filter(({ id }) => /^(water|gas|loop)-\d+(-17)?$/.test(id) && !/-20$/.test(id));
  expect(metric.length).toBeGreaterThan(40);
  for (const { id, od, wall } of metric) {
    const sdr = id.endsWith('-17') ? 17 : 11;
    expect({ id, off: Math.abs(od / sdr - wall) < 0.00012 || Math.abs(od / wall / sdr - 1) < 0.035 }).toEqual({ id, off: true });
  }
});

test('a conductor resists by its section: copper and aluminium to 12 % of ρ/A, as 50 mm² is drawn from 47', () => {
  const cables = products().filter(({ conductor }) => conductor);
  expect(cables.length).toBeGreaterThan(90);
  for (const { id, conductor } of cables) {
    if (!conductor) continue;
    const byArea = (conductor.metal === 'copper' ? 0.01755 : 0.0288) / conductor.area;
    expect({ id, near: Math.abs(conductor.resistance / byArea - 1) < 0.12 }).toEqual({ id, near: true });
  }
});

test('a telephone cable weighs more than the copper of its pairs and the jelly and sheath round them', () => {
  const cables = products().filter(({ id }) => id.startsWith('telephone-'));
  expect(cables.length).toBe(7);
  for (const { id, mass, od } of cables) {
    const copper = 2 * Number(id.split('-')[1]) * Math.PI * 0.25e-3 ** 2 * 8930;
    const round = (Math.PI / 4) * od ** 2 * 1000;
    expect({ id, between: mass > copper && mass < copper + 1.2 * round }).toEqual({ id, between: true });
  }
});

test('within a series a larger size is larger, heavier, and carries more', () => {
  const series = [/^lv-2x/, /^lv-5x/, /^mv-1x/, /^mv-3x/, /^corrugated-/, /^concrete-/, /^twin-/, /^fibre-/, /^telephone-/, /^earth-/];
  for (const words of series) {
    const rows = products()
      .filter(({ id }) => words.test(id))
      .sort((a, b) => a.od - b.od);
    expect(rows.length).toBeGreaterThan(3);
    for (const [i, row] of rows.slice(1).entries()) {
      const before = rows[i] as Product;
      expect(row.mass).toBeGreaterThan(before.mass);
      expect(row.price).toBeGreaterThanOrEqual(before.price);
      if (row.conductor && before.conductor) expect(row.conductor.rating).toBeGreaterThan(before.conductor.rating);
    }
  }
});

test('the catalogue reaches as far as crews order', () => {
  const has = (...ids: string[]) => ids.forEach((id) => expect(findProduct(id).id).toBe(id));
  has(
    'drain-110',
    'pvc-630',
    'pp-630',
    'twin-100',
    'twin-900',
    'corrugated-4in',
    'corrugated-36in',
    'water-20',
    'water-315',
    'water-315-17',
  );
  has(
    'pvc-pressure-63',
    'ductile-400',
    'copper-12',
    'copper-2in-k',
    'concrete-225',
    'concrete-1200',
    'culvert-300',
    'steel-1800',
    'land-drain-4in',
  );
  has('lv-2x1-5', 'lv-5x70', 'lv-4x400', 'single-14', 'single-750', 'mv-1x35', 'mv-3x400', 'conduit-0-5in', 'conduit-6in-80', 'fibre-144');
  has('telephone-2', 'telephone-100');
});

describe('found by typing', () => {
  const found = (typed: string) => findProducts(typed, products()).map(({ id }) => id);
  test('words and sizes as they are said', () => {
    expect(wordsOf('3×400 11kV, 1¼″')).toEqual(['3x400', '11', 'kv', '1-1/4', 'in']);
    expect(found('12 in culvert')).toEqual(['corrugated-12in', 'steel-12in']);
    expect(found('4/0')).toEqual(['single-4-0']);
    expect(found('3x400 11 kV')).toEqual(['mv-3x400']);
    expect(found('¾ copper')).toEqual(['copper-0-75in-k', 'copper-0-75in-l']);
    expect(found('3/4 copper')).toEqual(found('¾ copper'));
    expect(found('drain 110')).toEqual(['drain-110', 'pp-110']);
    expect(found('1 1/4 conduit')).toEqual(['conduit-1-25in', 'conduit-1-25in-80']);
    expect(found('pe 63 water')).toEqual(['water-63', 'water-63-17']);
    expect(found('french 4"')).toEqual(['land-drain-4in']);
    expect(found('10 pairs phone')).toEqual(['telephone-10']);
    expect(found('unobtainium')).toEqual([]);
  });
  test('every line is found by its own name', () => {
    for (const product of products()) expect(found(product.name)).toContain(product.id);
  });
  test('a figure is a whole one: 12 is not 125', () => expect(saysAll('drain pipe 125', '12')).toBe(false));
  test('a trade size of two standards is asked about; one of a single standard is not', () => {
    const one = twoStandards(findProducts('1 in water pe', products()));
    expect(one).toHaveLength(1);
    expect(one[0]?.made.map(({ od }) => Number((od / INCH).toFixed(3)))).toEqual([1.125, 1.315]);
    expect(twoStandards(findProducts('4/0', products()))).toEqual([]);
    expect(twoStandards(findProducts('6 in sewer', products()))[0]?.trade).toBe('6 in');
  });
});
