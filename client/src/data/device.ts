import type { Device } from '../store/book';
import { putOwn, readOwn } from '../store/own';
import { newId } from './newId';

/** The name entries made on this device carry. */
export function deviceId(): string {
  const known = readOwn<Device>('device');
  if (known) return known.id;
  const made: Device = { id: newId(), count: 0 };
  void putOwn('device', made);
  return made.id;
}
