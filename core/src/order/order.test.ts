import fc from 'fast-check';
import { findProduct } from '../catalogue';
import { demoFile } from '../demo';
import { applyPatches, blankJob, blankLaidLine, type Job, type Run } from '../job';
import { mendsOf } from '../plan/mends';
import { planRun } from '../plan/plan';
import { levelRun } from '../testing';
import { cutSticks, firstFit, orderOf, surfaceVolumes, type OrderFinding } from '.';

const job = blankJob('Yard');
const item = (order: ReturnType<typeof orderOf>, id: string) => order.items.find((one) => one.id === id);

describe('cutting sticks', () => {
  test('7.2, 4.4, 4.4 and 2.9 m from 6 m: four sticks, one joint, 5.1 m left', () => {
    expect(cutSticks([7.2, 4.4, 4.4, 2.9], 6)).toMatchObject({
      sticks: 4,
      joints: 1,
      offcut: expect.closeTo(5.1, 9) as number,
      bound: 4,
      exact: true,
    });
  });
  test('first-fit decreasing takes three where two do; the search finds two', () => {
    const pieces = [4, 4, 3, 3, 3, 3];
    expect(firstFit(pieces, 10)).toHaveLength(3);
    expect(cutSticks(pieces, 10).sticks).toBe(2);
  });
  test('every span is cut once, no stick is longer than it is, and first-fit decreasing is never better', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0.2, max: 20, noNaN: true }), { minLength: 1, maxLength: 14 }), (spans) => {
        const { sticks, offcut, cuts, bound } = cutSticks(spans, 6);
        const rests = spans.map((span) => span - Math.floor(span / 6 + 1e-9) * 6).filter((rest) => rest > 1e-9);
        for (const cut of cuts) expect(cut.reduce((sum, piece) => sum + piece, 0)).toBeLessThanOrEqual(6 + 1e-6);
        expect(cuts.flat().sort()).toEqual(rests.sort());
        expect(cuts.length).toBeLessThanOrEqual(firstFit(rests, 6).length);
        expect(sticks).toBeGreaterThanOrEqual(bound);
        expect(offcut).toBeCloseTo(sticks * 6 - spans.reduce((sum, span) => sum + span, 0), 6);
      }),
    );
  });
});

