import fc from 'fast-check';
import { times } from '../generators.testing';
import { loadSolver } from '../highs.testing';
import { blankJob, blankLogistics, machineOf, type Run } from '../job';
import type { Solver } from '../lp';
import { orderOf } from '../order';
import { planRun } from '../plan/plan';
import { sectionAt } from '../plan/section';
import { saidIn, levelRun } from '../testing';
import { balance, barrowHours, barrowTrips, carrySpoil, crown, haulOf, lorryLoads, spoilCells, spoilKinds, type SpoilCell } from '.';
import { cheapestByLp } from './carry.testing';

const job = blankJob('Yard');
const { rates } = job;
let solver: Solver;
beforeAll(async () => {
  solver = await loadSolver();
});

const cell = (i: number, volume: number, left: number, right = 0): SpoilCell => ({
  from: i * 10,
  to: i * 10 + 10,
  volume,
  room: { left, right },
});
const carry = (cells: SpoilCell[], change: Partial<Run['logistics']> = {}) => carrySpoil(cells, { ...blankLogistics(), ...change }, rates);

test('14 m³ of clay at 35 %: 18.9 loose; 10.1 compacted back at 10 % needs 11.2 bank; 2.8 bank over, 3.8 loose', () => {
  const spoil = { ...levelRun().spoil, ground: 'clay' as const, reuse: true };
  const none = planRun(job, levelRun()).beds;
  const result = balance({ ...levelRun(), spoil }, { trench: 14, bedding: 0, surround: 0, pipe: 0, fill: 10.1, surface: 0 }, none);
  expect(result.loose).toBeCloseTo(18.9, 9);
  expect(result.reuseBank).toBeCloseTo(11.2, 1);
  expect(result.surplusBank).toBeCloseTo(2.8, 1);
  expect(result.surplusLoose).toBeCloseTo(3.8, 1);
});

describe('the least-cost way to be rid of the spoil', () => {
  test('with room beside it all of it stays there and costs nothing', () => {
    const done = carry([cell(0, 5, 6), cell(1, 5, 6)]);
    expect(done).toMatchObject({ handled: 0, off: 0, cost: expect.closeTo(0, 2) as number });
    expect(done.cells[0]?.own.left).toBeCloseTo(5, 6);
  });
  test('what is over goes to the next stretch with room: 2 m³ handled at 4 and carried 10 m at 6 a 100 m', () => {
    const done = carry([cell(0, 8, 6), cell(1, 3, 6)]);
    expect(done.handled).toBeCloseTo(2, 6);
    expect(done.cells[1]?.brought.left).toBeCloseTo(2, 6);
    expect(done.hauled).toBeCloseTo(20, 6);
    expect(done.cost).toBeCloseTo(2 * 4 + (20 * 6) / 100, 2);
  });
  test('then to the stockpile, and the rest off site', () => {
    const done = carry([cell(0, 10, 6)], { stockpile: { station: 5, room: 3 } });
    expect(done.stockpile).toBeCloseTo(3, 6);
    expect(done.off).toBeCloseTo(1, 6);
    expect(done.cost).toBeCloseTo(3 * 4 + 1 * 28, 2);
  });
  test('nothing is lost or made, no room is overfilled, and a linear program finds nothing cheaper', () => {
    const cubic = (max: number) => fc.oneof(fc.constant(0), fc.double({ min: 0.01, max, noNaN: true }));
    const one = fc.record({ volume: cubic(10), left: cubic(8), right: cubic(3) });
    const costs = fc.record({
      handle: fc.constantFrom(0, 2, 4, 40),
      off: fc.constantFrom(5, 28),
      haul: fc.constantFrom(0, 6, 100),
      stockpile: fc.option(fc.record({ station: fc.double({ min: 0, max: 100, noNaN: true }), room: cubic(12) })),
    });
    fc.assert(
      fc.property(fc.array(one, { minLength: 1, maxLength: 12 }), costs, (list, { stockpile, ...change }) => {
        const cells = list.map(({ volume, left, right }, i) => cell(i, volume, left, right));
        const priced = { ...rates, ...change };
        const logistics = { ...blankLogistics(), stockpile };
        const done = carrySpoil(cells, logistics, priced);
        const volume = cells.reduce((sum, { volume: dug }) => sum + dug, 0);
        const placed = done.cells.reduce(
          (sum, { own, brought, off }) => sum + own.left + own.right + brought.left + brought.right + off,
          0,
        );
        expect(placed + done.stockpile).toBeCloseTo(volume, 5);
        for (const { own, brought, room } of done.cells) {
          expect(own.left + brought.left).toBeLessThanOrEqual(room.left + 1e-6);
          expect(own.right + brought.right).toBeLessThanOrEqual(room.right + 1e-6);
        }
        expect(done.cost).toBeCloseTo(cheapestByLp(cells, logistics, priced, solver), 4);
      }),
      { numRuns: times(60) },
    );
  });
  test('the stretches of a run hold all of its spoil; a gap takes none', () => {
    const run: Run = {
      ...levelRun({ length: 23, depth: 1.3, entry: false }),
      logistics: { ...blankLogistics(), gaps: [{ id: 'g', from: 5, to: 8, side: 'both', why: 'path' }] },
    };
    const plan = planRun(job, run);
    const cells = spoilCells(run, plan.profile, plan.pits, machineOf(job).arm);
    expect(cells.reduce((sum, { volume }) => sum + volume, 0)).toBeCloseTo(plan.balance.loose, 6);
    const free = spoilCells({ ...run, logistics: blankLogistics() }, plan.profile, plan.pits, machineOf(job).arm);
    const room = (list: SpoilCell[]) => list.reduce((sum, one) => sum + one.room.right, 0);
    expect(room(cells) / room(free)).toBeCloseTo(20 / 23, 6);
    expect(room(free)).toBeGreaterThan(0);
  });
});

