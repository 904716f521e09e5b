import { isLoose, type Loose } from './loose';

/** Since format 5 a job holds machines of its own, the crew's pace and what hours, loads and items cost. */
export function jobOf5(doc: Loose): Loose {
  if ('pace' in doc) return doc;
  const pace = { people: 3, shift: 8, minutes: 47, logged: [], barrow: 0.08, lorry: { volume: 9, payload: 16_000 } };
  const rates = { fuel: 1.5, handle: 4, haul: 6, off: 28, prices: [], waste: 0.05 };
  return { machines: [], pace, ...doc, rates: { ...rates, ...(isLoose(doc.rates) ? doc.rates : {}) } };
}

/** Since format 5 a run says where no machine or heap can be, and what is on the drums. */
export const runOf5 = (doc: Loose): Loose =>
  'works' in doc ? doc : { works: { byHand: [], gaps: [], suspect: [], stockpile: null, drums: [], delivery: 0, lost: 0.1 }, ...doc };
