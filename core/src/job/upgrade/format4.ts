import { isLoose, list, type Loose } from './loose';

/** Since format 4 a job holds tables of supports and what an hour of the crew costs. */
export const jobOf4 = (doc: Loose): Loose =>
  'kit' in doc ? doc : { kit: [], ...doc, rates: { crew: 40, ...(isLoose(doc.rates) ? doc.rates : {}) } };

/** Since format 4 a run says what stands beside it, and a reach which supports are coming. */
export function runOf4(doc: Loose): Loose {
  if ('guard' in doc) return doc;
  const guard = { beside: [], lift: null, open: 12, badAir: false, permeability: null, rain: 20e-3 / 3600, outlet: 1 };
  return { guard, ...doc, reaches: list(doc.reaches).map((reach) => ({ kit: null, panel: null, ...reach })) };
}
