import type { FilledFact } from '../book';

/** A lift of what was dug, along the first 24 m. */
export const filledFact = (change: Partial<FilledFact> = {}): FilledFact => ({
  kind: 'filled',
  from: 0,
  to: 24,
  layer: 'fill',
  material: 'What was dug',
  mark: { from: 'ground', at: 0.453 },
  thickness: 0.147,
  side: 'both',
  compactor: 'rammer',
  passes: 4,
  squeeze: null,
  revision: '10000000-0000-4000-8000-000000000001',
  note: '',
  ...change,
});
