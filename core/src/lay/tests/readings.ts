import type { TestLack, TestOf } from './verdict';

type Readings = TestOf['readings'];

/** The air everything is measured over, pascals. */
const ATMOSPHERE = 101_325;
const ZERO = 273.15;
/** A gauge is read to one part in so many of its scale; what is allowed to be lost has to be ten of these. */
const PARTS = 250;
const STEPS = 10;

/** What was read at a minute, even between readings; NaN outside them. */
export function readAt(readings: Readings, minute: number): number {
  const after = readings.findIndex((one) => one.minute >= minute - 1e-9);
  const b = readings[after];
  if (!b) return NaN;
  const a = readings[after - 1];
  if (!a || Math.abs(b.minute - minute) < 1e-9) return Math.abs(b.minute - minute) < 1e-9 ? b.value : NaN;
  return a.value + ((b.value - a.value) * (minute - a.minute)) / (b.minute - a.minute);
}

/** Time that does not run on, readings past the end of the scale, and a gauge on which the fall allowed is too little to be read. @param drop pascals; undefined: any gauge does. */
export function readingLacks(readings: Readings, gauge: number | null, drop?: number): TestLack[] {
  const back = readings.findIndex(({ minute }, i) => i > 0 && minute <= (readings[i - 1] as Readings[number]).minute);
  const most = gauge ?? Infinity;
  const over = readings.find(({ value }) => value > most + 1e-9);
  return [
    ...(back > 0
      ? [
          {
            code: 'backwards' as const,
            minute: (readings[back] as Readings[number]).minute,
            before: (readings[back - 1] as Readings[number]).minute,
          },
        ]
      : []),
    ...(over ? [{ code: 'offScale' as const, value: over.value, most }] : []),
    ...(drop !== undefined && gauge !== null && gauge > (PARTS / STEPS) * drop + 1e-6
      ? [{ code: 'gauge' as const, most: gauge, drop }]
      : []),
  ];
}

/** Were the readings taken for as long as is asked, from the start of the clock? Three of them at least where it takes longer than ten minutes. */
export function timeLacks(readings: Readings, asked: number): TestLack[] {
  const [first, last] = [readings[0], readings.at(-1)];
  const enough = first && last && first.minute <= 1e-9 && last.minute >= asked - 1e-6 && readings.length >= (asked > 10 ? 3 : 2);
  return enough ? [] : [{ code: 'few', asked, last: last?.minute ?? 0, count: readings.length }];
}

/** By how much a closed gas may rise from a reading to the next as it warms, pascals; without temperatures what a gauge shakes. Source: p/T is constant. */
function mayRise(a: Readings[number], b: Readings[number]): number {
  const shakes = Math.max(50, Math.abs(a.value) * 0.002);
  if (a.celsius === undefined || b.celsius === undefined) return shakes;
  return Math.max(0, (a.value + ATMOSPHERE) * ((b.celsius + ZERO) / (a.celsius + ZERO) - 1)) + shakes;
}

/** Pressure that rises by more than warmth explains: the test had not settled, or something is pumped in. */
export function risingLacks(readings: Readings): TestLack[] {
  for (let i = 1; i < readings.length; i++) {
    const [a, b] = [readings[i - 1], readings[i]] as [Readings[number], Readings[number]];
    if (b.value - a.value > mayRise(a, b)) return [{ code: 'rising', by: b.value - a.value, minute: b.minute }];
  }
  return [];
}
