const KEY = 'tamper.device';

interface Device {
  id: string;
  count: number;
}

function read(store: Storage): Device | undefined {
  try {
    const { id, count } = JSON.parse(store.getItem(KEY) ?? '{}') as Partial<Device>;
    return typeof id === 'string' && typeof count === 'number' ? { id, count } : undefined;
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    return undefined;
  }
}

/** Where nothing can be kept: this page alone is the device. */
let fallback: Device | undefined;

function write(store: Storage, device: Device): void {
  fallback = device;
  try {
    store.setItem(KEY, JSON.stringify(device));
  } catch (error) {
    console.warn('The device cannot keep its name', error);
  }
}

/** The name entries made on this device carry. */
export function deviceId(store: Storage = localStorage): string {
  const known = read(store) ?? fallback;
  if (known) return known.id;
  const made = { id: crypto.randomUUID(), count: 0 };
  write(store, made);
  return made.id;
}

/** The place of the next entry in the order they are made on this device: never given twice. */
export function nextCount(store: Storage = localStorage): number {
  const id = deviceId(store);
  const count = Math.max(read(store)?.count ?? 0, fallback?.id === id ? fallback.count : 0) + 1;
  write(store, { id, count });
  return count;
}
