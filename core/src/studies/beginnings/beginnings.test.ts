import { families, products as catalogue, surfaces } from '../../catalogue';
import { blankJob, InputError } from '../../job';
import { runErrors } from '../../job/observed';
import { planRun } from '../../plan';
import { ruleSetIds } from '../../rules';
import { say, readerOf } from '../../words';
import { answerFaults, beginningIds, beginnings, beginRun, usualProducts, type Answers, type Beginning, type BeginningId } from '.';

const ids = () => {
  let next = 0;
  return () => `n${++next}`;
};
const answers = (change: Partial<Answers> & Pick<Answers, 'products'>): Answers => ({
  name: 'Begun',
  length: 20,
  surface: 'field',
  frost: 0,
  end: undefined,
  every: undefined,
  ...change,
});

/** What is said against a run that its own defaults could have avoided: all that is not a decision about walls, machine, heap or existing lines. */
const avoidable = (id: BeginningId, ruleSet: (typeof ruleSetIds)[number], change: Partial<Answers> = {}) => {
  const job = blankJob('Yard', ruleSet);
  const usual = usualProducts(beginnings[id], ruleSet);
  const track = id === 'culvert' ? { crown: 4, height: 1.2, flow: 0.02 } : undefined;
  const { purpose }: Beginning = beginnings[id];
  const loops = id === 'loops' ? { count: 8, each: 120 } : undefined;
  const run = beginRun(
    job,
    answers({ products: id === 'shared' ? usual.slice(0, 3) : usual.slice(0, 1), track, purpose, loops, ...change }),
    ids(),
  );
  expect(runErrors(run)).toEqual([]);
  return planRun(job, run)
    .findings.filter(
      ({ code, fixes }) =>
        (/^(trench|alignment|drain|loops)\./.test(code) && fixes.length > 0) ||
        (code === 'spoil.room' && planRun(job, run).deepest.depth < 1.6),
    )
    .map((finding) => say(finding, readerOf(job)).what);
};

describe.each(beginningIds)('%s', (id) => {
  test.each(ruleSetIds)(
    'begins with nothing to say against its own defaults under %s rules: every usual line, every surface, short and long',
    (ruleSet) => {
      for (const surface of surfaces) for (const length of [3, 20, 150]) expect(avoidable(id, ruleSet, { surface, length })).toEqual([]);
      for (const product of id === 'shared' ? [] : usualProducts(beginnings[id], ruleSet))
        expect({ product, said: avoidable(id, ruleSet, { products: [product] }) }).toEqual({ product, said: [] });
    },
  );
  test('offers lines that are in the catalogue', () => {
    for (const list of Object.values(beginnings[id].products))
      for (const product of list) expect(catalogue().map((known) => known.id)).toContain(product);
  });
});

test.each([
  ['metric', 'UK'],
  ['US', 'US'],
] as const)('every line of the catalogue begins with its own bed and nothing of its own making against it: %s', (_, ruleSet) => {
  const job = blankJob('Yard', ruleSet);
  const newId = ids();
  for (const product of catalogue()) {
    const run = beginRun(job, answers({ products: [product.id] }), newId);
    expect(run.reaches[0]?.bedding).toBeGreaterThanOrEqual(product.bed - 1e-9);
    expect(product.beds).toContain(run.reaches[0]?.beddingMaterial);
    const said = planRun(job, run).findings.filter(({ code, severity }) => /^(trench|alignment)\./.test(code) && severity !== 'note');
    expect({ id: product.id, said: said.map((finding) => say(finding, readerOf(job)).what) }).toEqual({ id: product.id, said: [] });
  }
});

test('a culvert under a track 4.0 m wide and 1.2 m over the ditch: its length, its ends in the bed, clear of the water by how much', () => {
  const job = blankJob('Yard', 'UK');
  const track = { crown: 4, height: 1.2, flow: 0.06 };
  const run = beginRun(job, answers({ products: ['drain-300'], surface: 'road', length: NaN, track }), ids());
  // 8.8 m and 2 × 0.6 m on level ditches; 1:100 makes the slope to the outlet 0.2 m longer.
  expect(run.stations.at(-1)?.station).toBeCloseTo(10 / (1 - 2 / 100), 2);
  expect(run.stations[0]?.ground).toBeCloseTo(run.inverts[0]?.invert ?? NaN, 9);
  expect(run.culvert).toMatchObject({ crown: 4, road: 10, side: 2, beyond: 0.6 });
  const plan = planRun(job, run);
  // The ends stand out of the ground: nothing is filled there, and nothing is less than nothing.
  for (const volume of Object.values(plan.volumes)) if (typeof volume === 'number') expect(volume).toBeGreaterThanOrEqual(0);
  expect(answerFaults(answers({ products: ['drain-300'], track: { crown: 0, height: 20, flow: 0 } })).map(({ field }) => field)).toEqual([
    'crown',
    'height',
  ]);
});

