import fc from 'fast-check';
import type { AirMethod, TestHow } from '../book';
import { findProduct } from '../catalogue';
import { resolveRules } from '../rules';
import {
  airMinutes,
  airPressures,
  airStart,
  at20,
  conductorOhms,
  flowAt,
  makeUpAllowed,
  pipeLoss,
  saidOfTest,
  testVerdict,
  wettedOf,
  boreOf,
} from '.';

const rules = resolveRules('UK');
const drain = (dn: number) => ({ ...findProduct('drain-160'), dn, od: dn + 0.01, wall: 0.005 });
const MBAR = 100;
const air = (change: Partial<Extract<TestHow, { of: 'air' }>> = {}): TestHow => ({
  of: 'air',
  method: 'LC',
  dry: false,
  water: 0,
  settled: 5,
  held: true,
  ...change,
});
const judge = (
  how: TestHow,
  values: readonly (readonly [minute: number, value: number, celsius?: number])[],
  dn = 0.25,
  gauge: number | null = null,
) =>
  testVerdict({
    how,
    readings: values.map(([minute, value, celsius]) => ({ minute, value, ...(celsius === undefined ? {} : { celsius }) })),
    gauge,
    product: drain(dn),
    length: 24,
    rules,
  });

describe('air', () => {
  /** EN 1610 table 3, minutes by DN 100, 200, 300, 400, 600, 800, 1000: wet concrete and every other material. */
  const TABLE: Record<Exclude<AirMethod, 'US'>, readonly number[]> = {
    LA: [5, 5, 7, 10, 14, 19, 24],
    LB: [4, 4, 6, 7, 11, 15, 19],
    LC: [3, 3, 4, 5, 8, 11, 14],
    LD: [1.5, 1.5, 2, 2.5, 4, 5],
  };
  const DN = [0.1, 0.2, 0.3, 0.4, 0.6, 0.8, 1];
  test.each(Object.entries(TABLE) as [Exclude<AirMethod, 'US'>, number[]][])(
    'EN 1610, method %s: the table of the standard',
    (method, minutes) => {
      expect(DN.slice(0, minutes.length).map((dn) => airMinutes(method, dn, 24, false))).toEqual(minutes);
    },
  );
  test('between the columns: DN 250 holds for three and a half minutes; dry concrete for less at large bores it shares with', () => {
    expect(airMinutes('LC', 0.25, 24, false)).toBe(3.5);
    expect(airMinutes('LC', 0.6, 24, true)).toBe(6);
  });
  test('the US table beside it: seconds by inches, longer for long runs', () => {
    const seconds = (inches: number, feet: number) => Math.round(airMinutes('US', inches * 0.0254, feet * 0.3048, false) * 60);
    // 3:46, 5:40, 7:33, 9:26, 11:20, 14:10 at least; from 298 ft on 1.520 s a foot of 8 in.
    expect([4, 6, 8, 10, 12, 15].map((inches) => seconds(inches, 50))).toEqual([227, 340, 453, 567, 680, 850]);
    expect(seconds(8, 400)).toBe(Math.round(1.52 * 400));
  });
  test('12 mbar lost in 3.5 min at DN 250 passes, 16 does not', () => {
    expect(
      judge(air(), [
        [0, 100 * MBAR],
        [3.5, 88 * MBAR],
      ]).state,
    ).toBe('passed');
    expect(
      judge(air(), [
        [0, 100 * MBAR],
        [3.5, 84 * MBAR],
      ]).state,
    ).toBe('failed');
  });
  test('1.2 m of groundwater over the invert raises the start, and the drop is kept', () => {
    expect(airStart('LC', 1.2) / MBAR).toBeCloseTo(217.7, 1);
    const how = air({ water: 1.2 });
    expect(
      judge(how, [
        [0, 100 * MBAR],
        [3.5, 95 * MBAR],
      ]).lacks,
    ).toEqual([{ code: 'low', asked: airStart('LC', 1.2), was: 100 * MBAR }]);
    expect(
      judge(how, [
        [0, 220 * MBAR],
        [3.5, 206 * MBAR],
      ]).state,
    ).toBe('passed');
    expect(
      judge(how, [
        [0, 220 * MBAR],
        [3.5, 204 * MBAR],
      ]).state,
    ).toBe('failed');
  });
  test('what tells nothing gives no result: too short, backwards, rising, another gauge, not settled, loose plugs', () => {
    const codes = (...of: Parameters<typeof judge>) => {
      const verdict = judge(...of);
      expect(verdict.state).toBe('none');
      expect(verdict.held).toEqual([]);
      expect(saidOfTest(verdict, 'metric')).toMatch(/[.?]$/);
      return verdict.lacks.map(({ code }) => code);
    };
    expect(
      codes(air(), [
        [0, 10_000],
        [2, 9_900],
      ]),
    ).toEqual(['few']);
    expect(
      codes(air(), [
        [0, 10_000],
        [3, 9_900],
        [2, 9_800],
      ]),
    ).toContain('backwards');
    expect(
      codes(air(), [
        [0, 10_000],
        [1, 10_400],
        [4, 9_900],
      ]),
    ).toEqual(['rising']);
    expect(
      codes(
        air(),
        [
          [0, 10_000],
          [4, 9_500],
        ],
        0.25,
        100_000,
      ),
    ).toEqual(['gauge']);
    expect(
      codes(
        air(),
        [
          [0, 12_000],
          [4, 11_500],
        ],
        0.25,
        11_900,
      ),
    ).toEqual(['offScale']);
    expect(
      codes(air({ settled: 1 }), [
        [0, 10_000],
        [4, 9_500],
      ]),
    ).toEqual(['settle']);
    expect(
      codes(air({ held: false }), [
        [0, 10_000],
        [4, 9_500],
      ]),
    ).toEqual(['plugs']);
    expect(codes(air(), [])).toEqual(['few']);
  });
  test('warmth explains a rise as far as a closed gas goes, and no further', () => {
    // 2 °C more at 10 °C: 111,325 Pa · 2/283.15 = 786 Pa.
    expect(
      judge(air(), [
        [0, 10_000, 10],
        [1, 10_700, 12],
        [3.5, 9_900, 12],
      ]).state,
    ).toBe('passed');
    expect(
      judge(air(), [
        [0, 10_000, 10],
        [1, 11_200, 12],
        [3.5, 9_900, 12],
      ]).lacks.map(({ code }) => code),
    ).toEqual(['rising']);
  });
  test('what lost too much early needs no more of its time; a good start of a test is no test', () => {
    expect(
      judge(air(), [
        [0, 10_000],
        [1, 8_000],
      ]).state,
    ).toBe('failed');
    expect(
      judge(air(), [
        [0, 10_000],
        [1, 9_999],
      ]).state,
    ).toBe('none');
  });
  test('passed is never said of what lost more than the method allows, whatever was read', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<AirMethod>('LA', 'LB', 'LC', 'LD', 'US'),
        fc.integer({ min: 100, max: 900 }),
        fc.array(fc.tuple(fc.integer({ min: 0, max: 1200 }), fc.integer({ min: -3000, max: 200 })), { maxLength: 8 }),
        (method, dn, raw) => {
          const { start, drop } = airPressures[method];
          const values = raw
            .sort((a, b) => a[0] - b[0])
            .map(([tenth, off], i): [number, number] => [i === 0 ? 0 : tenth / 10, start + (i === 0 ? 0 : off)]);
          const verdict = judge(air({ method }), values, dn / 1000);
          if (verdict.state !== 'passed') return;
          const asked = airMinutes(method, dn / 1000, 24, false);
          const after = values.findIndex(([minute]) => minute >= asked);
          expect(after).toBeGreaterThan(0);
          // Straight between the two readings either side of the time asked.
          const [[m0, v0], [m1, v1]] = [values[after - 1], values[after]] as [[number, number], [number, number]];
          const then = v0 + ((v1 - v0) * (asked - m0)) / (m1 - m0);
          expect(start - then).toBeLessThanOrEqual(drop + 1e-3);
        },
      ),
    );
  });
});

