import type { AirMethod } from '../../book';
import { FOOT, INCH } from '../../units';
import { HEAD, PSI } from '../../units/gauge';
import { readAt, readingLacks, risingLacks, timeLacks } from './readings';
import { fallVerdict, type Judge } from './verdict';

/** What each method starts at and may lose, pascals. Source: EN 1610 table 3; the US low-pressure test of 3.5 to 2.5 psi (UNI-B-6, ASTM F1417). */
export const airPressures: Record<AirMethod, { start: number; drop: number }> = {
  LA: { start: 1000, drop: 250 },
  LB: { start: 5000, drop: 1000 },
  LC: { start: 10_000, drop: 1500 },
  LD: { start: 20_000, drop: 1500 },
  US: { start: 3.5 * PSI, drop: PSI },
};
export const AIR_BASIS =
  'EN 1610: t = ln(p₀/(p₀ − Δp))/K_p, K_p = min(12/DN, 0.058), dry concrete min(16/DN, 0.058); US: T = 0.085·D·K/Q, K = 0.000419·D·L at least 1, Q 0.0015';
/** Left to settle this long at least, minutes. */
const SETTLED = { en: 5, us: 2 };

/**
 * Minutes a pressure has to hold. Source: {@link AIR_BASIS}; EN 1610 to the nearest half minute up to 5, to whole minutes above.
 * @param dn nominal bore, metres. @param length of the stretch, metres: the US method asks longer of long ones.
 * @example airMinutes('LC', 0.25, 24, false) // 3.5
 */
export function airMinutes(method: AirMethod, dn: number, length: number, dry: boolean): number {
  if (method === 'US') {
    const inches = dn / INCH;
    const k = Math.max(1, 0.000419 * inches * (length / FOOT));
    return (0.085 * inches * k) / 0.0015 / 60;
  }
  const { start, drop } = airPressures[method];
  const k = Math.min((dry ? 16 : 12) / (dn * 1000), 0.058);
  const minutes = Math.log(start / (start - drop)) / k;
  return minutes <= 5 ? Math.round(minutes * 2) / 2 : Math.round(minutes);
}

/** Where the clock may be started: the method's pressure over that of the groundwater, pascals. @param water over the invert, metres. */
export const airStart = (method: AirMethod, water: number): number => airPressures[method].start + water * HEAD;

/** Air: what is lost in the time asked, from a start raised by the groundwater. The drop allowed stays. */
export const judgeAir: Judge<'air'> = ({ how, readings, gauge, product, length }) => {
  const { drop } = airPressures[how.method];
  const asked = airMinutes(how.method, product.dn, length, how.dry);
  const start = airStart(how.method, how.water);
  const settled = how.method === 'US' ? SETTLED.us : SETTLED.en;
  const [first, last] = [readings[0], readings.at(-1)];
  const lostSoFar = first && last ? first.value - last.value : 0;
  const order = readingLacks(readings, gauge, drop);
  const early =
    order.length === 0 &&
    first !== undefined &&
    first.minute <= 1e-9 &&
    lostSoFar > drop + 1e-6 &&
    last !== undefined &&
    last.minute < asked;
  const lacks = [
    ...(how.held ? [] : [{ code: 'plugs' as const }]),
    ...(how.settled < settled ? [{ code: 'settle' as const, asked: settled, was: how.settled }] : []),
    ...order,
    ...(order.length === 0 ? risingLacks(readings) : []),
    ...(first && first.value < start - 1e-6 ? [{ code: 'low' as const, asked: start, was: first.value }] : []),
    // What has lost too much before its time needs no more of it.
    ...(early ? [] : timeLacks(readings, asked)),
  ];
  const lost = early ? lostSoFar : (first?.value ?? NaN) - readAt(readings, asked);
  const from = first?.value ?? start;
  return fallVerdict(lacks, {
    readings,
    lost,
    from,
    drop,
    asked,
    figures: [
      { id: 'start', quantity: 'pressure', value: start },
      { id: 'drop', quantity: 'pressure', value: drop },
      { id: 'timeEn', quantity: 'minutes', value: airMinutes('LC', product.dn, length, how.dry) },
      { id: 'timeUs', quantity: 'minutes', value: airMinutes('US', product.dn, length, how.dry) },
    ],
  });
};
