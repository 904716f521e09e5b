import { deviceClock } from './deviceClock';
import { useClock } from './useClock';

const STEP = 10_000;
const read = (): number => deviceClock().now();

/** Now, ms, by this device's clock put right by the server's. */
export const useNow = (): number => useClock(read, STEP);
