import { later } from '../../ui/later';

/** The form of a soil test, fetched when one is made. */
export const SoilForm = later(async () => (await import('./later')).SoilForm);
