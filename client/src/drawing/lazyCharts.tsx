import { later } from '../ui/later';

/** Charts are large: what two screens share would load with the first one, so they come when one is drawn. */
export const LazyBarChart = later(async () => (await import('./charts')).BarChart);
export const LazyLineChart = later(async () => (await import('./charts')).LineChart);
