import { list, type Loose } from './loose';

/** Since format 11 a reach says whether the ground is laid back at its ends. It was not asked before, and nothing was dug for it. */
export function runOf11(doc: Loose): Loose {
  const reaches = list(doc.reaches);
  return reaches.every((reach) => 'endsBack' in reach) ? doc : { ...doc, reaches: reaches.map((reach) => ({ endsBack: false, ...reach })) };
}
