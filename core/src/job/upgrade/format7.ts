import { isLoose, list, type Loose } from './loose';

/** Since format 7 tight places on the way in have ids. */
export function jobOf7(doc: Loose): Loose {
  const { clearance } = doc;
  if (!isLoose(clearance) || list(clearance.pinches).every(hasId)) return doc;
  return { ...doc, clearance: { ...clearance, pinches: numbered(clearance.pinches, 'p') } };
}

/** Stations of a list are this far apart since format 7, metres. */
const APART = 0.005;

/**
 * Since format 7 everything on a run that something else refers to has an id, and a pit has sides, ground and supports of its own. Ids follow from where
 * a thing stood in its list, or from the name where the name joined runs: the same document gets the same ids wherever it is opened.
 */
export function runOf7(doc: Loose): Loose {
  const { laid, inverts, existing: lines, structures, reaches, clearing, stations, water, conditions, logistics, ...rest } = doc;
  if (list(reaches).every(hasId)) return doc;
  const existing = list(lines).map((line, i): Loose => ({ id: `x${i + 1}`, ...line, exposures: list(line.exposures).map(seenFor) }));
  return {
    ...rest,
    stations: apart(list(stations), 'station'),
    laid: numbered(laid, 'l'),
    inverts: apart(list(inverts), 'station').map((level, i) => ({ id: `i${i + 1}`, ...level })),
    structures: list(structures).map((one) => ({
      id: `s-${code(String(one.name))}`,
      ...one,
      pit: isLoose(one.pit) ? pitOf(one.pit, one.pit.protection) : one.pit,
    })),
    reaches: apart(list(reaches), 'from').map((reach, i) => ({ id: `r${i + 1}`, ...reach, shortTerm: null, method: methodOf(reach) })),
    existing,
    clearing: list(clearing).flatMap((one) => clearingOf(one, existing)),
    water: apart(list(water), 'station'),
    conditions: isLoose(conditions) ? { ...conditions, beside: numbered(conditions.beside, 'b') } : conditions,
    logistics: isLoose(logistics)
      ? {
          ...logistics,
          byHand: numbered(logistics.byHand, 'h'),
          gaps: numbered(logistics.gaps, 'g'),
          suspect: numbered(logistics.suspect, 'u'),
        }
      : logistics,
  };
}

const hasId = (one: Loose): boolean => 'id' in one;
const numbered = (items: unknown, letter: string): Loose[] => list(items).map((item, i) => ({ id: `${letter}${i + 1}`, ...item }));
/** Records of earlier formats did not say how much was laid bare: as much as a spade opens. */
const seenFor = (record: Loose): Loose => (record.result === 'found' ? { seen: 0.5, ...record } : record);

/** Pits had upright sides, four of them, and people in them; only what held them was said. */
const pitOf = ({ length, width, below = 0 }: Loose, protection: unknown): Loose => ({
  length,
  width,
  below,
  soil: null,
  ends: { kind: 'vertical' },
  entry: true,
  left: { kind: 'vertical' },
  right: { kind: 'vertical' },
  protection,
  kit: null,
  panel: null,
  supportWidths: null,
  shortTerm: null,
});

/** The pits of a bore were held by what the reach said. */
function methodOf({ method, protection }: Loose): unknown {
  if (!isLoose(method) || method.kind !== 'bored') return method;
  const pit = (one: unknown) => (isLoose(one) ? pitOf(one, protection) : one);
  return { ...method, launch: pit(method.launch), receiving: pit(method.receiving) };
}

/** Progress was kept under the names of lines, those seen already with a tick behind. A line renamed since is not found: its window begins anew. */
function clearingOf({ lines, done }: Loose, existing: readonly Loose[]): Loose[] {
  const TICK = / ✓$/;
  const names = Array.isArray(lines) ? lines.map(String) : [];
  const idOf = (name: string) =>
    existing.find((line) => line.name === name || (TICK.test(name) && String(line.name).startsWith(name.replace(TICK, ''))))?.id;
  const ids = names.map(idOf);
  if (ids.some((id) => id === undefined)) return [];
  return [
    {
      hidden: ids.filter((_, i) => !TICK.test(names[i] as string)).sort(),
      seen: ids.filter((_, i) => TICK.test(names[i] as string)).sort(),
      done,
    },
  ];
}

/** Items typed closer together than a spade can tell are moved on to where the next may be. */
function apart(items: Loose[], key: string): Loose[] {
  let least = -Infinity;
  return items.map((item) => {
    const at = item[key];
    if (typeof at !== 'number') return item;
    const moved = at > least - APART && at < least ? least : at;
    least = moved + APART;
    return moved === at ? item : { ...item, [key]: moved };
  });
}

/** A short code of a text (FNV-1a, 32 bits), the same everywhere. */
function code(text: string): string {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return (hash >>> 0).toString(16).padStart(8, '0');
}
