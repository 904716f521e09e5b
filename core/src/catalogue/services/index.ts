import { cables } from './cables';
import { ducts } from './ducts';
import { gravityPipes } from './pipes';
import { pressurePipes } from './pressure';
import type { Service } from './types';

export * from './types';
export * from './families';

/** Slowest flow that keeps a drain clean, metres a second. */
export const SELF_CLEANSING = 0.7;
export const SELF_CLEANSING_BASIS = 'Usual drain practice: at least 0.7 m/s at half or full bore';
export const SERVICE_BASIS = 'Typical of its kind, no maker’s own; replace with the delivery note’s';

/** Generic lines that ship with the program. */
export const services: readonly Service[] = [...gravityPipes, ...pressurePipes, ...cables, ...ducts];
const byId = new Map(services.map((service) => [service.id, service]));

/** The entry of that id: the job's own first, then the catalogue's; undefined when neither has it. */
export const serviceWith = (id: string, own: readonly Service[] = []): Service | undefined =>
  own.find((service) => service.id === id) ?? byId.get(id);

/** The catalogue entry. @throws RangeError for an id it does not hold. */
export function findService(id: string): Service {
  const service = byId.get(id);
  if (!service) throw new RangeError(`No service “${id}” in the catalogue`);
  return service;
}
