import { findProduct } from '../catalogue';
import { demoFile } from '../demo';
import {
  straightBore,
  blankLaidLine,
  applyPatches,
  blankExisting,
  blankJob,
  blankPit,
  type ExistingLine,
  type Finding,
  type Job,
  type PitBody,
  type Reach,
  type Run,
  type Structure,
  type Wall,
} from '../job';
import { findingIn, levelRun, stopsOf, withInverts } from '../testing';
import { FOOT } from '../units';
import type { CheckCode } from './checks';
import { lookOf, mendsOf } from './mends';
import { planRun } from './plan';

/*
 * Cases worked by hand, each of which a plan once got wrong: a wall judged at its stations and not between them, one side of two, a pit, or what stands in
 * the way of a support.
 */
const US = blankJob('Yard', 'US');
const UK = blankJob('Yard', 'UK');
const AUNZ = blankJob('Yard', 'AUNZ');
const VERTICAL: Wall = { kind: 'vertical' };
const batter = (ratio: number, foot?: number): Wall => ({ kind: 'batter', ratio, ...(foot === undefined ? {} : { foot }) });
const bench = (riser: number, tread: number, count: number): Wall => ({ kind: 'bench', riser, tread, count });
const both = (wall: Wall) => ({ left: wall, right: wall });
const held = (protection: Reach['protection'], kit: string | null, panel = 0.1) => ({ protection, kit, panel });

/** A trench under level ground that falls evenly from one depth to another. */
function falling(from: number, to: number, change: Partial<Reach> = {}, length = 100): Run {
  const level = withInverts(levelRun({ length, depth: 1, bottomWidth: 1, ...change }), 8, 8);
  const under = planRun(US, level).deepest.depth - 2;
  return withInverts(level, 10 - (from - under), 10 - (to - under));
}
/** Stops of walls and supports; not that a side lies back past the room there is. */
const stops = (run: Run, job: Job = US) =>
  stopsOf(planRun(job, run)).filter((code) => code.startsWith('protection.') && code !== 'protection.beside');
const where = (run: Run, code: CheckCode, job: Job = US) =>
  findingIn(planRun(job, run), code)?.where.map(({ from, to }) => [Number(from.toFixed(3)), Number(to.toFixed(3))]);
const withPit = (run: Run, pit: Partial<PitBody>, at = 15): Run => {
  const structure: Structure = {
    id: 'c1',
    name: 'C1',
    kind: 'chamber',
    station: at,
    diameter: 0.6,
    tail: 0,
    pit: { ...blankPit(2, 1.6), entry: true, ...pit },
  };
  return { ...run, structures: [structure] };
};
const ofPit = (run: Run, job: Job = US) =>
  planRun(job, run)
    .findings.filter(({ subject, severity }) => subject?.id === 'c1' && severity === 'stop')
    .map(({ code }) => code);

describe('what changes between two stations', () => {
  test('a table for 4 m, passed where the trench falling from 3 to 5 m is 4 m deep: from the middle on', () =>
    expect(where(falling(3, 5, { soil: 'C', ...held('shield', 'box-medium') }), 'protection.pastTable')).toEqual([[50, 100]]));
  test('slopes tabled to 20 ft, falling from 5 to 7 m where no engineer is asked for: past 6.096 m', () =>
    expect(where(falling(5, 7, { soil: 'B', ...both(batter(1)) }), 'protection.unprotected', AUNZ)).toEqual([[54.8, 100]]));
  test('a 3½ ft foot in type A stands under ¾:1 to 8 ft and no deeper: 2.4384 m of 2 to 3 m', () =>
    expect(where(falling(2, 3, { soil: 'A', ...both(batter(0.75, 3.5 * FOOT)) }), 'protection.unprotected')).toEqual([[43.84, 100]]));
  test('two benches, good at both ends of a reach and too steep between: at 1.22 m one tread is out enough, at 2.44 m the second is', () => {
    // Riser 1.2, tread 2.4 in B: 2.4 ≥ depth up to 2.4 m, where the second tread makes it 4.8. The riser above the first bench may be 4 ft.
    const run = falling(2.3, 3.4, { soil: 'B', ...both(bench(1.15, 2.3, 2)) });
    expect(where(run, 'protection.unprotected')).toBeUndefined();
    // One bench only: it leaves off being out enough at 2.3 m, and its last riser is past 4 ft at 1.15 + 1.2192 m.
    expect(where(falling(2, 3, { soil: 'B', ...both(bench(1.15, 2.3, 1)) }), 'protection.unprotected')).toEqual([[30, 100]]);
    // Out by 1.5 from 1 m on and by 3.0 from 2 m: short of 1:1 from 1.5 to 2 m, and again from 3 m.
    const gap = falling(1.4, 2.4, { soil: 'B', ...both(bench(1, 1.5, 2)) });
    expect(where(gap, 'protection.unprotected')).toEqual([[12.4, 60]]);
    expect(where(gap, 'protection.unprotected', UK)).toEqual([[10, 60]]);
  });
});

