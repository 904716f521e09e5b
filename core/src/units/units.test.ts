import fc from 'fast-check';
import {
  FOOT,
  INCH,
  formatBatter,
  formatDays,
  formatFlow,
  formatGradient,
  formatLength,
  formatForce,
  formatLineLoad,
  formatMassOf,
  formatPressure,
  parsePressure,
  parseDecimal,
  formatRain,
  formatStation,
  formatStretch,
  formatVelocity,
  formatVolume,
  parseArea,
  parseBatter,
  parseCount,
  parseFlow,
  parseGradient,
  parseLength,
  roundLength,
  parseMass,
  parsePercent,
  parseRain,
  parseStation,
  type LengthUnit,
  type Parsed,
  formatResistance,
} from '.';
import { formatFluid, parseFluid } from './fluid';
import { formatConductor, formatMassAlong, parseConductor, parseForce, parseLineLoad, parseMassAlong, parseResistance } from './sheet';

const value = (parsed: Parsed): number => {
  if (!parsed.ok) throw new Error(parsed.error);
  return parsed.value;
};
const error = (parsed: Parsed): string => (parsed.ok ? `understood as ${parsed.value}` : parsed.error);

describe('lengths as people type them', () => {
  test.each<[string, LengthUnit, number]>([
    ['1.2', 'm', 1.2],
    ['1200', 'mm', 1.2],
    ['1200 mm', 'm', 1.2],
    ['1.2m', 'ft', 1.2],
    ['120cm', 'm', 1.2],
    ['4 ft', 'm', 4 * FOOT],
    ['3\' 6"', 'm', 3.5 * FOOT],
    ['3’ 6 ½”', 'm', 3 * FOOT + 6.5 * INCH],
    ['3 ft 6 in', 'm', 3.5 * FOOT],
    ["3'-6", 'm', 3.5 * FOOT],
    ['42"', 'm', 42 * INCH],
    ['18 1/2 in', 'm', 18.5 * INCH],
    ['4.25 ft', 'm', 4.25 * FOOT],
    ['-0.3', 'm', -0.3],
    ['.5', 'ft', 0.5 * FOOT],
  ])('%s (bare: %s)', (text, bare, metres) => expect(value(parseLength(text, bare))).toBeCloseTo(metres, 12));

  test.each(['', 'abc', '1.2.3', '1,2', '3 furlongs', '1/0 in', "3'6'4", '--1', 'NaN', 'Infinity', '1e3'])(
    'refuses “%s” with a sentence',
    (text) => {
      expect(error(parseLength(text))).toMatch(/^[A-Z“].*\.$/);
    },
  );

  test('says what it understood', () => expect(parseLength('3\' 6"')).toMatchObject({ understood: '3\' 6" = 1.067 m' }));
});

describe('stations', () => {
  test.each([
    ['42.5', 'metric', 42.5],
    ['42.5 m', 'us', 42.5],
    ['0+042.5', 'metric', 42.5],
    ['1+250', 'metric', 1250],
    ['1+38.00', 'us', 138 * FOOT],
    ['138', 'us', 138 * FOOT],
  ] as const)('%s in %s', (text, system, metres) => expect(value(parseStation(text, system))).toBeCloseTo(metres, 9));
  test('shown in each system', () => {
    expect(formatStation(42.5, 'metric')).toBe('42.5 m');
    expect(formatStation(138 * FOOT, 'us')).toBe('1+38.00');
    expect(formatStation(99.999 * FOOT, 'us')).toBe('1+00.00');
    expect(formatStretch({ from: 2, to: 14.5 }, 'metric')).toBe('2.0 m to 14.5 m');
    // One that is shown to end where it begins is a place.
    expect(formatStretch({ from: 22, to: 22.04 }, 'metric')).toBe('at 22.0 m');
    expect(formatStretch({ from: 22 * FOOT, to: 22 * FOOT }, 'us')).toBe('at 0+22.00');
  });
  test('refuses words', () => expect(error(parseStation('by the gate', 'metric'))).toContain('not a station'));
});

