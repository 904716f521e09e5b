import fc from 'fast-check';
import { accessChecks } from '../clearance';
import { anyDig, anySoilTest, largestRun, times } from '../generators.testing';
import { applyPatches, blankJob, errorsOf, findingsOf, keyOf, machineOf, type Finding, type Wall } from '../job';
import { runErrors } from '../job/observed';
import { runSchema } from '../job/schema';
import { orderOf } from '../order';
import { placeBreakDepths, verdictAt, type Fault, type Verdict } from '../protection';
import { resolveRules } from '../rules';
import { dugAtGround, holesOf, refusals } from '../testing';
import { depthIn, dugWidth, isPit, type Place } from '../trench';
import { benchHeights, wallOffset } from '../geometry';
import { checks } from './checks';
import { groundChecks } from './ground';
import { planContext } from './context';
import { groundFindings } from './ground';
import { lookOf, mendsOf } from './mends';
import { planRun, tryPlan } from './plan';

const share = fc.double({ min: 0, max: 1, noNaN: true });
const on = (place: Place, part: number): number => place.from + (place.to - place.from) * part;

describe('what is said of a stretch is what is said of its points', () => {
  /** Which finding speaks of a fault of a place. */
  const CODE: Record<Fault['code'], string> = {
    side: 'protection.unprotected',
    end: 'protection.pitEnds',
    noTable: 'protection.noTable',
    pastTable: 'protection.pastTable',
    noSpacing: 'protection.noSpacing',
    shoresC: 'protection.shoresC',
    low: 'protection.low',
    notUpright: 'protection.upright',
  };
  const stopCodes = ({ faults, level, engineer }: Verdict): string[] => [
    ...(level === 'stop' ? faults.map(({ code }) => CODE[code]) : []),
    ...(engineer ? ['protection.engineer'] : []),
  ];

  test('at a thousand random stations of any run no stop of a wall is missing and none invented', () => {
    fc.assert(
      fc.property(anyDig, fc.array(share, { minLength: 1000, maxLength: 1000 }), ({ job, run, plan }, shares) => {
        const context = planContext(job, run);
        const spoken = plan.findings.filter(
          ({ code, severity }) => severity === 'stop' && (code === 'protection.engineer' || Object.values(CODE).includes(code)),
        );
        for (const { place, support, pieces } of context.judged) {
          const breaks = placeBreakDepths(place, support, context.rules);
          const mine = spoken.filter(({ subject }) => subject?.id === place.id);
          for (const part of shares) {
            const station = on(place, part);
            const depth = depthIn(place, station);
            const verdict = verdictAt(place, support, depth, context.rules);
            // Within a hair of where the answer changes either is right.
            if (breaks.some((limit) => Math.abs(limit - depth) < 1e-5) || place.station.some((at) => Math.abs(at - station) < 1e-5))
              continue;
            expect(pieces.find(({ from, to }) => station >= from && station <= to)?.answer).toEqual(verdict);
            const here = mine.filter(({ where }) => where.some(({ from, to }) => station >= from && station <= to));
            expect(new Set(here.map(({ code }) => code))).toEqual(new Set(stopCodes(verdict)));
          }
        }
      }),
      { numRuns: times(25) },
    );
  });
});

test('every kind of finding is met in a thousand runs: what is never made is never tested', () => {
  const orders = ['order.blind', 'order.short', 'order.jointed', 'order.bay'];
  const left = new Set([...Object.keys(checks), ...Object.keys(accessChecks), ...Object.keys(groundChecks), ...orders]);
  const anything = fc.record({ dig: anyDig, tests: fc.array(anySoilTest, { maxLength: 2 }) });
  for (let runs = 0; left.size > 0 && runs < 1000; runs += 50)
    for (const { dig, tests } of fc.sample(anything, { numRuns: 50, seed: (fc.readConfigureGlobal().seed ?? 0) + runs })) {
      const { job, run, plan } = dig;
      const rules = resolveRules(job.ruleSet, job.overrides);
      const all: Finding[] = [
        ...plan.findings,
        ...groundFindings(run, rules, plan.places, { weak: tests, shown: tests }),
        ...findingsOf(accessChecks, { pinches: job.clearance.pinches, machine: machineOf(job), rules }),
        ...orderOf(job, run, plan).findings,
      ];
      for (const { code } of all) left.delete(code);
    }
  expect([...left]).toEqual([]);
});

