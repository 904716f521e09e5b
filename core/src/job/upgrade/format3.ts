import { list, type Loose } from './loose';

/** Since format 3 a job has buckets, lines and distances of its own, and rates. */
export const jobOf3 = (doc: Loose): Loose =>
  'rates' in doc ? doc : { buckets: [], services: [], separations: [], rates: { currency: '¤', dig: 45, bedding: 60 }, ...doc };

/** Formats 1 and 2 named one `service`. Since format 3 a run lays up to eight lines, and a reach says what goes over them. */
export function runOf3(doc: Loose): Loose {
  if (typeof doc.service !== 'string') return doc;
  const { service, ...rest } = doc;
  const layers = { compaction: 'light', tape: null, tracer: false, plates: false, fabric: false, restoration: [], supportWidths: null };
  return {
    water: [],
    ...rest,
    services: [{ name: 'Line', service, x: 0, up: 0, circuit: null, holds: null }],
    reaches: list(doc.reaches).map((reach) => ({ ...layers, ...reach })),
  };
}