describe('gradients and batters', () => {
  test.each([
    ['2%', 0.02],
    ['1:50', 0.02],
    ['1 in 50', 0.02],
    ['1/4"/ft', 1 / 48],
    ['1/4 in per ft', 1 / 48],
    ['20 mm/m', 0.02],
    ['level', 0],
  ])('gradient %s', (text, ratio) => expect(value(parseGradient(text))).toBeCloseTo(ratio, 12));
  test.each(['2', '1:0', '200%', 'steep'])('refuses gradient “%s”', (text) => expect(error(parseGradient(text))).toContain('1:50'));

  test.each([
    ['1:1', 1],
    ['3/4:1', 0.75],
    ['1½:1', 1.5],
    ['½:1', 0.5],
    ['0.75 : 1', 0.75],
    ['45°', 1],
    ['90 deg', 0],
    ['53.13°', 0.75],
  ])('batter %s', (text, ratio) => expect(value(parseBatter(text))).toBeCloseTo(ratio, 4));
  test('a batter of 0° and one leaning in are refused with the reason', () => {
    expect(error(parseBatter('0°'))).toContain('flat ground');
    expect(error(parseBatter('100°'))).toContain('leans into');
    expect(error(parseBatter('1:0'))).toContain('not a batter');
  });
  test('½:1 and 1½:1 are told apart by their degrees', () => {
    expect(formatBatter(0.5)).toBe('½:1 (63° from flat)');
    expect(formatBatter(1.5)).toBe('1½:1 (34° from flat)');
    expect(formatBatter(2)).toBe('2:1 (27° from flat)');
    expect(formatGradient(0.02, 'metric')).toBe('1:50 (2.00 %)');
  });
  test('percentages', () => {
    expect(value(parsePercent('25'))).toBe(0.25);
    expect(error(parsePercent('400%'))).toContain('percentage');
  });
});

describe('display', () => {
  test.each([
    [1.2034, 'metric', 'depth', '1.205 m'],
    [1.2, 'metric', 'depth', '1.20 m'],
    [1.2034, 'metric', 'level', '1.203 m'],
    [0.16, 'metric', 'size', '160 mm'],
    [3.5 * FOOT, 'us', 'depth', '3\' 6"'],
    [3.9999 * FOOT, 'us', 'depth', "4'"],
    [6.625 * INCH, 'us', 'size', '6 3/4"'],
    [0.25 * INCH, 'us', 'depth', '1/4"'],
    [12.345, 'us', 'level', '40.50 ft'],
  ] as const)('%d in %s as %s', (metres, system, style, shown) => expect(formatLength(metres, system, style)).toBe(shown));
  test('volumes to a tenth', () => {
    expect(formatVolume(21.6, 'metric')).toBe('21.6 m³');
    expect(formatVolume(0.764554857984 * 10, 'us')).toBe('10.0 yd³');
    expect(formatVolume(-1e-15, 'metric')).toBe('0.0 m³');
  });
});

test('what is shown can be typed back, to the rounding shown', () => {
  const rounding = {
    level: { metric: 0.0005, us: 0.005 * FOOT },
    depth: { metric: 0.0025, us: INCH / 8 },
    size: { metric: 0.0005, us: INCH / 8 },
    span: { metric: 0.05, us: 0.05 * FOOT },
  };
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 500, noNaN: true }),
      fc.constantFrom('metric' as const, 'us' as const),
      fc.constantFrom('level' as const, 'depth' as const, 'size' as const, 'span' as const),
      (metres, system, style) => {
        expect(Math.abs(value(parseLength(formatLength(metres, system, style))) - metres)).toBeLessThanOrEqual(
          rounding[style][system] + 1e-9,
        );
        expect(Math.abs(value(parseStation(formatStation(metres, system), system)) - metres)).toBeLessThanOrEqual(0.05 + 1e-9);
      },
    ),
  );
});