describe('two sides that are not alike', () => {
  const kinds = [
    ['shield', 'box-medium', 0.1],
    ['shores', 'shores-light', 0.06],
    ['sheets', 'sheets-standard', 0.05],
  ] as const;
  test.each(kinds)('over %s, 1:1 above a foot of 1 m in B and the other side upright: held to the lip, or not held', (by, kit, panel) => {
    const over = (right: Wall) => levelRun({ depth: 3, bottomWidth: 1.2, soil: 'B', left: batter(1, 1), right, ...held(by, kit, panel) });
    const support = (right: Wall) => planRun(US, over(right)).supports[0]?.height;
    // Alike: 18 in over the foot.
    expect(support(batter(1, 1))).toBeCloseTo(1 + 1.5 * FOOT, 9);
    const toLip = by === 'shores' ? 3 : 3.15;
    for (const right of [VERTICAL, batter(0.2, 1), bench(1, 0.3, 1)]) expect(support(right)).toBeCloseTo(toLip, 9);
    // Shores press on two faces: a side that leans back over 1 m offers them nothing there.
    expect(stops(over(VERTICAL)).includes('protection.upright')).toBe(by === 'shores');
  });
});

describe('supports past what they are for are never made good by a word', () => {
  test('shores in type C, with their own table or the public one', () => {
    expect(stops(levelRun({ depth: 2, soil: 'C', ...held('shores', 'shores-light', 0.06) }))).toContain('protection.shoresC');
    expect(stops(levelRun({ depth: 2, soil: 'C', ...held('shores', null, 0.06) }))).toContain('protection.shoresC');
  });
  test.each(['shield', 'shores', 'sheets'] as const)('%s with no table, and with one of another kind', (by) => {
    expect(stops(levelRun({ depth: 2, soil: 'B', ...held(by, null) }))).toEqual(['protection.noTable']);
    expect(stops(levelRun({ depth: 2, soil: 'B', ...held(by, by === 'shield' ? 'sheets-standard' : 'box-medium') }))).toContain(
      'protection.noTable',
    );
  });
  test('benches in granular ground of class B, whether or not anybody enters; in cohesive ground they may be', () => {
    const run = (ground: Run['spoil']['ground'], entry: boolean): Run => {
      const base = levelRun({ depth: 2, soil: 'B', entry, ...both(bench(1, 2, 1)) });
      return { ...base, spoil: { ...base.spoil, ground } };
    };
    expect(stops(run('sand', true))).toEqual(expect.arrayContaining(['protection.bench', 'protection.unprotected']));
    expect(stops(run('sand', false))).toEqual(['protection.bench']);
    expect(stops(run('loam', true))).toEqual([]);
  });
  test('the clear width of the supports holds at every place, and no fix forgets it', () => {
    const wide = levelRun({ depth: 2, soil: 'C', bottomWidth: 3, ...held('shield', 'box-medium') });
    const run: Run = {
      ...wide,
      reaches: wide.reaches.map((reach) => ({ ...reach, supportWidths: { least: 0.9, most: 2.2, source: 'yard' } })),
    };
    const found = findingIn(planRun(US, run), 'trench.supportWidth');
    expect(found?.severity).toBe('stop');
    for (const { fix } of found ? mendsOf(found, run, planRun(US, run).findings, lookOf(US)) : [])
      expect(fix.patches.some(({ path, value }) => path.at(-1) === 'supportWidths' && value === null)).toBe(false);
    const pit = withPit(levelRun({ depth: 2, soil: 'A', ...both(batter(0.75)) }), {
      width: 3,
      ...held('shield', 'box-medium'),
      supportWidths: { least: 0.9, most: 2.2, source: 'yard' },
    });
    expect(ofPit(pit)).toContain('trench.supportWidth');
  });
});

