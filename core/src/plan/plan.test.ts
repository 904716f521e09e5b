import { estimateOf } from '../estimate';
import fc from 'fast-check';
import { findProduct, grounds, type SoilClass } from '../catalogue';
import { polygonArea } from '../geometry';
import { straightBore, applyPatches, blankJob, blankPit, productOf, type Fix, type Job, type Reach, type Run, type Wall } from '../job';
import { sayFix } from '../words';
import { planRun } from './plan';
import { ruleSetIds } from '../rules';
import { sectionAt } from './section';
import { windrow } from '../spoil';
import { anyRun, times } from '../generators.testing';
import { findingIn, levelRun, refusals, said, withInverts, inReach } from '../testing';
import { FOOT } from '../units';
import { extent } from '../alignment';
import { astmWidth, widthFloor } from '../trench';
import { resolveRules } from '../rules';

const US = blankJob('Test', 'US');
const UK = blankJob('Test', 'UK');
const VERTICAL: Wall = { kind: 'vertical' };
const batter = (ratio: number): Wall => ({ kind: 'batter', ratio });
const labels = (found: { fixes: readonly Fix[] } | undefined, job = US) => found?.fixes.map((fix) => sayFix(fix, job));
describe('volumes', () => {
  test('vertical, 0.60 wide, 1.20 deep, 30 m level: 21.60 m³ bank, 27.0 loose at 25 % swell', () => {
    const plan = planRun(US, levelRun());
    expect(plan.volumes.trench).toBeCloseTo(0.6 * 1.2 * 30, 9);
    expect(grounds.loam.swell).toBe(0.25);
    expect(plan.balance.loose).toBeCloseTo(27, 9);
  });

  test('1.0 m bottom, 2.0 deep, 1:1 both sides: 6.0 m² and 5.0 m across the top', () => {
    const section = sectionAt(US, levelRun({ depth: 2, bottomWidth: 1, left: batter(1), right: batter(1) }), 10);
    expect(section.areas.trench).toBeCloseTo(1 * 2 + 2 * 2, 9);
    expect(section.topWidth).toBeCloseTo(5, 9);
  });

  test('depth 1.0 → 2.0 m over 10 m with 1:1 sides: 38.33 m³ by prismoids, not 40.0 by end areas', () => {
    const run = levelRun({ length: 10, depth: 1, bottomWidth: 1, left: batter(1), right: batter(1) });
    const product = productOf(US, run);
    const startInvert = 10 - 1 + (run.reaches[0] as Reach).bedding + product.wall;
    const plan = planRun(US, withInverts(run, startInvert, startInvert - 1));
    // Areas 2, 3.75 and 6 m²: 10/6·(2 + 4·3.75 + 6) = 38.333
    expect(plan.volumes.trench).toBeCloseTo((10 / 6) * (2 + 4 * 3.75 + 6), 9);
  });

  test('a shield digs wider by both panels', () => {
    const plain = planRun(US, levelRun({ depth: 2 })).volumes.trench;
    expect(planRun(US, levelRun({ depth: 2, protection: 'shield' })).volumes.trench - plain).toBeCloseTo(2 * 0.1 * 2 * 30, 9);
  });

  test('a bench steps out at its riser: 1 m wide, 2 m deep, one 1 m riser and 0.5 m tread both sides is 3 m²', () => {
    const bench: Wall = { kind: 'bench', riser: 1, tread: 0.5, count: 1 };
    expect(sectionAt(US, levelRun({ depth: 2, bottomWidth: 1, left: bench, right: bench }), 5).areas.trench).toBeCloseTo(
      1 * 2 + 2 * 0.5 * 1,
      9,
    );
  });

  test('14 m³ of clay: 18.9 loose; 10.1 compacted back takes 11.2 bank; 2.8 bank = 3.8 loose over', () => {
    const plan = planRun(US, { ...levelRun(), spoil: { ...levelRun().spoil, ground: 'clay' } });
    const share = plan.volumes.fill / (1 - 0.1);
    expect(plan.balance.loose / plan.volumes.trench).toBeCloseTo(18.9 / 14, 9);
    expect(plan.balance.reuseBank).toBeCloseTo(share, 9);
    expect(plan.balance.surplusLoose).toBeCloseTo((plan.volumes.trench - share) * 1.35, 9);
  });

  test('spoil that is carted off brings all the fill in', () => {
    const run = levelRun();
    const plan = planRun(US, { ...run, spoil: { ...run.spoil, reuse: false } });
    expect(plan.balance).toMatchObject({ reuseBank: 0, surplusBank: plan.volumes.trench, importFill: plan.volumes.fill });
  });
});

