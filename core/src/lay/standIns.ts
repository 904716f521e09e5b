import { normal, seeded } from '../chance';
import type { TestFact, TestHow } from '../book';
import type { TestOf } from './tests';
import { airPressures, airStart, testVerdict, wettedOf, boreOf } from './tests';

/** What a device that reads a test gives: the one interface a real one would have. */
export interface TestGauge {
  name: string;
  /** End of its scale in the unit it reads; null: it says none. */
  scale: number | null;
  /** What it says so many minutes after the clock was started. */
  read: (minute: number) => number;
}

/** What can be wrong with what a made-up gauge reads. */
export interface GaugeFaults {
  /** The line loses more than it may. */
  leak: boolean;
  /** It had not settled: the air is still warming. */
  warming: boolean;
}
export const NO_GAUGE_FAULTS: GaugeFaults = { leak: false, warming: false };

/** How a sound line and one that leaks lose of what they may. */
const [TIGHT, LEAKS] = [0.55, 1.4];

/** A made-up gauge on a line: the same readings for the same seed. Undefined where a test is read otherwise than on a gauge. */
export function madeUpGauge(
  how: TestHow,
  of: Pick<TestOf, 'product' | 'length' | 'rules'>,
  seed: number,
  faults: GaugeFaults,
): TestGauge | undefined {
  const { asked } = testVerdict({ how, readings: [], gauge: null, ...of });
  if (asked === undefined) return undefined;
  const share = faults.leak ? LEAKS : TIGHT;
  const shake = (minute: number, size: number) => size * 0.02 * normal(seeded(seed * 1009 + Math.round(minute * 60)));
  const falling = (start: number, drop: number, scale: number): TestGauge => ({
    name: 'Pressure gauge',
    scale,
    read: (minute) => {
      const warm = faults.warming ? drop * 1.5 * (minute / asked) : 0;
      return start - drop * share * Math.min(1.5, minute / asked) + warm + shake(minute, drop);
    },
  });
  switch (how.of) {
    case 'air': {
      const { drop } = airPressures[how.method];
      const start = airStart(how.method, how.water) * 1.01 + 0.1 * drop;
      return falling(start, drop, Math.min(25 * drop, start * 1.6));
    }
    case 'pressure': {
      const drop = of.rules.mainDrop.value ?? 0;
      return falling(how.asked + 0.1 * drop, drop, Math.min(25 * drop, how.asked * 1.6));
    }
    case 'water': {
      const rule = { pipes: of.rules.makeUpPipes, both: of.rules.makeUpBoth, chambers: of.rules.makeUpChambers }[how.what].value ?? 0;
      const wetted = (how.what === 'chambers' ? 0 : wettedOf(boreOf(of.product), of.length)) + (how.what === 'pipes' ? 0 : how.chambers);
      return { name: 'Measuring can', scale: null, read: (minute) => rule * wetted * share * (minute / asked) };
    }
    default:
      return undefined;
  }
}

/** The readings somebody would take with a gauge: at the start, half way and when the time is over. */
export const takenBy = (gauge: TestGauge, asked: number): TestFact['readings'] =>
  [0, asked / 2, asked].map((minute) => ({ minute, value: Math.round(gauge.read(minute) * 1e6) / 1e6 }));

/** A made-up pull gauge: the tension worked out, and what a real one would add. `snag`: it hangs somewhere, and pulls many times as hard. */
export const madeUpPull =
  (along: readonly { station: number; tension: number }[], seed: number, snag: boolean) =>
  (station: number): number => {
    const near = along.reduce(
      (best, one) => (Math.abs(one.station - station) < Math.abs(best.station - station) ? one : best),
      along[0] ?? { station: 0, tension: 0 },
    );
    return Math.max(0, near.tension * (snag ? 8 : 1) * (1 + 0.05 * normal(seeded(seed + Math.round(station * 10)))));
  };