describe('pits are held to the same rules', () => {
  const trench = levelRun({ depth: 2, bottomWidth: 1, soil: 'B', ...held('shield', 'box-medium') });
  test('boxed deeper than an engineer designs it from, though the trench is not', () => {
    const deep = withPit(levelRun({ depth: 5.8, bottomWidth: 1, soil: 'B', ...held('shield', 'box-heavy', 0.12) }), {
      length: 4,
      below: 0.5,
      ...held('shield', 'box-heavy', 0.12),
    });
    expect(ofPit(deep)).toEqual(expect.arrayContaining(['protection.engineer', 'protection.pastTable']));
    expect(stopsOf(planRun(US, { ...deep, structures: [] }))).not.toContain('protection.engineer');
  });
  test('deeper than its table', () =>
    expect(ofPit(withPit(trench, { below: 0.6, ...held('shield', 'box-light', 0.06) }))).toContain('protection.pastTable'));
  test('the box that goes into the pit as it is comes first, wherever along the run rounding puts the pit', () => {
    for (const at of [4, 4.1, 7.3, 11.7]) {
      const run = withPit(levelRun({ depth: 2, bottomWidth: 1, soil: 'B', ...both(batter(1)) }), { length: 1.2 }, at);
      const found = planRun(US, run).findings.find(({ code, subject }) => code === 'protection.unprotected' && subject?.id === 'c1');
      expect(found?.fixes.find(({ code }) => code === 'hold')?.facts).toEqual({ by: 'shield', name: 'Pit box 1.2 × 1.5 m' });
    }
  });
  test('a ladder of its own', () => {
    const { ladders, places } = planRun(US, withPit(trench, { ...held('shield', 'box-pit', 0.06) }));
    expect(places.map(({ id }) => id)).toContain('c1');
    expect(ladders.filter(({ place }) => place === 'c1')).toHaveLength(1);
  });
  test('laid back all round it is a frustum, ends and corners with it: 1.5 m square at the bottom, 1:1', () => {
    const over = levelRun({ depth: 4, soil: 'B' });
    const bore = { ...straightBore, bore: 0.2, rod: 1.5, launch: blankPit(1, 1), receiving: blankPit(1, 1) };
    const bored: Run = { ...over, reaches: over.reaches.map((reach) => ({ ...reach, method: bore })) };
    const plan = planRun(US, withPit(bored, { length: 1.5, width: 1.5, ...both(batter(1)), ends: batter(1) }));
    const { depth } = plan.places.find(({ id }) => id === 'c1')?.deepest ?? { depth: NaN };
    const [bottom, top] = [1.5 ** 2, (1.5 + 2 * depth) ** 2];
    expect(plan.pits.find(({ id }) => id === 'c1')?.dig).toBeCloseTo((depth / 3) * (bottom + top + Math.sqrt(bottom * top)), 5);
  });
  test('its ends laid back are dug by hand where a line lies in them, past the bottom of the pit', () => {
    const shallow = withPit(levelRun({ depth: 1.2, bottomWidth: 0.6, entry: false }), { length: 2, ends: batter(1), ...both(batter(1)) });
    const beside: ExistingLine = {
      ...blankExisting('Old main', 17.5),
      evidence: 'detected',
      size: 0.1,
      where: { kind: 'parallel', from: 17, to: 18, offset: 2 },
    };
    // The pit ends at 16 m, its end at the ground at 17.2 m; the line is too far off the trench itself.
    const windows = planRun(UK, { ...shallow, existing: [beside] }).handWindows;
    expect(windows.map(({ to }) => Number(to.toFixed(3)))).toEqual([17.2]);
    expect(planRun(UK, { ...shallow, structures: [], existing: [beside] }).handWindows).toEqual([]);
  });
  test('nothing holds it, and it stands open: a stop, though the trench beside it is boxed', () => {
    expect(ofPit(withPit(trench, {}))).toContain('protection.unprotected');
    expect(ofPit(withPit(trench, { entry: false }))).toEqual([]);
  });
});

