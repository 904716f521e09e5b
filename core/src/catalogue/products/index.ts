import { cables } from './cables';
import { ducts } from './ducts';
import { gravityPipes } from './pipes';
import { pressurePipes } from './pressure';
import { cableSeries } from './series/cables';
import { drainSeries } from './series/drains';
import { ductSeries } from './series/ducts';
import { pressureSeries } from './series/pressure';
import type { Product } from './types';

export * from './types';
export * from './families';

/** Slowest flow that keeps a drain clean, metres a second. */
export const SELF_CLEANSING = 0.7;
export const SELF_CLEANSING_BASIS = 'Usual drain practice, half and full';
export const PRODUCT_BASIS = 'Typical of its kind, no maker’s own; replace with the delivery note’s';

/** Generic lines that ship with the program: those most asked for first, then whole series of sizes by their standards. */
export const products: readonly Product[] = [
  ...gravityPipes,
  ...pressurePipes,
  ...cables,
  ...ducts,
  ...drainSeries,
  ...pressureSeries,
  ...cableSeries,
  ...ductSeries,
];
const byId = new Map(products.map((product) => [product.id, product]));

/** The entry of that id: the job's own first, then the catalogue's; undefined when neither has it. */
export const productWith = (id: string, own: readonly Product[] = []): Product | undefined =>
  own.find((product) => product.id === id) ?? byId.get(id);

/** The catalogue entry. @throws RangeError for an id it does not hold. */
export function findProduct(id: string): Product {
  const product = byId.get(id);
  if (!product) throw new RangeError(`No product “${id}” in the catalogue`);
  return product;
}
