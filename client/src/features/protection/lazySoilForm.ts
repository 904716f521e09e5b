import { lazy } from 'react';

/** The form of a soil test, fetched when one is made. */
export const SoilForm = lazy(async () => ({ default: (await import('./later')).SoilForm }));
