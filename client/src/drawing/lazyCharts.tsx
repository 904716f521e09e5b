import { lazy } from 'react';

/** Charts are large: what two screens share would load with the first one, so they come when one is drawn. */
export const LazyBarChart = lazy(async () => ({ default: (await import('./charts')).BarChart }));
export const LazyLineChart = lazy(async () => ({ default: (await import('./charts')).LineChart }));