describe('water, mains, mandrels', () => {
  const pipe = { ...findProduct('drain-160'), od: 0.16, wall: 0.004 };
  const water = (readings: [number, number][], what: 'pipes' | 'both' | 'chambers' = 'pipes', chambers = 0) =>
    testVerdict({
      how: { of: 'water', what, head: 20_000, chambers },
      readings: readings.map(([minute, litres]) => ({ minute, value: litres / 1000 })),
      gauge: null,
      product: pipe,
      length: 24,
      rules,
    });
  test('24 m of 152 mm bore: 11.46 m² wetted, 1.72 l in 30 min', () => {
    expect(wettedOf(boreOf(pipe), 24)).toBeCloseTo(11.46, 2);
    const [held] = water([
      [0, 0],
      [15, 0.8],
      [30, 1.71],
    ]).held;
    expect(held?.limit).toBeCloseTo(1.72e-3, 5);
    expect(held?.ok).toBe(true);
    expect(
      water([
        [0, 0],
        [15, 0.8],
        [30, 1.73],
      ]).state,
    ).toBe('failed');
    expect(
      water([
        [0, 0],
        [30, 1],
      ]).lacks.map(({ code }) => code),
    ).toEqual(['few']);
    expect(
      water([
        [0, 0],
        [15, 0.8],
        [30, 0.7],
      ]).lacks.map(({ code }) => code),
    ).toEqual(['falling']);
  });
  test('chambers take more a square metre, and their own area', () => {
    expect(
      water(
        [
          [0, 0],
          [15, 1],
          [30, 3],
        ],
        'both',
        4,
      ).held[0]?.limit,
    ).toBeCloseTo(2e-4 * (11.46 + 4), 5);
    expect(
      water(
        [
          [0, 0],
          [15, 1],
          [30, 1.5],
        ],
        'chambers',
        4,
      ).held[0]?.limit,
    ).toBeCloseTo(1.6e-3, 6);
    expect(
      water(
        [
          [0, 0],
          [15, 1],
          [30, 1.5],
        ],
        'chambers',
        0,
      ).state,
    ).toBe('none');
  });
  test('a main is brought back with no more than water and wall give: EN 805 by hand', () => {
    // Bore 51.4 mm, 100 m: 0.2075 m³; 1.2 · 0.2075 · 20 kPa · (1/2.1 GPa + 0.0514/(0.0058 · 0.8 GPa)) = 57.5 ml.
    const product = { ...findProduct('water-63'), od: 0.063, wall: 0.0058 };
    const main = (madeUp: number | undefined) =>
      testVerdict({
        how: { of: 'pressure', asked: 15e5, minutes: 60, madeUp },
        readings: [0, 30, 60].map((minute) => ({ minute, value: 15e5 })),
        gauge: null,
        product,
        length: 100,
        rules,
      });
    expect(makeUpAllowed(product, 100, 20_000) * 1e6).toBeCloseTo(57.5, 1);
    expect([undefined, 57e-6, 58e-6].map((madeUp) => main(madeUp).state)).toEqual(['passed', 'passed', 'failed']);
  });
  test('a main holds for an hour and loses 0.2 bar at most, from no less than is asked', () => {
    const main = (values: [number, number][]) =>
      testVerdict({
        how: { of: 'pressure', asked: 15e5, minutes: 30 },
        readings: values.map(([minute, bar]) => ({ minute, value: bar * 1e5 })),
        gauge: null,
        product: findProduct('water-63'),
        length: 100,
        rules,
      });
    expect(
      main([
        [0, 15.1],
        [30, 15.0],
        [60, 14.95],
      ]).state,
    ).toBe('passed');
    expect(
      main([
        [0, 15.1],
        [30, 15.0],
        [60, 14.85],
      ]).state,
    ).toBe('failed');
    expect(
      main([
        [0, 14.9],
        [30, 14.9],
        [60, 14.9],
      ]).lacks.map(({ code }) => code),
    ).toEqual(['low']);
    expect(
      main([
        [0, 15.1],
        [30, 15.1],
      ]).lacks.map(({ code }) => code),
    ).toEqual(['few']);
  });
  test('a mandrel that is too small proves nothing', () => {
    const mandrel = (size: number, through: boolean) =>
      testVerdict({ how: { of: 'mandrel', size, through }, readings: [], gauge: null, product: pipe, length: 24, rules }).state;
    expect([mandrel(0.1444, true), mandrel(0.1444, false), mandrel(0.12, true)]).toEqual(['passed', 'failed', 'none']);
  });
});