describe('heaps', () => {
  test('over a bore no topsoil is taken off, and what is left when all of it is topsoil is nothing, not less', () => {
    const bored = { ...levelRun({ restoration: [{ material: 'turf', thickness: 0.02 }], depth: 4 }), route: [] };
    const method = { ...straightBore, bore: 0.2, rod: 1.5, launch: blankPit(1, 1), receiving: blankPit(1, 1) };
    const run: Run = { ...bored, reaches: bored.reaches.map((reach) => ({ ...reach, method })) };
    const { heap, balance } = planRun(US, run);
    expect(balance.topsoilBank).toBe(0);
    expect(heap).toMatchObject({ area: 0, base: 0, height: 0 });
  });
  test('0.9 m³/m loose at 38° stands 2.15 m wide and 0.84 m high', () => {
    const { base, height } = windrow(0.9, (38 * Math.PI) / 180);
    expect(base).toBeCloseTo(2.147, 3);
    expect(height).toBeCloseTo(0.839, 3);
    expect((base * height) / 2).toBeCloseTo(0.9, 12);
  });

  test('no room on one side offers the sides where it fits, and they do', () => {
    const run = {
      ...levelRun({ depth: 1.4, entry: false }),
      spoil: { ...levelRun().spoil, side: 'left' as const, corridorLeft: 1.5, corridorRight: 6 },
    };
    const room = findingIn(planRun(US, run), 'spoil.room');
    expect(labels(room)).toEqual(['Spoil on the right']);
    expect(findingIn(planRun(US, applyPatches(run, room?.fixes[0]?.patches ?? [])), 'spoil.room')).toBeUndefined();
  });

  test('a setback below the rule is a stop, mended to the rule', () => {
    const run = { ...levelRun(), spoil: { ...levelRun().spoil, setback: 0.3 } };
    expect(findingIn(planRun(US, run), 'spoil.setback')).toMatchObject({ severity: 'stop', fixes: [{ patches: [{ value: 2 * FOOT }] }] });
    expect(findingIn(planRun(UK, run), 'spoil.setback')?.fixes[0]?.patches[0]?.value).toBe(1);
  });
});

describe('least widths', () => {
  const drain160 = findProduct('drain-160');
  const floor = (job: Job, depth: number, reach: Partial<Reach> = {}) =>
    widthFloor(resolveRules(job.ruleSet), [{ product: drain160, x: 0 }], { ...(levelRun().reaches[0] as Reach), ...reach }, depth);
  test.each([
    ['OD 160 at 1.5 m: the greater of 0.56 and 0.80', 1.5, {}, 0.8],
    ['at 0.9 m with entry: by DN only', 0.9, {}, 0.56],
    ['at 1.75 m still 0.80', 1.75, {}, 0.8],
    ['at 1.76 m 0.90', 1.76, {}, 0.9],
    ['over 4 m 1.00', 4.01, {}, 1.0],
    ['nobody enters: the line and 50 mm each side', 1.5, { entry: false }, 0.26],
  ])('EN 1610, %s', (_, depth, reach, width) => expect(floor(UK, depth, reach)).toBeCloseTo(width, 9));
  test('EN 1610 battered to 60° or flatter adds 0.40 for every DN', () => {
    const [drain300, walls] = [findProduct('drain-300'), { left: batter(1), right: batter(1) }];
    const reach = { ...(levelRun().reaches[0] as Reach), ...walls };
    expect(widthFloor(resolveRules('UK'), [{ product: drain300, x: 0 }], reach, 0.9)).toBeCloseTo(0.345 + 0.4, 9);
    expect(widthFloor(resolveRules('UK'), [{ product: drain300, x: 0 }], { ...reach, left: VERTICAL }, 0.9)).toBeCloseTo(0.345 + 0.5, 9);
  });
  test('ASTM D2321 with OD 6.625 in: 22.6 in', () => expect(astmWidth((6.625 * FOOT) / 12) / (FOOT / 12)).toBeCloseTo(22.625, 9));
  test('too narrow is a stop with the width that does', () => {
    const run = levelRun({ depth: 1.1, bottomWidth: 0.5 });
    const narrow = findingIn(planRun(UK, run), 'trench.narrow');
    expect(narrow).toMatchObject({ severity: 'stop', where: [{ from: 0, to: 30 }] });
    expect(labels(narrow, UK)).toEqual(['Widen to 0.80 m']);
    expect(findingIn(planRun(UK, applyPatches(run, narrow?.fixes[0]?.patches ?? [])), 'trench.narrow')).toBeUndefined();
  });
});

