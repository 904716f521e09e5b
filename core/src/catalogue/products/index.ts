import { once } from '../once';
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

/** Those most asked for. */
const usual: readonly Product[] = [...gravityPipes, ...pressurePipes, ...cables, ...ducts];
const usualById = new Map(usual.map((product) => [product.id, product]));

/**
 * Generic lines that ship with the program: those most asked for first, then whole series of sizes by their standards. The series are worked out when
 * somebody first asks for them: most pages never do.
 */
export const products = once((): readonly Product[] => [
  ...usual,
  ...drainSeries(),
  ...pressureSeries(),
  ...cableSeries(),
  ...ductSeries(),
]);
const anyById = once(() => new Map(products().map((product) => [product.id, product])));

const known = (id: string): Product | undefined => usualById.get(id) ?? anyById().get(id);

/** The entry of that id: the job's own first, then the catalogue's; undefined when neither has it. */
export const productWith = (id: string, own: readonly Product[] = []): Product | undefined =>
  own.find((product) => product.id === id) ?? known(id);

/** The catalogue entry. @throws RangeError for an id it does not hold. */
export function findProduct(id: string): Product {
  const product = known(id);
  if (!product) throw new RangeError(`No product “${id}” in the catalogue`);
  return product;
}
