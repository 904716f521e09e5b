import { lightFormat } from 'date-fns/lightFormat';

// As they are written in English: a browser asked for them reads the rules of a language first, which a page that opens waits for.
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sept', 'Oct', 'Nov', 'Dec'];
const day = (date: Date): string => `${date.getDate()} ${MONTHS[date.getMonth()]} ${date.getFullYear()}`;

/** A moment on this device's clock: `6 Nov 2026, 09:00`. */
export function showMoment(iso: string): string {
  const date = new Date(iso);
  return `${day(date)}, ${lightFormat(date, 'HH:mm')}`;
}

/** Today on this device's clock, as it stands on paper: `6 Nov 2026`. */
export const printedOn = (): string => day(new Date());