describe('protection', () => {
  test('US, 5 ft in type C, vertical and unsupported: stop, with batter 1½:1 and shield; shores never in C', () => {
    const plan = planRun(US, levelRun({ depth: 5 * FOOT, soil: 'C', bottomWidth: 0.8 }));
    const stop = findingIn(plan, 'protection.unprotected');
    expect(stop?.severity).toBe('stop');
    expect(labels(stop)).toEqual([
      'Batter 1½:1 (34° from flat)',
      'Use a shield: Light box 2.0 × 1.5 m',
      'Use sheets: Sheets 330 mm with frames',
    ]);
    expect(plan.ranges.protection).toEqual([{ from: 0, to: 30 }]);
  });
  test('US, 4 ft 6 in: caution, and a ladder required', () => {
    const plan = planRun(US, levelRun({ depth: 4.5 * FOOT, soil: 'C', bottomWidth: 0.8 }));
    expect(findingIn(plan, 'protection.unprotected')?.severity).toBe('caution');
    expect(findingIn(plan, 'protection.ladder')).toMatchObject({ where: [{ from: 0, to: 30 }] });
    expect(plan.ranges).toMatchObject({ protection: [], egress: [{ from: 0, to: 30 }] });
  });
  // The public slope tables: class × wall → does it stand at 8 ft by itself?
  test.each<[SoilClass, Wall, boolean]>([
    ['rock', VERTICAL, true],
    ['A', VERTICAL, false],
    ['A', batter(0.75), true],
    ['A', batter(0.7), false],
    ['B', batter(1), true],
    ['B', batter(0.75), false],
    ['C', batter(1.5), true],
    ['C', batter(1), false],
    // 8 ft in two risers of 4 ft: the tread must bring toe and lip to 1:1, so 8 ft.
    ['B', { kind: 'bench', riser: 4 * FOOT, tread: 8 * FOOT, count: 1 }, true],
    ['B', { kind: 'bench', riser: 4 * FOOT, tread: 4 * FOOT, count: 1 }, false],
    ['B', { kind: 'bench', riser: 5 * FOOT, tread: 8 * FOOT, count: 1 }, false],
    ['C', { kind: 'bench', riser: 4 * FOOT, tread: 12 * FOOT, count: 1 }, false],
  ])('type %s with %j stands: %s', (soil, wall, stands) => {
    const plan = planRun(US, levelRun({ depth: 8 * FOOT, soil, bottomWidth: 3 * FOOT, left: wall, right: wall }));
    expect(findingIn(plan, 'protection.unprotected')?.severity).toBe(stands ? undefined : 'stop');
  });
  test('type B, 8 ft deep, 3 ft bottom, 1:1: 19 ft across the top; in C at 1½:1 27 ft', () => {
    const top = (soil: SoilClass, ratio: number) =>
      planRun(US, levelRun({ depth: 8 * FOOT, soil, bottomWidth: 3 * FOOT, left: batter(ratio), right: batter(ratio) })).widestTop / FOOT;
    expect(top('B', 1)).toBeCloseTo(19, 9);
    expect(top('C', 1.5)).toBeCloseTo(27, 9);
  });
  test('benches in type C stop even where nobody enters; shores on a batter stop', () => {
    const bench: Wall = { kind: 'bench', riser: 1, tread: 1, count: 1 };
    expect(findingIn(planRun(US, levelRun({ soil: 'C', entry: false, left: bench })), 'protection.bench')?.severity).toBe('stop');
    expect(
      findingIn(planRun(US, levelRun({ depth: 2, protection: 'shores', kit: 'shores-light', left: batter(1) })), 'protection.upright')
        ?.severity,
    ).toBe('stop');
  });
  test('over 20 ft an engineer designs it in the US; AU/NZ sets no depth', () => {
    const deep = levelRun({ depth: 6.2, soil: 'B', left: batter(1), right: batter(1) });
    expect(findingIn(planRun(US, deep), 'protection.engineer')?.severity).toBe('stop');
    expect(findingIn(planRun(blankJob('Test', 'AUNZ'), deep), 'protection.engineer')).toBeUndefined();
  });
  test('a changed rule is followed and its reason is in the basis', () => {
    const job: Job = { ...US, overrides: [{ rule: 'protectionDepth', value: 1, by: 'supervisor', reason: 'client’s site rules' }] };
    const found = findingIn(planRun(job, levelRun()), 'protection.unprotected');
    expect(found?.severity).toBe('stop');
    expect(found && said(job, found).basis).toContain('by supervisor: client’s site rules');
  });
  test('a threshold is crossed where the depth says, to the millimetre', () => {
    const stations = [
      { station: 0, ground: 10 },
      { station: 100, ground: 12 },
    ];
    const run = withInverts({ ...levelRun({ length: 100 }), stations }, 9.1047, 9.1047);
    // Bottom 9.0: depth 1.0 + 0.02·s reaches 1.524 at 26.2 m.
    expect(planRun(US, run).ranges.protection[0]?.from).toBeCloseTo(26.2, 6);
  });
});

