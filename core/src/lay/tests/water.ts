import { HEAD } from '../../units/gauge';
import { readAt, readingLacks, timeLacks } from './readings';
import { boreOf, curveOf, verdictOf, type Judge } from './verdict';

/** Minutes a water test lasts, and the pressures it is made between, pascals. Source: EN 1610: 30 min, 10 to 50 kPa at the crown. */
export const WATER_MINUTES = 30;
const LEAST = HEAD;
const MOST = 5 * HEAD;

/** Wetted inside of a pipe, m². Source: π·bore·length. */
export const wettedOf = (bore: number, length: number): number => Math.PI * bore * length;

/** Water: what has to be filled up in half an hour to keep the head, against the wetted inside. */
export const judgeWater: Judge<'water'> = ({ how, readings, gauge, product, length, rules }) => {
  const pipes = how.what === 'chambers' ? 0 : wettedOf(boreOf(product), length);
  const wetted = pipes + (how.what === 'pipes' ? 0 : how.chambers);
  const rule = { pipes: rules.makeUpPipes, both: rules.makeUpBoth, chambers: rules.makeUpChambers }[how.what];
  const limit = (rule.value ?? 0) * wetted;
  const sinks = readings.find(({ value }, i) => i > 0 && value < (readings[i - 1]?.value ?? 0) - 1e-12);
  const last = readings.at(-1);
  const order = readingLacks(readings, gauge);
  // More than may be filled up is too much, however early.
  const early = order.length === 0 && last !== undefined && last.value > limit + 1e-12 && last.minute < WATER_MINUTES;
  const lacks = [
    ...order,
    ...(how.head < LEAST - 1 || how.head > MOST + 1 ? [{ code: 'head' as const, least: LEAST, most: MOST, was: how.head }] : []),
    ...(sinks ? [{ code: 'falling' as const, minute: sinks.minute }] : []),
    ...(wetted > 0 ? [] : [{ code: 'notThis' as const }]),
    ...(early ? [] : timeLacks(readings, WATER_MINUTES)),
  ];
  const madeUp = early ? last.value : readAt(readings, WATER_MINUTES);
  return verdictOf(lacks, [{ id: 'madeUp', quantity: 'volume', value: madeUp, limit, sense: 'most', ok: madeUp <= limit + 1e-12 }], {
    asked: WATER_MINUTES,
    figures: [{ id: 'wetted', quantity: 'area', value: wetted }],
    curve: curveOf('volume', readings, limit, WATER_MINUTES),
  });
};