describe('fixes', () => {
  const place = ({ code, subject, with: other }: Finding) => [code, subject?.kind, subject?.id, other?.id].join(' ');
  /** Do two findings speak of a metre in common, or of one point? */
  const meet = (a: Finding, b: Finding) =>
    a.where.some((one) =>
      b.where.some((other) => {
        const [from, to] = [Math.max(one.from, other.from), Math.min(one.to, other.to)];
        return to - from > 1e-5 || (to >= from && (one.from === one.to || other.from === other.to));
      }),
    );
  /** Is one finding the other said of a changed run? The same check of the same thing, or where that was parted, of a place both speak of. */
  const same = (a: Finding, b: Finding, known: readonly Finding[]) =>
    place(a) === place(b) ||
    (a.code === b.code && a.with?.id === b.with?.id && !known.some((one) => place(one) === place(b)) && meet(a, b));
  const rank = { stop: 2, caution: 1, note: 0 } as const;

  test('every fix offered mends what it is for, and brings no stop it did not announce', () => {
    let offered = 0;
    fc.assert(
      fc.property(anyDig, fc.nat(), ({ job, run, plan: { findings } }, pick) => {
        const fixable = findings.filter(({ fixes }) => fixes.length > 0);
        if (fixable.length === 0) return;
        const finding = fixable[pick % fixable.length] as (typeof fixable)[number];
        for (const { fix, brings } of mendsOf<Finding>(finding, run, findings, lookOf(job))) {
          offered++;
          const changed = applyPatches(run, fix.patches);
          expect(runErrors(changed)).toEqual([]);
          const tried = tryPlan(job, changed);
          if (!('plan' in tried)) throw new Error(`${finding.code}: ${fix.code} leaves no plan`);
          const after: readonly Finding[] = tried.plan.findings;
          for (const left of after.filter((one) => same(finding, one, findings)))
            expect(rank[left.severity]).toBeLessThan(rank[finding.severity]);
          const announced = new Set(brings.map(keyOf));
          const unannounced = after.filter(
            (one) =>
              one.severity === 'stop' &&
              !announced.has(keyOf(one)) &&
              !findings.some((old) => old.severity === 'stop' && same(old, one, findings)),
          );
          expect(unannounced.map(place)).toEqual([]);
        }
      }),
      { numRuns: times(60) },
    );
    expect(offered).toBeGreaterThan(times(30));
  });
});

/** Every number a value holds, with where it stands. */
function* numbersIn(value: unknown, path = ''): Generator<[string, number]> {
  if (typeof value === 'number') yield [path, value];
  else if (typeof value === 'object' && value !== null)
    for (const [key, part] of Object.entries(value)) yield* numbersIn(part, `${path}.${key}`);
}

describe('the largest run a document holds', () => {
  const job = blankJob('Large', 'US');
  test('is planned', () => {
    expect(errorsOf(runSchema, largestRun())).toEqual([]);
    const plan = planRun(job, largestRun());
    expect(plan.places).toHaveLength(400);
    expect(plan.profile.station.length).toBeGreaterThanOrEqual(20_000);
  });
  test('with a hundred lines beside it all the way it is said what is too much', () => {
    const run = largestRun();
    const existing = run.existing.map((line, i) => ({
      ...line,
      where: { kind: 'parallel' as const, from: 0, to: 19_999, offset: i / 50 },
    }));
    expect(refusals(() => planRun(job, { ...run, existing }))).toEqual([
      {
        field: 'existing',
        message: expect.stringMatching(/^100 existing lines along .* stations, with 8 lines laid, are too much/) as string,
      },
    ]);
  });
});