describe('cables and loops', () => {
  const cable = findProduct('lv-4x16');
  test('insulation is put right for warmth: 50 MΩ at 30 °C are 100 at 20; read a minute after', () => {
    expect(at20(50e6, 30)).toBe(100e6);
    const test = (ohms: number, minute = 1) =>
      testVerdict({
        how: { of: 'insulation', volts: 500, cover: 'before', celsius: 30 },
        readings: [{ minute, value: ohms }],
        gauge: null,
        product: cable,
        length: 250,
        rules,
      });
    expect(test(50e6).state).toBe('passed');
    expect(test(50e6).figures).toEqual([{ id: 'perKm', quantity: 'ohmKm', value: 25e6 }]);
    expect(test(0.4e6).state).toBe('failed');
    expect(test(50e6, 0.2).state).toBe('none');
  });
  test('continuity: every core, no more than its length makes', () => {
    const ohms = conductorOhms(cable.conductor?.resistance ?? 0, 100, 20);
    const test = (values: number[]) =>
      testVerdict({
        how: { of: 'continuity', celsius: 20 },
        readings: values.map((value, minute) => ({ minute, value })),
        gauge: null,
        product: cable,
        length: 100,
        rules,
      }).state;
    expect(test([ohms, ohms, ohms, ohms])).toBe('passed');
    expect(test([ohms, ohms, ohms * 3, ohms])).toBe('failed');
    expect(test([ohms])).toBe('none');
  });
  test('a loop of PE 40 SDR 11: 0.6 m/s is 30 l/min, four at once 120', () => {
    expect(flowAt(0.0326, 0.6) * 60_000).toBeCloseTo(30.05, 1);
    const loop = { ...findProduct('loop-40'), od: 0.04, wall: 0.0037 };
    const flush = (litres: number, minutes: number, air = false, both = true) =>
      testVerdict({
        how: { of: 'flush', loops: 4, flow: litres / 60_000, minutes, air, both },
        readings: [],
        gauge: null,
        product: loop,
        length: 100,
        rules,
      });
    expect(flush(121, 10).figures.find(({ id }) => id === 'flowAll')?.value).toBeCloseTo(120 / 60_000, 4);
    expect(
      [flush(121, 10), flush(100, 10), flush(121, 1), flush(121, 10, true), flush(121, 10, false, false)].map(({ state }) => state),
    ).toEqual(['passed', 'failed', 'failed', 'failed', 'failed']);
  });
  test('a smooth pipe loses head with velocity by Blasius: 32.6 mm, 0.6 m/s, 100 m: 14 to 16 kPa', () => {
    const kPa = pipeLoss(0.0326, 100, 0.6) / 1000;
    expect(kPa).toBeGreaterThan(14);
    expect(kPa).toBeLessThan(17);
  });
});