describe('limits mean what they say', () => {
  test('“over” means over: 20 ft and 6 m themselves need no engineer', () => {
    const deep = (depth: number, job: Job) => stops(levelRun({ depth, bottomWidth: 1, soil: 'B', ...both(batter(1)) }), job);
    expect(deep(20 * FOOT, US)).toEqual([]);
    expect(deep(20 * FOOT + 0.001, US)).toEqual(expect.arrayContaining(['protection.engineer', 'protection.unprotected']));
    expect(deep(6, UK)).toEqual([]);
    expect(deep(6.001, UK)).toEqual(['protection.engineer']);
  });
  test('a foot of 3½ ft in type A: under 1:1 to 12 ft, under ¾:1 only to 8 ft', () => {
    const foot = (depth: number, ratio: number) =>
      stops(levelRun({ depth: depth * FOOT, bottomWidth: 1, soil: 'A', ...both(batter(ratio, 3.5 * FOOT)) }));
    expect(foot(8, 0.75)).toEqual([]);
    expect(foot(8.1, 0.75)).toEqual(['protection.unprotected']);
    expect(foot(12, 1)).toEqual([]);
    expect(foot(12.1, 1)).toEqual(['protection.unprotected']);
  });
  test('a bench typed as the limit is shown, 1.22 m for 4 ft, is within it; a centimetre more is not', () => {
    const typed = (riser: number) => stops(levelRun({ depth: 2.4, bottomWidth: 1, soil: 'B', ...both(bench(riser, 2.4, 1)) }));
    expect(typed(1.22)).toEqual([]);
    expect(typed(1.23)).toEqual(['protection.unprotected']);
  });
  test('½:1 in type A for a short time: only where the rule set has it and somebody chose it, to 12 ft', () => {
    const steep = (shortTerm: number | null, depth = 3, ratio = 0.5) =>
      levelRun({ depth, bottomWidth: 1, soil: 'A', ...both(batter(ratio)), shortTerm });
    expect(stops(steep(null))).toEqual(['protection.unprotected']);
    expect(stops(steep(24))).toEqual([]);
    expect(findingIn(planRun(US, steep(24)), 'protection.shortTerm')).toMatchObject({
      severity: 'caution',
      facts: { hours: 24, most: 24 },
    });
    expect(stops(steep(25))).toEqual(['protection.shortTerm']);
    expect(stops(steep(24, 3.7))).toEqual(['protection.unprotected']);
    expect(stops(steep(24), UK)).toEqual(['protection.unprotected']);
    // Never chosen by itself: no fix, no option brings it.
    const found = findingIn(planRun(US, steep(null)), 'protection.unprotected');
    for (const { patches } of found?.fixes ?? [])
      expect(patches.some(({ path, value }) => path.at(-1) === 'shortTerm' && value !== null)).toBe(false);
  });
  test('surface layers thicker than the trench are said, and nothing comes out below nothing', () => {
    const plan = planRun(
      US,
      levelRun({ depth: 0.4, bottomWidth: 0.4, entry: false, restoration: [{ material: 'concrete', thickness: 0.5 }] }),
    );
    expect(findingIn(plan, 'trench.surface')?.severity).toBe('stop');
    expect(Math.min(...Object.values(plan.volumes))).toBeGreaterThanOrEqual(0);
  });
});

