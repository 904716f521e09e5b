import { isLoose, list, type Loose } from './loose';

/** Since format 10 a job holds owners' profiles, and its own lines say what they are made of. */
export const jobOf10 = (doc: Loose): Loose =>
  'owners' in doc
    ? doc
    : {
        ...doc,
        owners: [],
        kit: list(doc.kit).map(kitOf10),
        products: list(doc.products).map((product) => ({ ...product, material: materialOf(product) })),
        rates: isLoose(doc.rates) ? { ...doc.rates, prices: list(doc.rates.prices).flatMap(tapePrices) } : doc.rates,
      };

const FAMILIES = ['mv', 'power', 'earth', 'foul', 'storm', 'gas', 'heat', 'water', 'control', 'data'];
/** There was one tape for all kinds of line. */
const tapePrices = (price: Loose): Loose[] =>
  price.item === 'cover.tape' ? FAMILIES.map((family) => ({ ...price, item: `cover.tape.${family}` })) : [price];

/** An own line was made from one of the catalogue, whose id is in its own. */
function materialOf({ id, kind, ring, shapedBed }: Loose): string {
  if (kind === 'cable') return 'cable';
  if (/^own-copper/.test(String(id))) return 'copper';
  if (/^own-ductile/.test(String(id)) || shapedBed === true) return 'metal';
  return isLoose(ring) && ring.kind === 'rigid' ? 'concrete' : 'plastic';
}

/** Plates were of one size then. */
const PLATE = { length: 0.9, width: 0.25, rows: null };

/** Since format 10 a reach has a tape over each of its lines, plates have a size, a line an owner, and a bore its dip and its duct. */
export function runOf10(doc: Loose): Loose {
  const laid = list(doc.laid);
  const reaches = list(doc.reaches);
  if (!laid.some((line) => !('owner' in line)) && !reaches.some((reach) => !('tapes' in reach))) return doc;
  const [lead] = laid;
  return {
    ...doc,
    structures: list(doc.structures).map((one) => (isLoose(one.pit) ? { ...one, pit: pitOf10(one.pit) } : one)),
    laid: laid.map((line) => ({ owner: null, ...line })),
    reaches: reaches.map(({ tape, plates, method, ...reach }) => ({
      ...reach,
      // What was bored was straight, and the line itself drawn in.
      method:
        isLoose(method) && method.kind === 'bored'
          ? { ...method, launch: pitOf10(method.launch), receiving: pitOf10(method.receiving), bow: null, duct: null }
          : method,
      whole: null,
      // The one tape lay in the middle, over the line that leads.
      tapes: isLoose(tape) && lead ? [{ id: lead.id, ...tape }] : [],
      plates: plates === true ? PLATE : null,
    })),
  };
}

/** Boxes were pushed down as they were dug. */
const pitOf10 = (pit: unknown): unknown => (isLoose(pit) ? { ...pit, whole: null } : pit);

/** A table of shores had one mix and one spacing, and no rails; of a box nobody asked how high its lowest strut is. */
function kitOf10({ mix, spacing, ...kit }: Loose): Loose {
  if (kit.kind === 'shield') return { ...kit, strut: 0.75 };
  if (kit.kind !== 'shores') return kit;
  const spacings = typeof spacing === 'number' ? [{ depth: kit.depth, spacing }] : [];
  return { ...kit, mixes: { summer: mix, winter: mix }, spacings, rails: [], spot: false };
}
