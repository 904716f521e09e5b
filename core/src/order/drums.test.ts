import fc from 'fast-check';
import { findProduct } from '../catalogue';
import { blankJob, blankLaidLine, cutLength, placedLines, spanAmps, spansOf, type Circuit, type Run, type Structure } from '../job';
import { planRun } from '../plan/plan';
import { levelRun } from '../testing';
import { lineChecks } from '../trench/checks';
import { JOINT, orderOf, planDrums, type CableSpan } from '.';

const span = (cut: number, name = 'Cable', from = 0): CableSpan => ({ name, from, to: from + cut, cut });

/** Every way to share things out among `count` groups, one after the other. */
function* shared(things: number, count: number): Generator<number[]> {
  const total = count ** things;
  for (let code = 0; code < total; code++) yield Array.from({ length: things }, (_, i) => Math.floor(code / count ** i) % count);
}

/** The oracle: tries every way to gather spans and drums in groups, a group being drums spliced one after the other. */
function everyWay(cuts: readonly number[], drums: readonly number[]): { short: number; joints: number } {
  let best = { short: Infinity, joints: Infinity };
  for (const spanIn of shared(cuts.length, cuts.length))
    // The last group holds the drums that are left on the shelf.
    for (const drumIn of shared(drums.length, cuts.length + 1)) {
      let [short, joints] = [0, 0];
      for (let group = 0; group < cuts.length; group++) {
        const need = cuts.reduce((sum, cut, i) => sum + (spanIn[i] === group ? cut : 0), 0);
        const on = drums.filter((_, i) => drumIn[i] === group);
        if (need === 0) continue;
        const has = on.reduce((sum, length) => sum + length, 0) - 2 * JOINT * Math.max(0, on.length - 1);
        const missing = need - has > 1e-9 ? need - has + (on.length > 0 ? 2 * JOINT : 0) : 0;
        short += missing;
        joints += Math.max(0, on.length - 1) + (missing > 0 && on.length > 0 ? 1 : 0);
      }
      if (short < best.short - 1e-9 || (short < best.short + 1e-9 && joints < best.joints)) best = { short, joints };
    }
  return best;
}

describe('drums', () => {
  test('a cut is the way with 1 % slack and its tails, a termination where there is none', () =>
    expect(cutLength(100, [2.5, 0])).toBeCloseTo(101 + 2.5 + 1, 9));
  test('the shortest drum that will do, and both cuts off one where they fit', () => {
    expect(planDrums([span(40)], [100, 50, 45], undefined).drums).toMatchObject([{ length: 45, left: expect.closeTo(5, 9) as number }]);
    expect(planDrums([span(40), span(30)], [100, 50, 72], undefined).drums).toMatchObject([{ length: 72 }]);
  });
  test('180 m from 100 + 50 + 50 goes in with two joints: 184 m with their overlaps', () => {
    const plan = planDrums([span(180)], [100, 50, 50], undefined);
    expect(plan).toMatchObject({ short: 0, jointed: ['Cable'], exact: true });
    expect(plan.joints).toHaveLength(2);
    const used = plan.drums.flatMap(({ cuts }) => cuts).reduce((sum, { length }) => sum + length, 0);
    expect(used).toBeCloseTo(180 + 2 * 2 * JOINT, 9);
  });
  test('what is missing is least: 127 m from 60 and 50 wants 21 m more, with the overlaps of two joints', () =>
    expect(planDrums([span(127)], [60, 50], undefined).short).toBeCloseTo(127 - 110 + 4, 9));
  test('longer than the usual drum: jointed from as many as it takes', () => {
    const plan = planDrums([span(1100)], [], 500);
    expect(plan.drums.map(({ length }) => length)).toEqual([500, 500, 500]);
    expect(plan.joints).toHaveLength(2);
  });
  test('no other way is better: shortage and joints are those of trying every way there is', () => {
    const some = (most: number) => fc.array(fc.integer({ min: 3, max: 60 }), { minLength: 1, maxLength: most });
    fc.assert(
      fc.property(some(3), some(4), (cuts, drums) => {
        const plan = planDrums(
          cuts.map((cut, i) => span(cut, `C${i}`)),
          drums,
          undefined,
        );
        const best = everyWay(cuts, drums);
        expect(plan.exact).toBe(true);
        expect(plan.short).toBeCloseTo(best.short, 6);
        // What is missing may be the end of a span that is then jointed to it.
        expect(plan.joints.length).toBeLessThanOrEqual(best.joints);
        for (const { length, cuts: on, left } of plan.drums) expect(on.reduce((sum, one) => sum + one.length, left)).toBeCloseTo(length, 6);
        const placed = plan.drums.flatMap(({ cuts: on }) => on).reduce((sum, { length }) => sum + length, 0);
        const asked = cuts.reduce((sum, cut) => sum + cut, 0) + 2 * JOINT * plan.joints.length;
        expect(placed + plan.short).toBeCloseTo(asked, 6);
      }),
      { numRuns: 60 },
    );
  });
  test('too many ways to try them all: the best found is told as not proved', () => {
    const cuts = Array.from({ length: 30 }, (_, i) => span(20 + ((i * 7) % 13), `C${i}`));
    const plan = planDrums(
      cuts,
      Array.from({ length: 14 }, (_, i) => 30 + ((i * 11) % 37)),
      undefined,
    );
    expect(plan.exact).toBe(false);
    expect(plan.short).toBeLessThan(cuts.reduce((sum, { cut }) => sum + cut, 0));
  });
});

