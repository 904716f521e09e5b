import { type ComponentProps, type ComponentType } from 'react';
import { later } from '../ui/later';
import { type BarChart } from './charts';

/** Charts are large: what two screens share would load with the first one, so they come when one is drawn. */
export const LazyBarChart: ComponentType<ComponentProps<typeof BarChart>> = later(async () => (await import('./charts')).BarChart);
export const LazyLineChart = later(async () => (await import('./charts')).LineChart);
