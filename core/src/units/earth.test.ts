import {
  figuresIn,
  formatFuel,
  formatLength,
  formatPermeability,
  formatResistance,
  formatTemperature,
  formatThermal,
  parsePermeability,
  parseTemperature,
  parseThermal,
  type Parsed,
} from '.';

const value = (parsed: Parsed) => (parsed.ok ? parsed.value : NaN);

test('temperatures in both: 15 °C is 59 °F, and what is typed without a unit is the system’s', () => {
  expect([formatTemperature(15, 'metric'), formatTemperature(15, 'us')]).toEqual(['15 °C', '59 °F']);
  expect(value(parseTemperature('59', 'us'))).toBeCloseTo(15, 9);
  expect(value(parseTemperature('-5 °C', 'us'))).toBe(-5);
  expect(parseTemperature('warm', 'us').ok).toBe(false);
});
test('soil: 1.2 K·m/W is rho 120', () => {
  expect([formatThermal(1.2, 'metric'), formatThermal(1.2, 'us')]).toEqual(['1.2 K·m/W', 'rho 120']);
  for (const [text, system] of [
    ['90', 'us'],
    ['rho 90', 'metric'],
    ['0.9 K·m/W', 'us'],
  ] as const)
    expect(value(parseThermal(text, system))).toBeCloseTo(0.9, 9);
  expect(parseThermal('dry', 'metric').ok).toBe(false);
});
test('water through the ground: 1e-5 m/s is about 3 ft a day', () => {
  expect([formatPermeability(1e-5, 'metric'), formatPermeability(1e-5, 'us')]).toEqual(['1e-5 m/s', '3 ft/day']);
  expect(value(parsePermeability('3 ft/day', 'metric'))).toBeCloseTo((3 * 0.3048) / 86_400, 12);
  expect(value(parsePermeability('1e-5', 'metric'))).toBe(1e-5);
  expect(parsePermeability('slowly', 'us').ok).toBe(false);
});
test('a conductor of 1 mΩ/m has 0.305 Ω in a thousand feet; 3 l of fuel are 0.8 gal', () => {
  expect(formatResistance(0.001, 'us')).toBe('0.305 Ω/1000 ft');
  expect([formatFuel(0.003, 'metric'), formatFuel(0.003, 'us')]).toEqual(['3 l', '0.8 gal']);
});
test('a text written down once is read in either system', () => {
  expect(figuresIn('Usual: about 300 mm above the line', 'metric')).toBe('Usual: about 300 mm above the line');
  expect(figuresIn('Usual: about 300 mm above the line', 'us')).toBe(`Usual: about ${formatLength(0.3, 'us', 'size')} above the line`);
  expect(figuresIn('1,750 kg/m³ compacted', 'us')).toBe('109 lb/ft³ compacted');
  expect(figuresIn('clay clings with 10 kPa besides', 'us')).toBe('clay clings with 1.5 psi besides');
  expect(figuresIn('air goes at 0.6 m/s', 'us')).toBe('air goes at 2.0 ft/s');
  expect(figuresIn('150–200 mm over rock', 'us')).toBe(`${formatLength(0.15, 'us', 'size')}–${formatLength(0.2, 'us', 'size')} over rock`);
  expect(figuresIn('type B, 1:1 to 20 ft (6.1 m)', 'us')).toBe('type B, 1:1 to 20 ft');
  expect(figuresIn('type B, 1:1 to 20 ft (6.1 m)', 'metric')).toBe('type B, 1:1 to 6.1 m');
  // Cross-sections and classes are names.
  expect(figuresIn('Box 3.0 × 2.4 m', 'us')).toBe(`Box ${formatLength(3, 'us')} × ${formatLength(2.4, 'us')}`);
  expect(figuresIn('Cable 4 × 25 mm², 1.7 t class', 'us')).toBe('Cable 4 × 25 mm², 1.7 t class');
});
