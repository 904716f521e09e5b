import { isLoose, list, type Loose } from './loose';

/** Since format 6 pipes, ducts and cables of the job's own are `products`, and hours are priced as labour. */
export function jobOf6(doc: Loose): Loose {
  if (!('services' in doc)) return doc;
  const { services, ...rest } = doc;
  const { rates } = rest;
  const priced = (one: Loose): Loose => (typeof one.item === 'string' ? { ...one, item: one.item.replace(/^works\./, 'labour.') } : one);
  return { products: services, ...rest, rates: isLoose(rates) ? { ...rates, prices: list(rates.prices).map(priced) } : rates };
}

/** Since format 6 the parts of a run are called by the trade's words. */
export function runOf6(doc: Loose): Loose {
  if ('laid' in doc) return doc;
  const { services, fixed, lines, way, guard, works, ...rest } = doc;
  const product = ({ service, ...line }: Loose): Loose => ({ ...line, product: service });
  return {
    ...rest,
    laid: list(services).map((line) => ({ ...product(line), holds: isLoose(line.holds) ? product(line.holds) : line.holds })),
    inverts: fixed,
    existing: lines,
    access: way,
    conditions: guard,
    logistics: isLoose(works) ? { ...works, drums: list(works.drums).map(product) } : works,
  };
}
