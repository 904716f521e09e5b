import fc from 'fast-check';
import { straightBore, blankLaidLine, blankJob, blankExisting, blankPit, errorsOf, type ExistingLine } from '../job';
import { runSchema } from '../job/schema';
import { planRun } from '../plan/plan';
import { resolveRules } from '../rules';
import { evidences } from '../catalogue';
import { wallOffset, type Extent } from '../geometry';
import { anyDig, anyRun, times } from '../generators.testing';
import { depthIn, dugWidth } from '../trench';
import { dugAtGround, findingIn, holesOf, levelRun } from '../testing';
import { clearSteps, crossingHalfLength, handWindows, keepOut, knownParts, searchDepths, stepsDone, stepsOf } from '.';

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
/** A trench 0.6 m wide at the top. */
const slot: Extent[] = [{ from: 0, to: 100, left: [0.3, 0.3], right: [0.3, 0.3] }];

describe('hand-dig windows', () => {
  test('110 mm line, detected, tolerance 0.5 m, crossing at 90°: ±0.555 m, 1.11 m long', () => {
    expect(keepOut(crossing(50), UK)).toBeCloseTo(0.555, 12);
    const [window] = handWindows([crossing(50)], UK, slot);
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
    const windows = handWindows([crossing(51), crossing(50), crossing(0.2)], UK, slot);
    expect(windows.map(({ lines }) => lines)).toEqual([['Line-at-0-2'], ['Line-at-50', 'Line-at-51']]);
    expect(windows[0]?.from).toBe(0);
    expect(windows[1]).toMatchObject({ from: expect.closeTo(49.445, 9) as number, to: expect.closeTo(51.555, 9) as number });
  });
  test('a parallel line counts where its strip reaches the trench, over its length and beyond both ends', () => {
    const beside = (offset: number) => crossing(0, { where: { kind: 'parallel', from: 20, to: 30, offset } });
    expect(handWindows([beside(0.8)], UK, slot)).toMatchObject([{ from: 20 - 0.555, to: 30.555 }]);
    expect(handWindows([beside(-0.9)], UK, slot)).toEqual([]);
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
    findingIn(planRun(job, { ...levelRun(), existing: [crossing(15, { size: 0.1, coverMin, coverMax })] }), 'clearance.clash')?.severity;
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
  const beside = (offset: number, evidence: ExistingLine['evidence']) =>
    crossing(15, { size: 0.1, coverMin: 1, coverMax: 1, evidence, where: { kind: 'parallel', from: 5, to: 20, offset } });
  const severity = (offset: number, evidence: ExistingLine['evidence']) =>
    findingIn(planRun(job, { ...levelRun(), existing: [beside(offset, evidence)] }), 'clearance.clash')?.severity;
  const { uncertainty } = evidences.detected;
  expect(evidences.exposed.uncertainty).toBe(0);
  expect([0.42, -0.42, 0.44].map((offset) => severity(offset, 'exposed'))).toEqual(['stop', 'stop', undefined]);
  // What nobody has seen may lie so much nearer or further.
  expect([0.42 - uncertainty, 0.42, 0.42 + uncertainty, 0.44 + uncertainty].map((offset) => severity(offset, 'detected'))).toEqual([
    ...(0.42 > uncertainty ? ['stop'] : ['caution']),
    'caution',
    'caution',
    undefined,
  ]);
});

test('a line that goes part of the way is too close to nothing elsewhere; one laid beside is measured where it really lies', () => {
  const [lead] = levelRun().laid;
  const main = crossing(15, {
    size: 0.1,
    coverMin: 0.98,
    coverMax: 0.98,
    evidence: 'exposed',
    where: { kind: 'parallel', from: 5, to: 25, offset: 1.5 },
  });
  const withDuct = (change: object) =>
    findingIn(
      planRun(job, {
        ...levelRun({ bottomWidth: 3 }),
        laid: [lead as never, { ...blankLaidLine('Duct', 'data-duct-54', 'd'), x: 1.2, up: 0, ...change }],
        existing: [main],
      }),
      'clearance.clash',
    );
  expect(withDuct({})).toMatchObject({ severity: 'stop', facts: { lines: ['Duct'] }, where: [{ from: expect.closeTo(5, 0) as number }] });
  expect(withDuct({ from: 26, to: 30 })).toBeUndefined();
  expect(withDuct({ x: 0.5 })).toBeUndefined();
});

test('a hole shows a line for as far as it was seen and a margin: past that the window is as wide as before', () => {
  const main = crossing(15, {
    evidence: 'drawing',
    where: { kind: 'parallel', from: 5, to: 25, offset: 1.2 },
    exposures: [
      { result: 'found', at: '2026-11-02T08:00:00Z', by: 'me', station: 15, cover: 0.6, size: 0.11, kind: 'water', seen: 1, note: '' },
    ],
  });
  const windows = planRun(job, { ...levelRun(), existing: [main] }).handWindows;
  const margin = UK.exposureMargin.value ?? 0;
  // As seen it lies 1.2 m off, and its strip of 0.555 m stops short of a trench 0.3 m wide each side.
  expect(windows).toMatchObject([
    { to: expect.closeTo(15 - 0.5 - margin, 9) as number },
    { from: expect.closeTo(15 + 0.5 + margin, 9) as number },
  ]);
});

test('no window where nothing is dug: over a bore there is none, in its pits there is', () => {
  const [reach] = levelRun({ length: 40, depth: 2 }).reaches;
  const bored = {
    ...levelRun({ length: 40, depth: 2 }),
    reaches: [
      {
        ...(reach as NonNullable<typeof reach>),
        method: { ...straightBore, bore: 0.2, rod: 1, launch: blankPit(2, 1), receiving: blankPit(2, 1) },
      },
    ],
  };
  const at = (station: number) => planRun(job, { ...bored, existing: [crossing(station)] }).handWindows;
  expect(at(20)).toEqual([]);
  expect(at(1)).toMatchObject([{ from: expect.closeTo(0.445, 9) as number, to: expect.closeTo(1.555, 9) as number }]);
});

/** Does a point dug lie in the strip of a line, by plain plan geometry? @param more the strip made wider, metres. */
function inStrip(line: ExistingLine, rules: typeof UK, s: number, y: number, more: number): boolean {
  return knownParts(line, rules).some((part) => {
    const half = keepOut(part.line, rules) + more;
    const { where } = part.line;
    if (where.kind === 'parallel')
      return (
        Math.abs(y - where.offset) <= half &&
        s >= where.from - (part.ends.from ? half : more) &&
        s <= where.to + (part.ends.to ? half : more)
      );
    const [sin, cos] = [Math.sin(where.angle), Math.cos(where.angle)];
    const [away, along] = [(s - where.station) * sin + y * cos, (s - where.station) * cos - y * sin];
    return Math.abs(away) <= half && (!part.across || (along >= part.across.from - more && along <= part.across.to + more));
  });
}

test('windows are where some point of what is dug lies in a strip, against a fine grid of points', () => {
  fc.assert(
    fc.property(
      anyDig,
      fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 5, maxLength: 5 }),
      ({ job: anyJob, run, plan: { handWindows: windows, ...plan } }, shares) => {
        const rules = resolveRules(anyJob.ruleSet, anyJob.overrides);
        const places = holesOf(anyJob, run, plan.places);
        const [first, last] = [
          Math.min(...places.map((one) => dugAtGround(one).from)),
          Math.max(...places.map((one) => dugAtGround(one).to)),
        ];
        for (const share of places.length > 0 ? shares : []) {
          const s = first + share * (last - first);
          const dug = places
            .filter((place) => s > dugAtGround(place).from + 1e-6 && s < dugAtGround(place).to - 1e-6)
            .map((place) => {
              const depth = depthIn(place, s);
              const half = dugWidth(place) / 2;
              return [-half - wallOffset(place.sides.left, depth), half + wallOffset(place.sides.right, depth)] as const;
            });
          const hit = (more: number) =>
            dug.some(([left, right]) =>
              Array.from({ length: 201 }, (_, i) => left + ((right - left) * i) / 200).some((y) =>
                run.existing.some((line) => inStrip(line, rules, s, y, more)),
              ),
            );
          const inWindow = windows.some(({ from, to }) => s >= from - 1e-6 && s <= to + 1e-6);
          const step = Math.max(0, ...dug.map(([left, right]) => (right - left) / 200));
          if (hit(-1e-6)) expect(inWindow).toBe(true);
          if (!hit(step + 1e-6)) expect(windows.some(({ from, to }) => s > from + 1e-6 && s < to - 1e-6)).toBe(false);
        }
      },
    ),
    { numRuns: times(80) },
  );
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
  test('a line 1.8 m down at the least, detected: by machine to half a metre over it, then a spade at a time by hand; from a drawing alone by hand from the ground', () => {
    const deep = { ...line, coverMin: 1.8, coverMax: 1.9, size: 0.1 };
    const steps = (more: Partial<typeof line>) =>
      clearSteps([{ ...deep, ...more }], UK, 'metric').map(({ by, depth }) => [by, Number(depth.toFixed(3))]);
    expect(steps({}).slice(0, 4)).toEqual([
      ['machine', 2.1],
      ['machine', 1.3],
      ['hand', 1.5],
      ['machine', 1.5],
    ]);
    expect(steps({ evidence: 'drawing' })[1]).toEqual(['hand', 0.2]);
    expect(clearSteps([deep], { ...UK, machineOver: { ...UK.machineOver, value: null } }, 'metric')[1]?.by).toBe('hand');
  });
  test('for any range and evidence the machine never goes deeper than hands have cleared, or closer over a detected line than half a metre', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 3, noNaN: true }),
        fc.double({ min: 0, max: 2, noNaN: true }),
        fc.constantFrom('drawing' as const, 'detected' as const),
        (least, more, evidence) => {
          let cleared = evidence === 'drawing' ? 0 : Math.max(0, least - 0.5);
          for (const step of clearSteps([{ ...line, evidence, coverMin: least, coverMax: least + more }], UK, 'us').slice(1)) {
            if (step.by === 'hand') cleared = Math.max(cleared, step.depth);
            expect(step.depth).toBeLessThanOrEqual(cleared + 1e-9);
          }
        },
      ),
    );
  });
  test('ticks hold as long as the steps are those that were ticked', () => {
    const deep = { ...line, coverMin: 1.8, coverMax: 1.9, size: 0.1 };
    const steps = clearSteps([deep], UK, 'metric');
    const kept = [stepsOf([deep], steps, 3)];
    expect(stepsDone(kept, [deep], steps)).toBe(3);
    expect(stepsDone(kept, [{ ...deep, coverMin: 1.4 }], clearSteps([{ ...deep, coverMin: 1.4 }], UK, 'metric'))).toBe(0);
    // The locator came back: it lies elsewhere, and nothing was cleared there.
    const elsewhere = { ...deep, where: { kind: 'crossing', station: 17, angle: 1 } as const };
    expect(stepsDone(kept, [elsewhere], steps)).toBe(0);
    expect(stepsDone([stepsOf([elsewhere], steps, 2), ...kept], [elsewhere], steps)).toBe(2);
    // Older records name no depth: hands went first then.
    const old = kept.map(({ hidden, seen, done }) => ({ hidden, seen, done }));
    expect(stepsDone(old, [deep], steps)).toBe(0);
    const shallow = clearSteps([line], UK, 'metric');
    expect(stepsDone(old, [line], shallow)).toBe(3);
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
