const MOMENT = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric', hour: '2-digit', minute: '2-digit' });

/** A moment on this device's clock: `6 Nov 2026, 09:00`. */
export const showMoment = (iso: string): string => MOMENT.format(new Date(iso));

/** Today on this device's clock, as it stands on paper: `6 Nov 2026`. */
export const printedOn = (): string => new Date().toLocaleDateString('en-GB', { dateStyle: 'medium' });
