import { useClock } from './useClock';

const STEP = 15_000;
const isoNow = (): string => new Date().toISOString();

/** Now, ISO 8601 in UTC. */
export const useNow = (): string => useClock(isoNow, STEP);