describe('figures', () => {
  test('nothing that comes out of a run is not a number or without end, and no volume, area or hour is below nothing', () => {
    fc.assert(
      fc.property(anyDig, ({ job, run, plan }) => {
        const order = orderOf(job, run, plan);
        for (const [path, value] of numbersIn({ ...plan, findings: [], order }))
          if (!Number.isFinite(value)) throw new Error(`${path} is ${value}`);
        const { volumes, dig, beds, pits, handWindows, byHand, balance, profile } = plan;
        const never = { volumes, dig, beds, balance, area: profile.area, pits: pits.map((pit) => [pit.dig, pit.fill]) };
        const hands = [...handWindows, ...byHand].map(({ volume, hours }) => [volume, hours]);
        const bought = order.items.map(({ order: amount, cost, price }) => [amount, cost, price]);
        const worked = order.estimate.portions.map(({ hours }) => hours);
        for (const [path, value] of numbersIn({ never, hands, bought, worked })) if (value < -1e-9) throw new Error(`${path} is ${value}`);
      }),
      { numRuns: times(60) },
    );
  });

  /** How far a side stands out at a depth below the ground, metres; nothing where the hole is not so deep, or its end not back so far. */
  const reach = (hole: Place, wall: Wall, station: number, z: number) => {
    const depth = depthIn(hole, station);
    const past = Math.max(hole.from - station, station - hole.to);
    if (z > depth || (past > 0 && (!hole.ends || wallOffset(hole.ends, depth - z) < past))) return 0;
    return dugWidth(hole) / 2 + wallOffset(wall, depth - z);
  };

  test('trench and pits that lie over each other are dug once: against the widest of them at a grid of depths', () => {
    fc.assert(
      fc.property(anyDig, ({ job, run, plan: { volumes, pits, ...plan } }) => {
        if (!plan.places.some(isPit)) return;
        const places = holesOf(job, run, plan.places);
        const total = volumes.trench + pits.reduce((sum, { dig }) => sum + dig, 0);
        const [from, to] = [Math.min(...places.map((one) => dugAtGround(one).from)), Math.max(...places.map((one) => dugAtGround(one).to))];
        const deep = Math.max(...places.map(({ deepest }) => deepest.depth));
        const edges = [
          ...new Set(places.flatMap((one) => [dugAtGround(one).from, one.from, one.to, dugAtGround(one).to, ...one.station])),
        ].sort((a, b) => a - b);
        let sum = 0;
        for (let i = 1; i < edges.length; i++) {
          const [a, b] = [edges[i - 1] as number, edges[i] as number];
          // Where a pit or its ends are the section changes within a metre, however long the run is.
          const inPit = places.some((one) => isPit(one) && dugAtGround(one).from < b && dugAtGround(one).to > a);
          const slices = Math.max(inPit ? 24 : 1, Math.ceil(((b - a) / (to - from)) * 100));
          for (let k = 0; k < slices; k++) {
            const station = a + ((b - a) * (k + 0.5)) / slices;
            const here = places.filter((one) => dugAtGround(one).from <= station && dugAtGround(one).to >= station);
            const heights = [
              ...new Set([
                0,
                ...here
                  .flatMap((one) => {
                    const depth = depthIn(one, station);
                    return [
                      depth,
                      ...[one.sides.left, one.sides.right, ...(one.ends ? [one.ends] : [])]
                        .flatMap(benchHeights)
                        .map((height) => depth - height),
                    ];
                  })
                  .filter((z) => z > 0 && z < deep),
                deep,
              ]),
            ].sort((x, y) => x - y);
            for (let j = 1; j < heights.length; j++) {
              const [top, foot] = [heights[j - 1] as number, heights[j] as number];
              for (let n = 0; n < 16; n++) {
                const z = top + ((foot - top) * (n + 0.5)) / 16;
                const widest = (side: 'left' | 'right') =>
                  here.reduce((most, one) => Math.max(most, reach(one, one.sides[side], station, z)), 0);
                sum += ((widest('left') + widest('right')) * (foot - top) * (b - a)) / (16 * slices);
              }
            }
          }
        }
        expect(Math.abs(sum - total)).toBeLessThanOrEqual(0.01 * total);
      }),
      { numRuns: times(30) },
    );
  });
});