describe('flows, rain, areas, weights and counts', () => {
  test.each<[string, Parsed, number]>([
    ['180 m²', parseArea('180', 'metric'), 180],
    ['0.2 ha', parseArea('0.2 ha', 'metric'), 2000],
    ['2000 sq ft', parseArea('2000 sq ft', 'metric'), 2000 * FOOT ** 2],
    ['1 ac in US units', parseArea('1 ac', 'us'), 43_560 * FOOT ** 2],
    ['50 mm/h', parseRain('50', 'metric'), 0.05 / 3600],
    ['2 in/h', parseRain('2 in/h', 'metric'), (2 * INCH) / 3600],
    ['2 alone in US units', parseRain('2', 'us'), (2 * INCH) / 3600],
    ['0.5 l/s', parseFlow('0.5', 'metric'), 0.0005],
    ['60 l/min', parseFlow('60 l/min', 'metric'), 0.001],
    ['15.85 gpm', parseFlow('15.85', 'us'), 0.001],
    ['2.5 t', parseMass('2.5 t', 'metric'), 2500],
    ['5500 lb', parseMass('5500', 'us'), 2494.758],
    ['14 days', parseCount('14 days', 'days'), 14],
  ])('%s', (_, parsed, si) => expect(value(parsed) / si).toBeCloseTo(1, 4));
  test.each<[string, Parsed, string]>([
    ['an area in litres', parseArea('9 l', 'metric'), 'is not an area'],
    ['rain in metres', parseRain('1 m', 'metric'), 'is not a rainfall'],
    ['a flow of words', parseFlow('plenty', 'us'), 'is not a flow'],
    ['a weight of words', parseMass('heavy', 'metric'), 'is not a weight'],
    ['half a day', parseCount('0.5', 'days'), 'whole number of days'],
  ])('refuses %s', (_, parsed, sentence) => expect(error(parsed)).toContain(sentence));
  test('shown as people say them', () => {
    expect([formatRain(50 / 3.6e6, 'metric'), formatRain((2 * INCH) / 3600, 'us')]).toEqual(['50 mm/h', '2 in/h']);
    expect([formatFlow(0.00788, 'metric'), formatFlow(0.001, 'us')]).toEqual(['7.9 l/s', '16 gpm']);
    expect([formatFlow(0.00025, 'metric'), formatFlow(0.00025, 'us')]).toEqual(['0.25 l/s', '4 gpm']);
    expect([formatVelocity(1.0034, 'metric'), formatVelocity(FOOT, 'us')]).toEqual(['1.00 m/s', '1.0 ft/s']);
    expect([formatMassOf(1700, 'metric'), formatMassOf(1700, 'us')]).toEqual(['1700 kg', '3748 lb']);
    expect([formatDays(1), formatDays(14)]).toEqual(['1 day', '14 days']);
  });
});

describe('plain numbers, forces and pressures', () => {
  test.each([
    ['230', 'V', 1, 230],
    ['230 V', 'V', 1, 230],
    ['5 %', '%', 100, 0.05],
    ['0.9', '', 1, 0.9],
    ['1.2 k·m/w', 'K·m/W', 1, 1.2],
    ['-3 °C', '°C', 1, -3],
  ])('“%s” of %s', (text, unit, factor, value) => expect(parseDecimal(text, unit, factor)).toMatchObject({ ok: true, value }));
  test.each(['lots', '', '1..2', '5 A'])('“%s” is no number of V, and the sentence shows one', (text) =>
    expect(parseDecimal(text, 'V')).toEqual({ ok: false, error: `“${text}” is not a number of V. Type it like 12.5 V.` }),
  );
  test('forces in N and kN or pounds; loads a metre; pressures in kPa, MPa or psi', () => {
    expect([formatForce(587.1, 'metric'), formatForce(1017.4, 'metric'), formatForce(1017.4, 'us')]).toEqual([
      '587 N',
      '1.02 kN',
      '229 lbf',
    ]);
    expect([formatLineLoad(764.4, 'metric'), formatLineLoad(27_074, 'metric'), formatLineLoad(1000, 'us')]).toEqual([
      '764 N/m',
      '27.1 kN/m',
      '69 lbf/ft',
    ]);
    expect([formatPressure(320e3, 'metric'), formatPressure(2.8e6, 'metric'), formatPressure(6894.757, 'us')]).toEqual([
      '320 kPa',
      '2.8 MPa',
      '1.0 psi',
    ]);
  });
  test('a pressure is read as the gauge shows it: 725 psi is 725 · 6894.757 Pa', () => {
    const read = (text: string, units: 'metric' | 'us' = 'metric') => {
      const parsed = parsePressure(text, units);
      return parsed.ok ? parsed.value : parsed.error;
    };
    expect([read('5'), read('50 bar'), read('5000 kPa'), read('5 MPa')]).toEqual([5e6, 5e6, 5e6, 5e6]);
    expect(read('725 psi')).toBeCloseTo(4998699, 0);
    expect(read('725', 'us')).toBeCloseTo(4998699, 0);
    expect(read('much')).toContain('5 MPa, 50 bar or 720 psi');
  });
});

