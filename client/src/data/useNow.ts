import { deviceClock } from './deviceClock';
import { useClock } from './useClock';

const STEP = 10_000;
const read = (): number => deviceClock().now();

/** Now, ms, by this device's clock put right by the server's. */
export const useNow = (): number => useClock(read, STEP);

/** Now, for what is worked out of a book that may be newer than the clock's last step: what was just entered is not of the future. */
export const nowAfter = (tick: number): number => Math.max(tick, read());