describe('a line through what stands against a wall', () => {
  /** A crossing, its level and place known well. */
  const line = (cover: number, station = 15): ExistingLine => ({
    ...blankExisting('Old main', station),
    size: 0.1,
    coverMin: cover,
    coverMax: cover,
    evidence: 'exposed',
  });
  const run = (by: Reach['protection'], kit: string, panel: number, cover: number): Run => ({
    ...levelRun({ depth: 2.2, bottomWidth: 1, soil: 'B', ...held(by, kit, panel) }),
    existing: [line(cover)],
  });
  test.each([
    ['shield', 'box-medium', 0.1],
    ['sheets', 'sheets-standard', 0.05],
  ] as const)('%s: a stop within its height; under its foot nothing is in the way', (by, kit, panel) => {
    const found = findingIn(planRun(US, run(by, kit, panel, 1)), 'protection.line');
    expect(found).toMatchObject({ severity: 'stop', subject: { kind: 'place' }, with: { kind: 'existing' } });
    const [{ from, to } = { from: NaN, to: NaN }] = found?.where ?? [];
    expect((from + to) / 2).toBeCloseTo(15, 6);
    expect(to - from).toBeLessThan(1);
    // Sheets go 0.3 m into the floor.
    expect(findingIn(planRun(US, run(by, kit, panel, 2.6)), 'protection.line')).toBeUndefined();
  });
  test('sets of shores step aside within their spacing; no stop, and none stands in the line', () => {
    const plan = planRun(US, run('shores', 'shores-light', 0.06, 1));
    expect(findingIn(plan, 'protection.line')).toBeUndefined();
    const schedule = plan.supports[0]?.schedule;
    const sets = schedule?.kind === 'shores' ? schedule.sets : [];
    expect(sets.length).toBeGreaterThan(2);
    for (const at of sets) expect(Math.abs(at - 15)).toBeGreaterThan(0.05 + 0.15);
    sets.slice(1).forEach((at, i) => expect(at - (sets[i] as number)).toBeLessThanOrEqual(8 * FOOT + 1e-9));
  });
  test('a line along the rail for longer than the spacing is a stop for shores as well', () => {
    const along: ExistingLine = { ...line(1), where: { kind: 'parallel', from: 5, to: 25, offset: 0.5 } };
    const beside = { ...run('shores', 'shores-light', 0.06, 1), existing: [along] };
    expect(findingIn(planRun(US, beside), 'protection.line')?.severity).toBe('stop');
  });
});

test('what a machine astride its trench needs of the ground beside it follows soil and depth, not a constant', () => {
  const back = (soil: Reach['soil'], depth: number, sides: Partial<Reach> = {}) => {
    const run = levelRun({ depth, bottomWidth: 0.4, soil, entry: false, ...sides });
    return findingIn(planRun(US, { ...run, access: { digFrom: 'start', exit: 'start' } }), 'machine.trapped')?.facts.bermNeeded;
  };
  const track = 0.23;
  expect(back('rock', 1)).toBeCloseTo(track, 9);
  expect(back('B', 1)).toBeCloseTo(track + 1, 9);
  expect(back('C', 1)).toBeCloseTo(track + 1.5, 9);
  expect(back('C', 1.6)).toBeCloseTo(track + 2.4, 9);
  // Battered to its class, or held: the tracks alone.
  expect(back('C', 1, both(batter(1.5)))).toBeCloseTo(track, 9);
  expect(back('C', 1, held('shield', 'box-light', 0.06))).toBeCloseTo(track, 9);
});

test('what a pit takes inside a window is dug by hand, and counts once', () => {
  const run = levelRun({ depth: 1.2, bottomWidth: 0.6, entry: false });
  const crossing: ExistingLine = { ...blankExisting('Old main', 15), evidence: 'detected', size: 0.1 };
  const hand = (of: Run) => planRun(UK, { ...of, existing: [crossing] }).dig.hand;
  const pit = withPit(run, { length: 4, width: 2, entry: false });
  // The window is 2 · (0.05 + 0.5) long; the pit is 2 m wide there, the trench in it not dug twice.
  expect(hand(run)).toBeCloseTo(1.1 * 0.6 * 1.2, 6);
  expect(hand(pit)).toBeCloseTo(1.1 * 2 * 1.2, 6);
});