describe('figures off a maker’s sheet', () => {
  test.each([
    ['1.5 kN', parseForce('1.5 kN', 'metric'), 1500],
    ['340 lbf', parseForce('340', 'us'), 340 * 4.4482216],
    ['5 kN/m', parseLineLoad('5', 'metric'), 5000],
    ['300 lbf/ft', parseLineLoad('300 lbf/ft', 'metric'), (300 * 4.4482216) / 0.3048],
    ['600 ml', parseFluid('600 ml', 'metric'), 0.0006],
    ['20 fl oz', parseFluid('20', 'us'), 20 * 29.5735e-6],
    ['0.727 mΩ/m', parseResistance('0.727', 'metric'), 0.000727],
    ['0.08 ohm/kft', parseResistance('0.08 ohm/kft', 'metric'), 0.08 / 304.8],
    ['250 kcmil', parseConductor('250 kcmil', 'metric'), 126.68],
    // The standard's table: 2/0 is 67.4 mm², 6 AWG 13.3, 4/0 107.2.
    ['2/0', parseConductor('2/0', 'us'), 67.43],
    ['6 AWG', parseConductor('6 AWG', 'metric'), 13.3],
    ['4/0 AWG', parseConductor('4/0 awg', 'us'), 107.22],
    ['1.3 lb/ft', parseMassAlong('1.3', 'us'), 1.9346],
  ])('%s', (_, parsed, value) => {
    expect(parsed.ok && Math.abs(parsed.value / value - 1)).toBeLessThan(2e-3);
  });
  test('what is none of it is said', () => {
    for (const parse of [parseForce, parseLineLoad, parseFluid, parseResistance, parseConductor, parseMassAlong])
      expect(parse('heavy', 'metric')).toMatchObject({ ok: false, error: expect.stringMatching(/^“heavy” is not/) as string });
  });
  test('shown as they are typed, in both systems', () => {
    for (const units of ['metric', 'us'] as const)
      for (const [show, parse, value] of [
        [formatFluid, parseFluid, 0.0006],
        [formatConductor, parseConductor, 67.4],
        [formatMassAlong, parseMassAlong, 1.9],
        [formatResistance, parseResistance, 0.000727],
      ] as const) {
        const back = parse(show(value, units), units);
        expect(back.ok && Math.abs(back.value / value - 1)).toBeLessThan(0.02);
      }
  });
});

test.each([
  [7, 'metric', 5],
  [0.3, 'metric', 0.2],
  [1, 'metric', 1],
  [7, 'us', 20 * 0.3048],
  [0.31, 'us', 0.3048],
  [0.2, 'us', 6 * 0.0254],
  [0.03, 'us', 0.0254],
] as const)('the greatest round length not above %d m, %s', (limit, units, round) => {
  expect(roundLength(limit, units)).toBeCloseTo(round, 12);
});