describe('what cannot be dug names its field', () => {
  test('an invert above the ground', () => {
    expect(refusals(() => planRun(US, withInverts(levelRun(), 9, 10.5)))).toMatchObject([
      { field: 'inverts[1].invert', message: expect.stringContaining('at or above the ground') as string },
    ]);
  });
  test('a line wider than the trench', () => {
    expect(refusals(() => planRun(US, levelRun({ bottomWidth: 0.1 })))).toMatchObject([{ field: 'reaches[0].bottomWidth' }]);
  });
});

describe('for any run that can be dug', () => {
  const job = fc.constantFrom(...ruleSetIds).map((id) => blankJob('Any', id));

  test('volumes are never negative and the trench is the sum of what fills it', () => {
    fc.assert(
      fc.property(job, anyRun, (anyJob, run) => {
        const { volumes, profile } = planRun(anyJob, run);
        const parts = [volumes.bedding, volumes.surround, volumes.pipe, volumes.fill, volumes.surface];
        for (const part of [...parts, ...profile.area]) expect(part).toBeGreaterThanOrEqual(-1e-9);
        expect(Math.abs(parts.reduce((a, b) => a + b) - volumes.trench)).toBeLessThanOrEqual(1e-9 * volumes.trench);
      }),
    );
  });

  test('drawn polygons have the computed areas, and thin slices add up to the volumes', () => {
    fc.assert(
      fc.property(anyRun, (run) => {
        const plan = planRun(US, run);
        const { start } = extent(run);
        const slices = 2000;
        let sum = 0;
        for (let i = 0; i < slices; i++) {
          const section = sectionAt(US, run, start + (plan.length * (i + 0.5)) / slices);
          sum += section.areas.trench * (plan.length / slices);
          if (i % 400 !== 0) continue;
          expect(polygonArea(section.trench)).toBeCloseTo(section.areas.trench, 4);
          expect(polygonArea(section.bedding)).toBeCloseTo(section.areas.bedding, 4);
          const drawn = (outlines: typeof section.fills) => outlines.reduce((area, outline) => area + polygonArea(outline), 0);
          expect(drawn(section.surrounds)).toBeCloseTo(section.areas.surround + section.areas.pipe, 4);
          expect(drawn(section.fills)).toBeCloseTo(section.areas.fill, 4);
          expect(polygonArea(section.surface)).toBeCloseTo(section.areas.surface, 4);
        }
        expect(Math.abs(sum - plan.volumes.trench)).toBeLessThanOrEqual(2e-3 * plan.volumes.trench);
      }),
      { numRuns: times(25) },
    );
  });

  test('halving the station spacing on smooth ground changes the volume by less than 0.1 %', () => {
    const smooth = (spacing: number): Run => {
      const run = levelRun({ left: batter(1), right: { kind: 'bench', riser: 0.7, tread: 0.6, count: 2 } });
      const stations = Array.from({ length: 200 / spacing + 1 }, (_, i) => ({
        station: i * spacing,
        ground: 10 + Math.sin((i * spacing) / 30),
      }));
      return withInverts({ ...run, stations }, 8, 7.5);
    };
    const volume = (spacing: number) => planRun(US, smooth(spacing)).volumes.trench;
    expect(Math.abs(volume(2) / volume(4) - 1)).toBeLessThan(1e-3);
  });
});

