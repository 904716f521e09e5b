import { isLoose, type Loose } from './loose';

/** Since format 13 a run may be a land drain, a service into a house or a field of loops; and stone may go up to under the surface. None was asked before. */
export const runOf13 = (doc: Loose): Loose =>
  'landDrain' in doc
    ? doc
    : {
        landDrain: null,
        house: null,
        loops: null,
        ...doc,
        reaches: Array.isArray(doc.reaches)
          ? doc.reaches.map((reach: unknown) => (isLoose(reach) ? { toSurface: false, ...reach } : reach))
          : doc.reaches,
      };
