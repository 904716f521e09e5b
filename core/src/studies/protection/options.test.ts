import { kits, type SoilClass } from '../../catalogue';
import { blankJob, type Job, type Run } from '../../job';
import { planRun } from '../../plan/plan';
import { resolveRules, type RuleSetId } from '../../rules';
import { levelRun, said } from '../../testing';
import { FOOT } from '../../units';
import { applyPatches } from '../../job';
import { wallFault } from '../../protection';
import { benchFor, protectionOptions, noneWorks, type ProtectionOption, type OptionId } from '.';

const LETTERS: Record<OptionId, string> = {
  noEntry: 'N',
  batter: 'B',
  bench: 'S',
  mixed: 'M',
  over: 'O',
  shores: 'H',
  shield: 'D',
  sheets: 'T',
};
const room = (run: Run, left: number, right = left): Run => ({ ...run, spoil: { ...run.spoil, corridorLeft: left, corridorRight: right } });
const feasible = (options: readonly ProtectionOption[]) =>
  options.flatMap((option) => (option.feasible ? [LETTERS[option.id]] : [])).join('');
const option = (options: readonly ProtectionOption[], id: OptionId) => options.find((one) => one.id === id) as ProtectionOption;

/**
 * Which ways work, over soil, depth, width, school and room to each side. N nobody in, B batter, S bench, M bench and batter, O batter over a shield,
 * H shores, D shield, T sheets. From the public rules: a batter of ratio r needs width/2 + r·depth of room, with r 0 in rock, ¾ in A, 1 in B, 1½ in C,
 * tabled to 20 ft (6.1 m); no benches in C; shores alone never in C, tabled to 20 ft; generic shields to 6 m; sheets in a slit to 4 m with their toe of 0.3, never in C;
 * the US wants an engineer over 20 ft, the UK over 6 m, AU/NZ by assessment.
 */
const cases: [schools: RuleSetId[], soil: SoilClass, depth: number, width: number, room: number, works: string][] = [
  // 0.4 + 0.75·1.4 = 1.45 and 0.4 + 1·1.4 = 1.8 fit into 2; 0.4 + 1.5·1.4 = 2.5 does not.
  [['US', 'UK', 'AUNZ'], 'rock', 1.4, 0.8, 2, 'NBHDT'],
  [['US', 'UK', 'AUNZ'], 'A', 1.4, 0.8, 2, 'NBSMOHDT'],
  [['US', 'UK', 'AUNZ'], 'B', 1.4, 0.8, 2, 'NBSMOHDT'],
  [['US', 'UK', 'AUNZ'], 'C', 1.4, 0.8, 2, 'NOD'],
  // With 6 m of room the batter in C fits as well.
  [['US', 'UK', 'AUNZ'], 'C', 1.4, 0.9, 6, 'NBOD'],
  // 2.1 deep, 2.5 each side: A needs 0.45 + 1.575 = 2.025; B 0.45 + 2.1 = 2.55, short by 0.05; C 0.45 + 3.15 = 3.6.
  [['US', 'UK', 'AUNZ'], 'A', 2.1, 0.9, 2.5, 'NBSMOHDT'],
  [['US', 'UK', 'AUNZ'], 'B', 2.1, 0.9, 2.5, 'NOHDT'],
  [['US', 'UK', 'AUNZ'], 'C', 2.1, 0.9, 2.5, 'NOD'],
  // 3 deep, 4 each side: B needs 3.5, C 5.0.
  [['US', 'UK', 'AUNZ'], 'B', 3, 1, 4, 'NBSMOHDT'],
  [['US', 'UK', 'AUNZ'], 'C', 3, 1, 4, 'NOD'],
  [['US', 'UK', 'AUNZ'], 'C', 3, 1, 6, 'NBOD'],
  // 4.5 deep: past slits, and the middle box (4 m); the heavy one (2.6 + 2 · 1.4 = 5.4 m high) stands 4.5 + 0.15.
  [['US', 'UK', 'AUNZ'], 'A', 4.5, 1, 8, 'NBSMOHD'],
  [['US', 'UK', 'AUNZ'], 'C', 4.5, 1, 8, 'NBOD'],
  // 6.05 deep: past every box (6 m), inside 20 ft for slopes and shores; in the UK past standard solutions.
  [['US', 'AUNZ'], 'rock', 6.05, 1, 12, 'NBH'],
  [['US', 'AUNZ'], 'B', 6.05, 1, 12, 'NBSMH'],
  [['US', 'AUNZ'], 'C', 6.05, 1, 12, 'NB'],
  [['UK'], 'B', 6.05, 1, 12, ''],
  // 6.5 deep: past every table; nobody in is all that is left where no engineer is asked for by depth.
  [['US', 'UK'], 'A', 6.5, 1, 20, ''],
  [['AUNZ'], 'A', 6.5, 1, 20, 'N'],
  [['AUNZ'], 'C', 6.5, 1, 20, 'N'],
];
const all = cases.flatMap(([schools, ...rest]) => schools.map((school) => [school, ...rest] as const));

