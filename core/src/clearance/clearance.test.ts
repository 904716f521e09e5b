import fc from 'fast-check';
import { blankJob, blankExisting, runSchema, errorsOf, type ExistingLine } from '../job';
import { planRun, type Plan } from '../plan/plan';
import { resolveRules } from '../rules';
import { anyRun, levelRun } from '../testing';
import { clearSteps, crossingHalfLength, handWindows, keepOut, searchDepths } from '.';

const UK = resolveRules('UK');
const job = blankJob('Test', 'UK');
const crossing = (station: number, change: Partial<ExistingLine> = {}): ExistingLine => ({
  ...blankExisting(`Line at ${station}`, station),
  kind: 'water',
  size: 0.11,
  coverMin: 0.6,
  coverMax: 0.8,
  evidence: 'detected',
  ...change,
});
const run = { from: 0, to: 100 };
const finding = (plan: Plan, id: string) => plan.findings.find((item) => item.id.startsWith(id));

describe('hand-dig windows', () => {
  test('110 mm line, detected, tolerance 0.5 m, crossing at 90°: ±0.555 m, 1.11 m long', () => {
    expect(keepOut(crossing(50), UK)).toBeCloseTo(0.555, 12);
    const [window] = handWindows([crossing(50)], UK, run, () => 0.3);
    expect((window?.to ?? 0) - (window?.from ?? 0)).toBeCloseTo(1.11, 12);
  });
  test('the same at 45° over a 0.6 m top: (0.555 + 0.3·cos 45°)/sin 45° = 1.085 m each way', () => {
    expect(crossingHalfLength(0.555, 0.3, Math.PI / 4)).toBeCloseTo(1.0849, 4);
  });
  test('exposing a line known from a drawing shrinks its window from 1.5 m to the tolerance', () => {
    expect(keepOut(crossing(50, { evidence: 'drawing' }), UK)).toBeCloseTo(1.555, 12);
    expect(keepOut(crossing(50, { evidence: 'exposed' }), UK)).toBeCloseTo(0.555, 12);
  });
  test('windows that touch are one; they end with the run', () => {
    const windows = handWindows([crossing(51), crossing(50), crossing(0.2)], UK, run, () => 0.3);
    expect(windows.map(({ lines }) => lines)).toEqual([[2], [1, 0]]);
    expect(windows[0]?.from).toBe(0);
    expect(windows[1]).toMatchObject({ from: expect.closeTo(49.445, 9) as number, to: expect.closeTo(51.555, 9) as number });
  });
  test('a parallel line counts where its strip reaches the trench, over its length and beyond both ends', () => {
    const beside = (offset: number) => crossing(0, { where: { kind: 'parallel', from: 20, to: 30, offset } });
    expect(handWindows([beside(0.8)], UK, run, () => 0.3)).toMatchObject([{ from: 20 - 0.555, to: 30.555 }]);
    expect(handWindows([beside(-0.9)], UK, run, () => 0.3)).toEqual([]);
  });
});

test('the plan keeps the hand-dug volume apart: 1.11 m of a 0.6 × 1.2 m trench is 0.80 m³, 1.1 h in loam', () => {
  const plan = planRun(job, { ...levelRun({ length: 100 }), existing: [crossing(50)] });
  expect(plan.handWindows[0]).toMatchObject({
    volume: expect.closeTo(1.11 * 0.6 * 1.2, 9) as number,
    hours: expect.closeTo((1.11 * 0.72) / 0.7, 9) as number,
  });
  expect(plan.dig.hand + plan.dig.machine).toBeCloseTo(plan.volumes.trench, 9);
});

test('for any run, windows never overlap and hand and machine make up the whole dig', () => {
  fc.assert(
    fc.property(anyRun, (any) => {
      const plan = planRun(job, any);
      plan.handWindows.reduce((end, { from, to, volume }) => {
        expect(from).toBeGreaterThan(end);
        expect(to).toBeGreaterThanOrEqual(from);
        expect(volume).toBeGreaterThanOrEqual(-1e-9);
        return to;
      }, -Infinity);
      expect(plan.dig.machine).toBeGreaterThanOrEqual(-1e-9);
      const dug = plan.volumes.trench + plan.pits.reduce((sum, pit) => sum + pit.dig, 0);
      expect(Math.abs(plan.dig.hand + plan.dig.machine - dug)).toBeLessThan(1e-9 * Math.max(1, dug));
    }),
  );
});

