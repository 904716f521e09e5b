import { isLoose, list, type Loose } from './loose';

/**
 * Since format 9 a duct holds a list of cables, each with what it feeds; a circuit says which end it is fed from and what is taken on the way; a line
 * says which structures it goes in and out of.
 */
export const runOf9 = (doc: Loose): Loose =>
  list(doc.laid).some((line) => !('loops' in line)) ? { ...doc, laid: list(doc.laid).map(lineOf9) } : doc;

function lineOf9({ holds, circuit, ...line }: Loose): Loose {
  const fed = isLoose(circuit) ? { ...circuit, fedFrom: 'start', loads: [] } : null;
  // What was entered for a duct was of the cables in it.
  return isLoose(holds)
    ? { ...line, circuit: null, holds: [{ id: 'held', ...holds, circuit: fed }], loops: [] }
    : { ...line, circuit: fed, holds: [], loops: [] };
}