test('a window that ends on the sloped end of a pit: what hands dig there is the part of the slope that lies in it', () => {
  // 1.2 m deep, laid back 1:1 beyond a pit of 2 by 2 m; the trench is 0.60 m wide. The window reaches 1.05 to 0.5 m before the pit's bottom.
  const run = levelRun({ depth: 1.2, bottomWidth: 0.6, entry: false });
  const before = (from: number, to: number): number => {
    const strips = Array.from({ length: 1000 }, (_, i) => from + ((to - from) * (i + 0.5)) / 1000);
    return strips.reduce((sum, past) => sum + (1.2 * 0.6 + (1.2 - past) * 1.4) * ((to - from) / 1000), 0);
  };
  const crossing: ExistingLine = { ...blankExisting('Old main', 15 - 1 - 0.5 - 0.55), evidence: 'detected', size: 0.1 };
  const pit = withPit(run, { length: 2, width: 2, entry: false, ends: batter(1) });
  const { handWindows, dig } = planRun(UK, { ...pit, existing: [crossing] });
  const [window] = handWindows as [(typeof handWindows)[number]];
  const past = (at: number) => Math.min(1.2, 14 - at);
  expect(dig.hand).toBeCloseTo(before(past(window.to), past(window.from)) + Math.max(0, 14 - 1.2 - window.from) * 1.2 * 0.6, 4);
});

test('a fix that only trades one stop for another is not offered', () => {
  // Too deep for every box: taking another box leaves the same stop or brings one.
  const run = levelRun({ depth: 6.5, bottomWidth: 1, soil: 'C', ...held('shield', 'box-heavy', 0.12) });
  const found = findingIn(planRun(AUNZ, run), 'protection.pastTable');
  const offered = found ? mendsOf(found, run, planRun(AUNZ, run).findings, lookOf(AUNZ)) : [];
  for (const { fix, brings } of offered) {
    const after = stopsOf(planRun(AUNZ, applyPatches(run, fix.patches)));
    expect(after.length).toBeLessThan(stopsOf(planRun(AUNZ, run)).length);
    expect(brings.every(({ code }) => after.includes(code as CheckCode))).toBe(true);
  }
});

describe('the fixes of the drain across the yard', () => {
  const { job, runs } = demoFile;
  const drain = runs[0] as Run;
  const offered = (reach: string) => {
    const found = planRun(job, drain).findings.find(({ code, subject }) => code === 'protection.unprotected' && subject?.id === reach);
    return found
      ? mendsOf<Finding>(found, drain, planRun(job, drain).findings, lookOf(job)).map(({ fix, brings }) => [
          fix.code,
          brings.map(({ code }) => code),
        ])
      : [];
  };
  const [first, second] = drain.reaches.map(({ id }) => id) as [string, string];
  test('the shallow reach is mended though the deep one, which it touches, stays as it was', () =>
    expect(offered(first)).toEqual([
      ['batter', []],
      ['hold', []],
      ['hold', []],
    ]));
  test('the deep reach boxed leaves a metre of stop where a line passes the plates, in place of thirty: offered, and said', () =>
    expect(offered(second)).toEqual([['hold', ['protection.line']]]));
});

test('a line that goes part of the way has its own cover and volumes there, and none elsewhere', () => {
  const run = levelRun({ depth: 1.2, length: 40, bottomWidth: 0.8 });
  const { od } = findProduct('drain-110');
  const part = (up: number): Run => ({
    ...run,
    laid: [...run.laid, { ...blankLaidLine('Part', 'drain-110', 'part'), x: 0.25, up, from: 10, to: 20 }],
  });
  const pipe = (of: Run) => planRun(US, of).volumes.pipe;
  expect(pipe(part(0)) - pipe(run)).toBeCloseTo((Math.PI / 4) * od ** 2 * 10, 6);
  expect(where(part(0), 'trench.cover')).toBeUndefined();
  expect(where(part(0.6), 'trench.cover')).toEqual([[10, 20]]);
});
