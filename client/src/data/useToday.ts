import { lightFormat } from 'date-fns/lightFormat';
import { deviceClock } from './deviceClock';
import { useClock } from './useClock';

const MINUTE = 60_000;
const dayNow = (): string => lightFormat(new Date(deviceClock().now()), 'yyyy-MM-dd');

/** Today on the site's calendar, by this device's clock put right by the server's: set back a week, what ran out stays so. */
export const useToday = (): string => useClock(dayNow, MINUTE);
