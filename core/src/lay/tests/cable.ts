import { readingLacks } from './readings';
import { verdictOf, type Judge } from './verdict';

/** Insulation halves with every so many degrees it is warmer, °C. Source: usual practice; the cable maker's table rules. */
const HALVES = 10;
const AT = 20;
/** How long the voltage is on before it is read, minutes. */
const ON = 1;
/** Resistance of copper and aluminium rises by so much a degree. Source: IEC 60228. */
const PER_DEGREE = 0.004;
/** Leads and clamps, ohms, and how much more than its length says a conductor may read. */
const LEADS = 0.02;
const MORE = 1.1;

/** Insulation as it would be at 20 °C, ohms. @example at20(50e6, 30) // 100e6 */
export const at20 = (ohms: number, celsius: number): number => ohms * 2 ** ((celsius - AT) / HALVES);

/** Insulation: the worst core, put right for how warm it is, a minute after the voltage was put on. */
export const judgeInsulation: Judge<'insulation'> = ({ how, readings, gauge, length, rules }) => {
  const least = rules.insulationLeast.value ?? 0;
  // Each reading is of one core against the rest, at the minute it was read after the voltage was put on.
  const soon = readings.filter(({ minute }) => minute < ON - 1e-9);
  const most = gauge ?? Infinity;
  const over = readings.find(({ value }) => value > most + 1e-9);
  const lacks = [
    ...(over ? [{ code: 'offScale' as const, value: over.value, most }] : []),
    ...(readings.length === 0 || soon.length > 0
      ? [{ code: 'few' as const, asked: ON, last: soon[0]?.minute ?? 0, count: readings.length }]
      : []),
  ];
  const worst = Math.min(...readings.map(({ value }) => at20(value, how.celsius)));
  return verdictOf(lacks, [{ id: 'insulation', quantity: 'ohms', value: worst, limit: least, sense: 'least', ok: worst >= least }], {
    figures: Number.isFinite(worst) ? [{ id: 'perKm', quantity: 'ohmKm', value: (worst * length) / 1000 }] : [],
  });
};

/** Resistance a conductor has by its length and warmth, ohms. Source: R₂₀·L·(1 + 0.004·(T − 20)). */
export const conductorOhms = (resistance: number, length: number, celsius: number): number =>
  resistance * length * (1 + PER_DEGREE * (celsius - AT));

/** Continuity: every core from end to end, no more than its length makes. */
export const judgeContinuity: Judge<'continuity'> = ({ how, readings, gauge, product, length }) => {
  const { conductor } = product;
  const lacks = [
    ...readingLacks(
      readings.map((one, minute) => ({ ...one, minute })),
      gauge,
    ),
    ...(conductor ? [] : [{ code: 'notThis' as const }]),
    ...(conductor && readings.length < conductor.cores ? [{ code: 'few' as const, asked: 0, last: 0, count: readings.length }] : []),
  ];
  const expected = conductor ? conductorOhms(conductor.resistance, length, how.celsius) : NaN;
  const limit = expected * MORE + LEADS;
  const worst = Math.max(...readings.map(({ value }) => value));
  return verdictOf(lacks, [{ id: 'conductor', quantity: 'ohms', value: worst, limit, sense: 'most', ok: worst <= limit }], {
    figures: conductor ? [{ id: 'expected', quantity: 'ohms', value: expected }] : [],
  });
};
