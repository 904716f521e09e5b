import { ruleSetIds } from '../rules';
import {
  beddings,
  families,
  familyIds,
  findProduct,
  largestGrain,
  utilityMarks,
  loadCovers,
  machines,
  separations,
  products,
  productWith,
  supportClasses,
  surfaces,
  wheels,
  type Product,
} from '.';

describe('every line of the catalogue', () => {
  test.each(products().map((product) => [product.name, product] as const))(
    '%s can be laid: what it says of itself holds together',
    (_, product) => {
      expect(product.od).toBeGreaterThan(2 * product.wall);
      expect(product.dn).toBeLessThanOrEqual(product.od + 1e-9);
      expect(product.beds.length).toBeGreaterThan(0);
      expect(product.mass).toBeGreaterThan(0);
      expect(product.stock.length).toBeGreaterThan(1);
      expect(product.coverBasis).not.toBe('');
      for (const surface of surfaces) expect(product.minCover[surface]).toBeGreaterThanOrEqual(0.3);
      // Traffic never asks for less than a field does.
      expect(product.minCover.road).toBeGreaterThanOrEqual(product.minCover.footway);
      if (product.kind === 'gravity')
        expect(product).toMatchObject({ minFall: expect.any(Number) as number, roughness: expect.any(Number) as number });
      expect(product.kind === 'gravity' ? product.minFall > 0 : product.minFall === 0).toBe(true);
      expect(product.ring === null).toBe(product.kind === 'cable' || product.id.startsWith('copper'));
    },
  );
  test('ids and names are its own', () => {
    expect(new Set(products().map(({ id }) => id)).size).toBe(products().length);
    expect(new Set(products().map(({ name }) => name)).size).toBe(products().length);
  });
  test('soft copper and cables lie in nothing sharp; plastic drains may', () => {
    for (const product of products().filter(({ kind, id }) => kind === 'cable' || id.startsWith('copper')))
      expect(product.beds.filter((bed) => beddings[bed].sharp)).toEqual([]);
    expect(findProduct('drain-110').beds.some((bed) => beddings[bed].sharp)).toBe(true);
  });
  test('of one kind of cable a larger section resists less, carries more, weighs more', () => {
    const four = products()
      .filter(({ conductor, family }) => family === 'power' && conductor?.cores === 4)
      .sort((a, b) => (a.conductor?.area ?? 0) - (b.conductor?.area ?? 0));
    const rising = (of: (product: Product) => number) => four.map(of).every((value, i, all) => i === 0 || value > (all[i - 1] ?? 0));
    expect(four.length).toBeGreaterThan(3);
    expect([
      rising(({ conductor }) => conductor?.area ?? 0),
      rising(({ conductor }) => conductor?.rating ?? 0),
      rising(({ mass }) => mass),
    ]).toEqual([true, true, true]);
    expect(rising(({ conductor }) => -(conductor?.resistance ?? 0) + 1)).toBe(true);
  });
  test('US trade sizes are there beside the metric ones', () => {
    expect(
      products()
        .filter(({ trade }) => trade)
        .map(({ trade }) => trade),
    ).toEqual(expect.arrayContaining(['4 in', '2 in', '6 AWG', '250 kcmil']));
  });
  test('the job’s own lines come first; an unknown id is no line', () => {
    const own: Product = { ...findProduct('drain-110'), id: 'drain-160', name: 'Ours' };
    expect(productWith('drain-160', [own])?.name).toBe('Ours');
    expect(productWith('rope')).toBeUndefined();
    expect(() => findProduct('rope')).toThrow('No product “rope”');
  });
});

describe('tables beside it', () => {
  test('every family has a marking letter, and power lies lower than data by custom', () => {
    for (const id of familyIds) expect(utilityMarks[families[id].mark].letter).toMatch(/^[A-Z?]$/);
    expect(families.power.rank).toBeLessThan(families.data.rank);
  });
  test.each(ruleSetIds)('distances of %s name each pair once, and an upper one of the two', (id) => {
    const pairs = separations[id].map(({ between }) => [...between].sort().join());
    expect(new Set(pairs).size).toBe(pairs.length);
    for (const { between, upper } of separations[id]) if (upper) expect(between).toContain(upper);
  });
  test('grains grow with the bore, support from dumped to dense, loads with the cover they ask for', () => {
    const rising = (values: readonly number[]) => values.every((value, i) => i === 0 || value >= (values[i - 1] ?? 0));
    expect(rising(largestGrain.map(({ grain }) => grain))).toBe(true);
    for (const { from, to } of Object.values(supportClasses)) expect(to).toBeGreaterThan(from);
    expect(rising(loadCovers.map(({ cover }) => cover))).toBe(true);
    expect(wheels.road.load).toBeGreaterThan(wheels.field.load);
  });
  test('a larger machine brings no narrower buckets, narrowest first', () => {
    for (const { buckets } of Object.values(machines)) expect([...buckets]).toEqual([...buckets].sort((a, b) => a - b));
  });
});