test('there are at least 40 cases', () => expect(all.length).toBeGreaterThanOrEqual(40));
test.each(all)('%s, %s, %d m deep, %d wide, %d of room: %s', (school, soil, depth, bottomWidth, metres, works) => {
  const run = room(levelRun({ length: 24, depth, bottomWidth, soil }), metres);
  const options = protectionOptions(blankJob('Yard', school), run, 'r0');
  expect(feasible(options)).toBe(works);
  expect(noneWorks(options) === undefined).toBe(works !== '');
});

describe('US, 8 ft deep, 3 ft at the bottom', () => {
  const us: Job = blankJob('Yard', 'US', 'us');
  const of = (soil: SoilClass) =>
    protectionOptions(us, room(levelRun({ length: 60 * FOOT, depth: 8 * FOOT, bottomWidth: 3 * FOOT, soil }), 20), 'r0');
  test('B: batter 1:1 is 3 + 2·8 = 19 ft at the top; benches of 4 ft within 1:1 overall work too', () => {
    expect(option(of('B'), 'batter').topWidth).toBeCloseTo(19 * FOOT, 9);
    const bench = option(of('B'), 'bench');
    expect(bench.feasible).toBe(true);
    expect(bench.patches.find(({ path }) => path.at(-1) === 'left')?.value).toMatchObject({
      kind: 'bench',
      riser: expect.closeTo(4 * FOOT, 9) as number,
      count: 1,
    });
  });
  test('C: benches are refused, batter 1½:1 is 3 + 3·8 = 27 ft, and shores alone never', () => {
    expect(option(of('C'), 'batter').topWidth).toBeCloseTo(27 * FOOT, 9);
    expect(option(of('C'), 'bench').against.map(({ code }) => code)).toContain('protection.bench');
    expect(option(of('C'), 'shores').against.map(({ code }) => code)).toEqual(['protection.shoresC']);
  });
  test('what a way takes is what the plan with it says', () => {
    const run = room(levelRun({ length: 60 * FOOT, depth: 8 * FOOT, bottomWidth: 3 * FOOT, soil: 'B' }), 20);
    for (const one of protectionOptions(us, run, 'r0')) {
      const plan = planRun(us, applyPatches(run, one.patches));
      expect(one.dig).toBeCloseTo(plan.volumes.trench, 6);
      expect(one.spoil).toBeCloseTo(plan.balance.loose, 6);
      expect(one.topWidth).toBeCloseTo(plan.widestTop, 6);
    }
  });
});

test('a machine that may not lift the box is told so, and a lighter table of the job’s own is taken instead', () => {
  const run = room(
    { ...levelRun({ length: 12, depth: 2.3, bottomWidth: 1, soil: 'C' }), conditions: { ...levelRun().conditions, lift: 400 } },
    2.5,
  );
  const heavy = protectionOptions(blankJob('Yard'), run, 'r0');
  expect(option(heavy, 'shield').against).toMatchObject([{ code: 'protection.lift', facts: { most: 400 } }]);
  const light = {
    ...(kits[0] as (typeof kits)[number] & { kind: 'shield' }),
    id: 'own-light',
    source: 'hire list 7',
    height: 2.5,
    depth: 2.5,
    mass: 380,
  };
  const own = protectionOptions({ ...blankJob('Yard'), kit: [light] }, run, 'r0');
  expect(option(own, 'shield')).toMatchObject({ feasible: true, lift: 380, kit: { id: 'own-light' } });
});

test('a footing beside: a shield does not hold its ground, shores do with an engineer, a batter cuts into it', () => {
  const base = room(levelRun({ length: 12, depth: 2, bottomWidth: 0.9, soil: 'B' }), 6);
  // 1.5 m off, its base 0.6 m down: at the floor 1.4 m lower the line is 0.1 m off the centre line, and the outside of the plate 0.55.
  const run: Run = {
    ...base,
    conditions: {
      ...base.conditions,
      beside: [{ id: 'shed', name: 'Shed', kind: 'footing', side: 'left', from: 0, to: 12, offset: 1.5, depth: 0.6 }],
    },
  };
  const options = protectionOptions(blankJob('Yard'), run, 'r0');
  expect(option(options, 'shield').against.map((found) => said(blankJob('Yard'), found).what)).toEqual([
    'Shed: the dig goes 0.45 m into what carries it',
  ]);
  expect(option(options, 'shores')).toMatchObject({ feasible: true, designer: 'engineer' });
  expect(option(options, 'batter').feasible).toBe(false);
});

test.each([
  ['A', 2, 4.5],
  ['B', 1.5, 5.8],
  ['B', 3.66, 3.66],
] as const)('benches in %s stand at every depth from %d to %d m', (soil, shallowest, deepest) => {
  const rules = resolveRules('US');
  const wall = benchFor(rules, soil, shallowest, deepest);
  for (let depth = shallowest; depth <= deepest + 1e-9; depth += 0.01)
    expect(wallFault(wall, { soil, granular: false, shortTerm: false }, depth, rules)).toBeNull();
});
