import { BarChart, LineChart } from 'react-native-gifted-charts';

/** The chart library, in a piece of its own: see {@link ./lazyCharts}. */
export { BarChart, LineChart };