test('frost is under the line: a water pipe begins below it', () => {
  const run = beginRun(blankJob('Cold', 'US'), answers({ products: ['water-1in'], frost: 1.2 }), ids());
  expect(run.reaches[0]).toMatchObject({ frost: 1.2, levels: { kind: 'cover', cover: 1.2 } });
});

test('a drain runs in at the depth said, at the fall its kind needs, and keeps that end', () => {
  const run = beginRun(blankJob('Yard', 'UK'), answers({ products: ['drain-110'], length: 12, end: 1.1 }), ids());
  // Level ground at 10 m; 1:40 over 12 m is 0.30 m.
  expect(run.inverts.map(({ invert, keep }) => [Number(invert.toFixed(3)), keep])).toEqual([
    [9.2, false],
    [8.9, true],
  ]);
});

test('poles stand from end to end, as far apart as said', () => {
  const run = beginRun(blankJob('Lights', 'UK'), answers({ products: ['lv-3x6'], length: 100, every: 25 }), ids());
  expect(run.structures.map(({ kind, station }) => [kind, station])).toEqual([0, 25, 50, 75, 100].map((station) => ['pole', station]));
});

test('services share a trench at their distances: each family once, named, none on another', () => {
  const run = beginRun(blankJob('Joint', 'UK'), answers({ products: ['water-32', 'lv-4x25', 'data-duct-54'] }), ids());
  expect(run.laid.map(({ name }) => name)).toEqual(['Water pipe PE 32', 'LV armoured cable 4 × 25 mm²', 'Data duct 54']);
  expect(new Set(run.laid.map(({ x, up }) => `${x} ${up}`)).size).toBe(3);
  expect(Object.keys(families)).toContain('water');
});

test('answers that make no run say why, all of them at once', () => {
  const bad = answers({ name: ' ', length: 0, products: [], end: -1, every: 0.2 });
  expect(answerFaults(bad).map(({ message }) => message)).toEqual([
    'Give the run a name.',
    'The length must be a metre at least.',
    'Choose what goes in.',
    'The pipe runs in below the ground.',
    'At least 1 m from one pole to the next.',
  ]);
  expect(() => beginRun(blankJob('No'), bad, ids())).toThrow(InputError);
});

test('a land drain begins with stone up to under its turf, in fabric, rodding points as far as rods reach; a service with its house', () => {
  const job = blankJob('Yard', 'UK');
  const drain = beginRun(job, answers({ products: ['land-drain-100'], length: 100, purpose: 'landDrain' }), ids());
  expect(drain.landDrain).toMatchObject({ outlet: 'daylight', solid: [] });
  expect(drain.reaches.every(({ toSurface, fabric }) => toSurface && fabric)).toBe(true);
  expect(drain.structures.map(({ kind, station }) => [kind, station])).toEqual([
    ['rodding', 0],
    ['rodding', 45],
    ['rodding', 90],
  ]);
  const plan = planRun(job, drain);
  expect(plan.volumes.fill).toBeCloseTo(0, 9);
  expect(plan.findings.filter(({ code }) => code.startsWith('drain.'))).toEqual([]);
  const house = beginRun(job, answers({ products: ['water-32'], purpose: 'house' }), ids());
  expect(house.house).toMatchObject({ end: 'end', level: null, onePiece: true });
});
test('ground loops begin with the trench of their headers, sized for all loops, a wellhead at each bore', () => {
  const job = blankJob('Yard', 'UK');
  const run = beginRun(job, answers({ products: ['loop-40'], length: NaN, loops: { count: 8, each: 120 } }), ids());
  // Seven spaces of 6 m and 10 m to the pump.
  expect(run.stations.at(-1)?.station).toBe(52);
  expect(run.loops).toMatchObject({ count: 8, each: 120, pipe: 'loop-40' });
  expect(run.laid.map(({ name, product }) => [name, product])).toEqual([
    ['Flow', run.laid[0]?.product],
    ['Return', run.laid[0]?.product],
  ]);
  expect(run.structures.map(({ station }) => station)).toEqual([10, 16, 22, 28, 34, 40, 46, 52]);
  expect(
    answerFaults(answers({ products: ['loop-40'], length: NaN, loops: { count: 0, each: NaN } })).map(({ message }) => message),
  ).toEqual(['A field has 1 to 100 loops.', 'In a loop lie 10 m to 500 m of pipe.']);
});
