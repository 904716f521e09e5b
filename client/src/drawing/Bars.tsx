import { Text } from '../ui/Text';
import { View } from '../ui/View';
import { sans } from '../theme/fonts';
import { colours } from '../theme/tokens';
import { LazyBarChart } from './lazyCharts';

export interface Bar {
  name: string;
  value: number;
  /** What stands over it. */
  shown: string;
  colour?: string;
}

/** A few bars with their value over them. */
export function Bars({ bars, label, width, height = 150 }: { bars: readonly Bar[]; label: string; width: number; height?: number }) {
  const each = width / Math.max(1, bars.length);
  const most = Math.max(...bars.map(({ value }) => value), 0.001);
  return (
    <View role="img" aria-label={label} style={{ minHeight: height + 30 }}>
      <LazyBarChart
        width={width}
        height={height}
        data={bars.map(({ name, value, shown, colour = colours.clay }) => ({
          value,
          label: name,
          frontColor: colour,
          topLabelComponent: () => <Text variant="labelMedium">{shown}</Text>,
          topLabelContainerStyle: { width: each, left: -each * 0.2 },
        }))}
        barWidth={each * 0.6}
        spacing={each * 0.4}
        initialSpacing={each * 0.2}
        endSpacing={0}
        maxValue={most * 1.25}
        hideRules
        hideYAxisText
        yAxisThickness={0}
        yAxisLabelWidth={0}
        xAxisThickness={1}
        xAxisColor={colours.faded}
        xAxisLabelTextStyle={{ color: colours.ink, fontSize: 13, fontFamily: sans.regular, width: each, textAlign: 'center' }}
        disablePress
        isAnimated={false}
      />
    </View>
  );
}