describe('clashes with the new line', () => {
  // The new drain lies from 0.94 to 1.10 m below ground (1.2 deep, 0.1 bed, 160 pipe); 0.3 m must stay clear.
  const verdict = (coverMin: number, coverMax: number) =>
    finding(planRun(job, { ...levelRun(), existing: [crossing(15, { size: 0.1, coverMin, coverMax })] }), 'clear.clash')?.severity;
  test.each<[string, number, number, string | undefined]>([
    ['well above: underside 0.54 or higher', 0.3, 0.44, undefined],
    ['perhaps too close above', 0.3, 0.6, 'caution'],
    ['surely too close', 0.8, 0.9, 'stop'],
    ['perhaps below', 1.3, 1.6, 'caution'],
    ['well below: top at 1.40 or deeper', 1.4, 1.6, undefined],
    ['anywhere from above to below', 0.2, 1.8, 'caution'],
  ])('%s', (_, least, most, severity) => expect(verdict(least, most)).toBe(severity));
});

test('a line that runs beside is too close by its distance across: 160 drain, 100 mm line, 0.3 m clear is 0.43 m off centre', () => {
  const beside = (offset: number) =>
    crossing(15, { size: 0.1, coverMin: 0.9, coverMax: 0.95, where: { kind: 'parallel', from: 5, to: 20, offset } });
  const severity = (offset: number) => finding(planRun(job, { ...levelRun(), existing: [beside(offset)] }), 'clear.clash')?.severity;
  expect([severity(0.42), severity(-0.42), severity(0.44)]).toEqual(['stop', 'stop', undefined]);
});

describe('clear by layers', () => {
  const line = crossing(50, { coverMin: 0.4, coverMax: 0.69, size: 0.11 });
  test('search depths: from the least cover to the underside, and one margin more', () => {
    const depths = searchDepths([line, crossing(50, { coverMin: 0.3, coverMax: 0.5 })], UK);
    expect(depths.shallowest).toBeCloseTo(0.3, 12);
    expect(depths.deepest).toBeCloseTo(0.8, 12);
    expect(depths.giveUp).toBeCloseTo(1.1, 12);
  });
  test('a slot, four spades to 0.80 m each by hand before the machine, then the margin, then stop', () => {
    const steps = clearSteps([line], UK, 'metric');
    expect(steps.map(({ by, depth }) => [by, Number(depth.toFixed(3))])).toEqual([
      ['machine', 0.9],
      ...[0.2, 0.4, 0.6, 0.8].flatMap((depth) => [
        ['hand', depth],
        ['machine', depth],
      ]),
      ['hand', 1.1],
      ['stop', 1.1],
    ]);
  });
  test('for any range the machine never goes deeper than hands have cleared, inside the window', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 3, noNaN: true }), fc.double({ min: 0, max: 2, noNaN: true }), (least, more) => {
        let cleared = 0;
        for (const step of clearSteps([{ ...line, coverMin: least, coverMax: least + more }], UK, 'us').slice(1)) {
          if (step.by === 'hand') cleared = step.depth;
          expect(step.depth).toBeLessThanOrEqual(cleared);
        }
      }),
    );
  });
});

test.each<[string, Partial<ExistingLine>, string]>([
  ['off the run', { where: { kind: 'crossing', station: 99, angle: 1 } }, '“Line at 5” at 99 m lies off the run'],
  ['an angle in degrees', { where: { kind: 'crossing', station: 5, angle: 45 } }, 'past that it runs along the trench'],
  ['nearly parallel', { where: { kind: 'crossing', station: 5, angle: 0.1 } }, 'enter it as parallel'],
  ['covers swapped', { coverMin: 1, coverMax: 0.5 }, 'swap them'],
  ['a parallel line backwards', { where: { kind: 'parallel', from: 20, to: 10, offset: 1 } }, 'ends where it begins or before'],
])('a line %s is refused with a sentence', (_, change, sentence) => {
  const [fault] = errorsOf(runSchema, { ...levelRun(), existing: [crossing(5, change)] });
  expect(fault?.message).toContain(sentence);
});