describe('a line that goes in and out of poles', () => {
  /** Five poles 50 m apart, each with 10 m of tail for every cable end, all loads 5 A, the last at the end. */
  const pole = (i: number): Structure => ({
    id: `p${i}`,
    name: `Pole ${i + 1}`,
    kind: 'pole',
    station: 50 * i,
    diameter: 0,
    tail: 10,
    pit: null,
  });
  const circuit: Circuit = {
    fedFrom: 'start',
    phases: 1,
    volts: 230,
    amps: 5,
    loads: [1, 2, 3].map((i) => ({ id: `p${i}`, amps: 5 })),
    powerFactor: 1,
    limit: 0.05,
    resistivity: 1.2,
    temperature: 15,
  };
  const run: Run = {
    ...levelRun({ length: 200, depth: 0.8, entry: false }),
    structures: [0, 1, 2, 3, 4].map(pole),
    laid: [{ ...blankLaidLine('Lights', 'lv-3x6'), id: 'l1', circuit, loops: [1, 2, 3].map((i) => ({ id: `p${i}` })) }],
  };
  const job = blankJob('Yard');
  const plan = planRun(job, run);
  const [line] = lineChecks(job, run, plan);

  test('four spans of 50 m with slack and both tails: 282 m in the order, on the drums and for the volts', () => {
    const cut = 4 * (50 * 1.01 + 20);
    expect(cut).toBeCloseTo(282, 9);
    const order = orderOf(job, run, plan);
    expect(order.items.find(({ id }) => id === 'line.lv-3x6')?.net).toBeCloseTo(cut, 9);
    const cuts = order.cuts.flatMap((one) => (one.kind === 'drums' ? one.plan.drums.flatMap((drum) => drum.cuts) : []));
    expect(cuts.reduce((sum, { length }) => sum + length, 0)).toBeCloseTo(cut, 9);
    expect(cuts.map(({ name }) => name)).toContain('Lights, Pole 2 to Pole 3');
    expect(line?.checks.find(({ id }) => id === 'volts')?.inputs[0]?.value).toBe('282 m');
    // Two ends of a stub duct at every pole on the way, one at both ends; and a label at every end.
    expect(order.items.find(({ id }) => id === 'cover.stubs')?.net).toBe(8);
    expect(order.items.find(({ id }) => id === 'cover.labels')?.net).toBe(8);
  });
  test('a load is carried as far as it goes: 20, 15, 10 and 5 A; fed from the other end they turn', () => {
    const spans = spansOf(run, placedLines(job, run)[0] as never);
    expect(spanAmps(circuit, spans)).toEqual([20, 15, 10, 5]);
    expect(spanAmps({ ...circuit, fedFrom: 'end' }, spans)).toEqual([5, 10, 15, 20]);
  });
  test('4 × 5 A over 4 × 53 m drops 4.16 V at 0.785 mΩ/m, where one lumped load says 6.65', () => {
    // 53 m to cut: 50 m with slack and 1.25 m at both ends.
    const [short, r] = [{ ...run, structures: run.structures.map((one) => ({ ...one, tail: 1.25 })) }, 0.785e-3];
    const own = { ...findProduct('lv-3x6'), id: 'own-c' };
    const conductor = { ...own.conductor, hottest: 90, resistance: r / (1 + 0.00393 * 70) };
    const with_ = (change: Partial<Circuit>, loops = short.laid[0]?.loops) => ({
      ...short,
      laid: [{ ...short.laid[0], product: 'own-c', circuit: { ...circuit, ...change }, loops }] as Run['laid'],
    });
    const ours = { ...job, products: [{ ...own, conductor } as never] };
    const volts = (of: Run) => lineChecks(ours, of, planRun(ours, of))[0]?.checks.find(({ id }) => id === 'volts')?.result;
    expect(volts(with_({}))).toMatch(/^4\.16 V/);
    expect(2 * 20 * 4 * 53 * r).toBeCloseTo(6.65, 1);
    expect(volts(with_({ amps: 20, loads: [] }))).toMatch(/^6\.6\d V/);
  });
  test('the pull is of a span, not of the run: a quarter of the people', () => {
    const tension = (of: Run) =>
      Number(
        lineChecks(job, of, planRun(job, of))[0]
          ?.checks.find(({ id }) => id === 'pull')
          ?.result.match(/^([\d.]+)/)?.[1],
      );
    const whole = { ...run, laid: run.laid.map((one) => ({ ...one, loops: [] })) };
    expect(tension(whole) / tension(run)).toBeCloseTo(4, 0);
  });
});
