/** A list as long as this is sent as the bytes of its numbers; shorter ones go as quickly as they are. */
const LONG = 64;

/** A list of records of the same numbers, such as a ground level at every half metre, row after row. */
interface Table {
  names: readonly string[];
  cells: Float64Array;
}

const isNumber = (value: unknown): value is number => typeof value === 'number';
const isObject = (value: unknown): value is object => typeof value === 'object' && value !== null;
/** What kind of object it is, whoever made it. */
const kindOf = (value: object): string => Object.prototype.toString.call(value).slice(8, -1);
const isBytes = (value: object): value is Float64Array => kindOf(value) === 'Float64Array';
/** Is it nothing but a list or a record? What else can be sent goes as it is. */
export const isPlain = (value: unknown): value is object => isObject(value) && (Array.isArray(value) || kindOf(value) === 'Object');

/** What was made of a thing: documents share what nobody changed, and it is not gone through at every key. */
const made = new WeakMap<object, object>();

/**
 * A thing with its long lists of numbers, and of records of numbers, as bytes: a browser copies those from a page to its worker and back ten times quicker
 * than number for number. What it has twice is sent once; where it has no such list it is the thing itself. That stays as it is, and must not be changed
 * any more.
 */
export function asColumns(thing: unknown): unknown {
  if (!isPlain(thing)) return thing;
  const known = made.get(thing);
  if (known) return known;
  const sent = (Array.isArray(thing) && bytesOf(thing)) || withColumns(thing);
  made.set(thing, sent);
  return sent;
}
function withColumns(thing: object): object {
  const parts = Object.entries(thing).map(([name, value]) => [name, asColumns(value), value] as const);
  if (parts.every(([, sent, value]) => Object.is(sent, value))) return thing;
  return Array.isArray(thing) ? parts.map(([, sent]) => sent) : Object.fromEntries(parts);
}

function bytesOf(list: readonly unknown[]): Float64Array | Table | undefined {
  if (list.length < LONG) return undefined;
  if (list.every(isNumber)) return Float64Array.from(list);
  const names = isPlain(list[0]) ? Object.keys(list[0]) : [];
  if (names.length === 0) return undefined;
  const cells = new Float64Array(list.length * names.length);
  let place = 0;
  for (const row of list) {
    if (!isPlain(row) || Array.isArray(row)) return undefined;
    const own = Object.keys(row);
    if (own.length !== names.length) return undefined;
    for (const name of names) {
      const value = (row as Record<string, unknown>)[name];
      if (!isNumber(value)) return undefined;
      cells[place++] = value;
    }
  }
  return { names, cells };
}

const isTable = (value: object): value is Table => 'cells' in value && isObject(value.cells) && isBytes(value.cells);

/** The thing that was sent: lists again. It is put together in what came, which nobody else has. */
export function asLists(sent: unknown, known = new Map<object, object>()): unknown {
  if (!isObject(sent)) return sent;
  const before = known.get(sent);
  if (before) return before;
  const thing = isBytes(sent) ? listOf(sent) : isTable(sent) ? rowsOf(sent) : sent;
  known.set(sent, thing);
  if (thing === sent && isPlain(sent))
    for (const [name, value] of Object.entries(sent)) if (isObject(value)) (sent as Record<string, unknown>)[name] = asLists(value, known);
  return thing;
}

function listOf(cells: Float64Array): number[] {
  const list: number[] = [];
  for (let i = 0; i < cells.length; i++) list.push(cells[i] as number);
  return list;
}

function rowsOf({ names, cells }: Table): Record<string, number>[] {
  const rows: Record<string, number>[] = [];
  for (let first = 0; first < cells.length; first += names.length) {
    const row: Record<string, number> = {};
    for (let i = 0; i < names.length; i++) row[names[i] as string] = cells[first + i] as number;
    rows.push(row);
  }
  return rows;
}