describe('the order of a run', () => {
  const run = demoFile.runs[0] as Run;
  const plan = planRun(demoFile.job, run);
  const order = orderOf(demoFile.job, run, plan);
  test('sticks from chamber to chamber, bed loose with waste, hours, spoil off site: each from the plan', () => {
    // 23.775 and 23.175 … less half a chamber: eight lengths of 6 m and six couplers.
    expect(item(order, 'line.drain-160')).toMatchObject({ order: 48, packs: '8 lengths of 6.00 m' });
    expect(item(order, 'joint.drain-160')?.order).toBe(6);
    expect(item(order, 'bed.granular')?.order).toBeCloseTo(plan.beds.granular * 1.08 * 1.05, 9);
    expect(item(order, 'spoil.surplus')?.order).toBeCloseTo(plan.balance.surplusLoose, 9);
    expect(item(order, 'machine.t17')?.order).toBeCloseTo(
      (['dig', 'move', 'protect', 'fill'] as const).reduce((sum, activity) => sum + order.estimate.hours[activity], 0),
      9,
    );
    expect(order.total).toBeCloseTo(
      order.items.reduce((sum, { cost }) => sum + cost, 0),
      6,
    );
  });
  test('a price typed for the job takes the place of the catalogue’s', () => {
    const own = { ...demoFile.job, rates: { ...demoFile.job.rates, prices: [{ item: 'line.drain-160', price: 20 }] } };
    const typed = item(orderOf(own, run, plan), 'line.drain-160');
    expect(typed).toMatchObject({ price: 20, typed: true, cost: 960 });
  });
  test('what nobody priced is a placeholder: not a price typed, a rate of the job that was changed, or a line of the job’s own', () => {
    const fresh = { ...demoFile.job, rates: blankJob('Fresh', demoFile.job.ruleSet).rates };
    const all = orderOf(fresh, run, plan);
    expect(all.items.every(({ placeholder }) => placeholder)).toBe(true);
    expect(all.guessed).toBeCloseTo(all.total, 9);
    const given = { ...fresh, rates: { ...fresh.rates, crew: 55, prices: [{ item: 'line.drain-160', price: 20 }] } };
    const some = orderOf(given, run, plan);
    const said = some.items.filter(({ placeholder }) => !placeholder);
    expect(said.map(({ id }) => id).sort()).toEqual(['labour.crew', 'labour.driver', 'line.drain-160']);
    expect(some.guessed).toBeCloseTo(some.total - said.reduce((sum, { cost }) => sum + cost, 0), 6);
    const product = { ...findProduct('drain-160'), id: 'own-drain' } as Job['products'][number];
    const lines = run.laid.map((line) => (line.product === 'drain-160' ? { ...line, product: 'own-drain' } : line));
    const own = { ...fresh, products: [product] };
    const laid = { ...run, laid: lines };
    expect(item(orderOf(own, laid, planRun(own, laid)), 'line.own-drain')).toMatchObject({ placeholder: false });
  });
  test('the pieces hold all that is dug, bedded and filled, in the order of the dig', () => {
    const { pieces, hours } = order.estimate;
    expect(pieces[0]?.to).toBe(48);
    expect(pieces.reduce((sum, { from, to }) => sum + to - from, 0)).toBeCloseTo(48, 9);
    expect(hours.bed).toBeCloseTo((plan.volumes.bedding + plan.volumes.surround) / 1.5, 6);
    expect(hours.hand).toBeCloseTo(plan.dig.hand / 0.5, 6);
    const filled = plan.volumes.fill + plan.volumes.surface + plan.pits.reduce((sum, { fill }) => sum + fill, 0);
    expect(hours.fill).toBeCloseTo(filled / 4, 6);
  });
  test('surface layers by material add up to the plan’s surface', () => {
    const supply = demoFile.runs[1] as Run;
    const volumes = Object.values(surfaceVolumes(demoFile.job, supply, planRun(demoFile.job, supply)));
    expect(volumes.reduce((sum, volume) => sum + volume, 0)).toBeCloseTo(planRun(demoFile.job, supply).volumes.surface, 6);
  });
  test('a drum shorter than the span is said with its joint bays; no drum long enough is a stop; no price a note', () => {
    const cable: Run = { ...levelRun({ length: 100, depth: 1, entry: false }), laid: [blankLaidLine('Feeder', 'mv-3x95')] };
    const with_ = (lengths: number[]) => {
      const drummed = { ...cable, logistics: { ...cable.logistics, drums: [{ product: 'mv-3x95', lengths }] } };
      return orderOf(job, drummed, planRun(job, drummed)).findings.map(({ code, severity }) => [code, severity]);
    };
    expect(with_([60, 60])).toContainEqual(['order.jointed', 'caution']);
    expect(with_([60])).toContainEqual(['order.short', 'stop']);
    const free = { ...job, rates: { ...job.rates, prices: [{ item: 'line.mv-3x95', price: 0 }] } };
    expect(orderOf(free, cable, planRun(free, cable)).findings.map(({ code }) => code)).toContain('order.free');
  });
  test('a joint asks for its bay; the fix digs one, a place like any other, and is not asked for again', () => {
    const run: Run = {
      ...levelRun({ length: 100, depth: 1, entry: false, bottomWidth: 0.6 }),
      laid: [blankLaidLine('Feeder', 'mv-3x95')],
      logistics: { ...levelRun().logistics, drums: [{ product: 'mv-3x95', lengths: [60, 60] }] },
    };
    const look = (of: Run) => orderOf(job, of, planRun(job, of)).findings;
    const bay = (of: Run) => look(of).find(({ code }) => code === 'order.bay');
    const [mend] = mendsOf(bay(run) as OrderFinding, run, look(run), look);
    expect(mend).toMatchObject({ fix: { code: 'jointBay' }, brings: [] });
    const dug = applyPatches(run, mend?.fix.patches ?? []);
    expect(bay(dug)).toBeUndefined();
    const plan = planRun(job, dug);
    expect(plan.pits).toMatchObject([{ kind: 'joint', dig: expect.closeTo(2 * (1.2 - 0.6) * plan.deepest.depth, 6) as number }]);
    expect(plan.places.map(({ kind }) => kind)).toEqual(['reach', 'joint']);
  });
  test('a joint that comes to lie in a bore is a stop', () => {
    const feeder = demoFile.runs[2] as Run;
    const drummed = (lengths: number[]) => ({ ...feeder, logistics: { ...feeder.logistics, drums: [{ product: 'mv-3x95', lengths }] } });
    const ids = (of: Run) => orderOf(demoFile.job, of, planRun(demoFile.job, of)).findings.map(({ code }) => code);
    // Bored from 46 to 84 m: 68 m of the first drum end in it, 88 m past it.
    expect(ids(drummed([70, 60]))).toContain('order.blind');
    expect(ids(drummed([90, 45]))).not.toContain('order.blind');
  });
  test('boxes go from reach to reach: those of the reach that takes most are hired, once', () => {
    const [reach] = levelRun({ length: 40, depth: 2, protection: 'shield', kit: 'box-light', panel: 0.06 }).reaches as [
      Run['reaches'][number],
    ];
    const two: Run = { ...levelRun({ length: 40, depth: 2 }), reaches: [reach, { ...reach, id: 'b', from: 30 }] };
    const both = planRun(job, two);
    const hired = orderOf(job, two, both).items.filter(({ group }) => group === 'supports');
    const counts = both.supports.map(({ schedule }) => (schedule?.kind === 'shield' ? schedule.boxes : 0));
    expect(hired).toHaveLength(1);
    expect(hired[0]?.packs).toMatch(new RegExp(`^${Math.max(...counts)} pieces for \\d+ days$`));
  });
  test('cables in ducts are ordered too', () => {
    const supply = orderOf(demoFile.job, demoFile.runs[1] as Run, planRun(demoFile.job, demoFile.runs[1] as Run));
    expect(item(supply, 'line.fibre-12')?.net).toBeGreaterThan(2 * 85);
    expect(item(supply, 'line.fibre-12')?.what).toBe(findProduct('fibre-12').name);
  });
});
