import { formatVelocity } from './flow';
import { formatLength } from './length';
import { formatForce, formatMassOf, formatDensity, formatPressure } from './amount';
import type { UnitSystem } from './parsed';

const NUMBER = '\\d+(?:[.,]\\d+)?';
/** How a figure of a text is told in the other system, by its unit: SI from the figure, and the formatter. */
const METRIC: Record<string, (figure: number) => string> = {
  'kg/m³': (figure) => formatDensity(figure, 'us'),
  mm: (figure) => formatLength(figure / 1000, 'us', 'size'),
  m: (figure) => formatLength(figure, 'us'),
  kg: (figure) => formatMassOf(figure, 'us'),
  kPa: (figure) => formatPressure(figure * 1000, 'us'),
  'm/s': (figure) => formatVelocity(figure, 'us'),
  kN: (figure) => formatForce(figure * 1000, 'us'),
};
const METRIC_FIGURE = new RegExp(`(${NUMBER})(?:(–| × )(${NUMBER}))? (${Object.keys(METRIC).join('|')})(?![\\p{L}\\d²³/·])`, 'gu');
/** A figure of a standard with its other system's in brackets: both are in the text, one is told. */
const BOTH = new RegExp(`(${NUMBER}) (ft|in) \\((${NUMBER} (?:mm|m))\\)`, 'g');

/**
 * A text with its figures as a reader reads them: bases of rules and catalogues are written down once. `20 ft (6.1 m)` is the one or the other.
 * Names of supports and stone go by their sizes and are read the same way.
 * @example figuresIn('Usual: about 300 mm above the line', 'us') // 'Usual: about 11 3/4" above the line'
 */
export function figuresIn(text: string, system: UnitSystem): string {
  const one = text.replace(BOTH, (_, figure: string, unit: string, metric: string) => (system === 'us' ? `${figure} ${unit}` : metric));
  if (system !== 'us') return one;
  return one.replace(METRIC_FIGURE, (_, from: string, between: string | undefined, to: string | undefined, unit: string) => {
    const told = METRIC[unit] as (figure: number) => string;
    const figure = (written: string) => told(Number(written.replace(',', '')));
    return to === undefined ? figure(from) : `${figure(from)}${between}${figure(to)}`;
  });
}