describe('a pit across a step of the trench', () => {
  test('1.00 and 0.50 m deep, 0.60 wide, a pit of 1.2 by 1.2 m at the step: 0.36 and 0.18 m³ more', () => {
    const run = levelRun({ length: 20, bottomWidth: 0.6 });
    const [reach] = run.reaches as [Reach];
    const chamber = { ...blankPit(1.2, 1.2, 0), ends: VERTICAL };
    const plan = planRun(US, {
      ...run,
      reaches: [
        { ...reach, levels: { kind: 'depth', depth: 1 } },
        { ...reach, id: 'r2', from: 10, levels: { kind: 'depth', depth: 0.5 } },
      ],
      structures: [{ id: 'c', name: 'C1', kind: 'chamber', station: 10, diameter: 0, tail: 0, pit: chamber }],
    });
    expect(plan.volumes.trench).toBeCloseTo(10 * 0.6 * 1.5, 9);
    expect(plan.pits[0]?.dig).toBeCloseTo(0.6 * 0.6 * 1.5, 5);
  });
});

describe('ends of a trench laid back', () => {
  // 1.8 m deep, 0.9 m wide, type B: 1:1 at both ends, ½ × 1.8² × 0.9 = 1.458 m³ each.
  const run = levelRun({ length: 12, depth: 1.8, bottomWidth: 0.9, soil: 'B', endsBack: true });
  test('are dug and filled: 1.458 m³ each, and everything that goes by the dig with them', () => {
    const [plan, straight] = [planRun(US, run), planRun(US, inReach(run, { endsBack: false }))];
    expect(plan.pits.map(({ kind, dig, fill }) => [kind, dig.toFixed(3), fill.toFixed(3)])).toEqual([
      ['end', '1.458', '1.458'],
      ['end', '1.458', '1.458'],
    ]);
    expect(plan.dig.machine - straight.dig.machine).toBeCloseTo(2.916, 6);
    expect(plan.balance.loose).toBeGreaterThan(straight.balance.loose);
    expect(plan.places).toHaveLength(1);
    const hours = (of: typeof plan) => estimateOf(US, run, of).hours.dig;
    expect(hours(plan)).toBeGreaterThan(hours(straight));
  });
  test('in type C they lie 1½ back: half as much again; in rock they stand', () => {
    const digOf = (soil: 'C' | 'rock') => planRun(US, inReach(run, { soil })).pits.reduce((sum, { dig }) => sum + dig, 0);
    expect(digOf('C')).toBeCloseTo(2.916 * 1.5, 6);
    expect(digOf('rock')).toBeCloseTo(0, 9);
  });
  test('where the next reach is dug as deep there is nothing more to dig', () => {
    const [reach] = run.reaches as [Run['reaches'][number]];
    const two: Run = { ...run, reaches: [reach, { ...reach, id: 'r2', from: 6, endsBack: false }] };
    expect(planRun(US, two).pits.map(({ dig }) => dig.toFixed(3))).toEqual(['1.458', '0.000']);
  });
});