describe('turf and topsoil', () => {
  const [reach] = levelRun({ length: 20, depth: 1.2, entry: false }).reaches as [Run['reaches'][number]];
  const run: Run = {
    ...levelRun({ length: 20, depth: 1.2, entry: false }),
    reaches: [{ ...reach, restoration: [{ material: 'topsoil', thickness: 0.2 }] }],
  };
  test('have a heap of their own on the free side, and do not count as surplus', () => {
    const plan = planRun(job, run);
    // 0.2 m over the whole width and length.
    expect(plan.balance.topsoilBank).toBeCloseTo(0.2 * plan.widestTop * 20, 6);
    expect(sectionAt(job, run, 10).heaps.map(({ of, side }) => [of, side])).toEqual([
      ['spoil', 'right'],
      ['topsoil', 'left'],
    ]);
    const { balance: with_ } = plan;
    expect(with_.reuseBank + with_.surplusBank + with_.topsoilBank).toBeCloseTo(plan.volumes.trench, 6);
  });
  test('lie behind the spoil where the free side has no room', () => {
    const tight = { ...run, spoil: { ...run.spoil, corridorLeft: 0.5 } };
    expect(sectionAt(job, tight, 10).heaps.map(({ side }) => side)).toEqual(['right', 'right']);
  });
  test('suspect ground is surplus, and said', () => {
    const suspect: Run = { ...run, logistics: { ...run.logistics, suspect: [{ id: 'u', from: 0, to: 5, what: 'Tar' }] } };
    const plan = planRun(job, suspect);
    expect(plan.balance.suspectBank).toBeCloseTo(plan.volumes.trench / 4, 6);
    expect(saidIn(job, plan, 'spoil.suspect')?.what).toBe('Suspect ground: Tar');
  });
});

test('what has no room goes off site at once; more than is surplus is fetched back, and the order books all of it', () => {
  const base = levelRun({ length: 20, depth: 1.3, entry: false });
  const tight: Run = { ...base, spoil: { ...base.spoil, corridorLeft: 0.5, corridorRight: 0.9, reuse: true } };
  const plan = planRun(job, tight);
  const haul = haulOf(job, tight, plan);
  expect(haul.carried.off).toBeGreaterThan(plan.balance.surplusLoose);
  expect(haul.back).toBeCloseTo(haul.carried.off - plan.balance.surplusLoose, 9);
  const items = orderOf(job, tight, plan).items;
  const amount = (id: string) => items.find((one) => one.id === id)?.order ?? 0;
  expect(amount('spoil.surplus') + amount('spoil.suspect') + amount('spoil.early')).toBeCloseTo(haul.off, 9);
  expect(amount('spoil.back')).toBeCloseTo(haul.back, 9);
  expect(items.find(({ id }) => id === 'spoil.moved')).toBeUndefined();
  const roomy: Run = {
    ...base,
    spoil: { ...base.spoil, corridorRight: 1.9 },
    logistics: { ...blankLogistics(), stockpile: { station: 20, room: 200 } },
  };
  const { carried } = haulOf(job, roomy, planRun(job, roomy));
  const moved = orderOf(job, roomy, planRun(job, roomy)).items.find(({ id }) => id === 'spoil.moved');
  expect(moved?.order).toBeCloseTo(carried.handled, 9);
  expect(moved?.cost).toBeCloseTo(carried.handled * rates.handle + (carried.hauled * rates.haul) / 100, 6);
});

test('loads by box or by axles, whichever is full first; trips; the crown', () => {
  expect(lorryLoads(20, 1500, { volume: 9, payload: 16_000 })).toBe(3);
  expect(lorryLoads(20, 1500, { volume: 9, payload: 6000 })).toBe(5);
  expect(barrowTrips(1, { barrow: 0.08 })).toBe(13);
  // 13 trips × (150 s + 2 × 9 m / 0.9 m/s).
  expect(barrowHours(1, 9, { barrow: 0.08 })).toBeCloseTo((13 * 170) / 3600, 9);
  expect(crown(1500, 1700, 0.9)).toBeCloseTo(0.1059, 4);
});

test('what is dug by kind: 20 m³ of clay surplus, 4 of them suspect, 3 m³ of topsoil, by a lorry of 9 m³ or 16 t', () => {
  const plan = planRun(job, levelRun());
  const dug = { ...plan.balance, topsoilBank: 3, reuseBank: 0, surplusBank: 20, suspectBank: 4 };
  const kinds = spoilKinds(dug, { ground: 'clay' }, { volume: 9, payload: 16_000 });
  // Clay swells 35 % and weighs 1,900 kg/m³ in the bank: 21.6 m³ loose, three lorries by the box; topsoil is loam, 25 %.
  expect(kinds.map(({ kind, bank, loads }) => [kind, bank, loads])).toEqual([
    ['topsoil', 3, 1],
    ['back', 0, 0],
    ['surplus', 16, 3],
    ['suspect', 4, 1],
  ]);
  expect(kinds[0]?.loose).toBeCloseTo(3.75, 9);
  expect(kinds[2]?.loose).toBeCloseTo(21.6, 9);
  expect(kinds[2]?.mass).toBeCloseTo(16 * 1900, 6);
});
