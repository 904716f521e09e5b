import { lightFormat } from 'date-fns/lightFormat';
import { useClock } from './useClock';

const MINUTE = 60_000;
const dayNow = (): string => lightFormat(new Date(), 'yyyy-MM-dd');

/** Today on this device's calendar. */
export const useToday = (): string => useClock(dayNow, MINUTE);
