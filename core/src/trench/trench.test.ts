import { findProduct } from '../catalogue';
import {
  straightBore,
  applyPatches,
  blankJob,
  blankPit,
  bucketsOf,
  blankLaidLine,
  placedLines,
  type Job,
  type LaidLine,
  type Reach,
  type Run,
} from '../job';
import { runSchema } from '../job/schema';
import { planRun } from '../plan/plan';
import { resolveRules } from '../rules';
import { sectionAt, movedLine } from '../plan/section';
import { levelRun, refusal, said, withCover, withInverts } from '../testing';
import {
  addedLine,
  apartRule,
  arrangeLines,
  bucketPasses,
  futureLines,
  layerHeights,
  lineEnds,
  overDig,
  tooCloseIn,
  widthCeiling,
  widthFloor,
} from '.';
import { job, lay, trench, findings, finding, told, mended } from './trench.testing';

describe('distances between lines', () => {
  const between = (a: string, b: string, of: Pick<Job, 'ruleSet' | 'separations'> = job, entry = false) =>
    apartRule(of, { entry }, findProduct(a), findProduct(b));
  test('the usual 300 mm; 50 mm between alike; an earth conductor may touch its cable', () => {
    expect(between('lv-4x25', 'data-duct-54')).toMatchObject({ across: 0.3, over: 0.3, upper: 'either' });
    expect(between('data-duct-54', 'fibre-12').across).toBe(0.05);
    expect(between('lv-4x25', 'earth-50').across).toBe(0);
  });
  test('water over a foul sewer by 300 mm, or 3 m beside it; 18 in and 10 ft in the US; which one is upper follows the order asked', () => {
    expect(between('water-63', 'drain-110')).toMatchObject({ across: 3, over: 0.3, upper: 0 });
    expect(between('drain-110', 'water-63')).toMatchObject({ upper: 1 });
    expect(between('drain-110', 'water-63', blankJob('Yard', 'US'))).toMatchObject({
      across: expect.closeTo(3.048, 9) as number,
      over: expect.closeTo(0.4572, 9) as number,
    });
  });
  test('medium-voltage circuits keep a cable’s diameter at least; two pipes somebody works beside keep the working space', () => {
    expect(between('mv-3x95', 'mv-3x95').across).toBe(0.15);
    expect(between('drain-300', 'drain-300', job, true)).toMatchObject({ across: 0.35, basis: 'EN 1610: working space between two pipes' });
    expect(between('drain-300', 'drain-300').across).toBe(0.05);
  });
  test('what the job changed comes first, with who and why', () => {
    const separations: Job['separations'] = [{ between: ['data', 'power'], across: 0.6, over: 0.45, by: 'owner', reason: 'their letter' }];
    expect(between('lv-4x25', 'data-duct-54', { ...job, separations })).toMatchObject({
      across: 0.6,
      over: 0.45,
      basis: 'Set for this job by owner: their letter',
    });
  });
});

describe('several lines in a trench', () => {
  const near = trench([lay('lv-4x25'), lay('water-63', { x: 0.2 }), lay('data-duct-54', { up: 0.2, from: 10, to: 30 })]);
  test('too close is a stop where both lie, with the distance missing, its basis, and a tidy-up that holds', () => {
    expect(finding(near, 'trench.apart', 'lv-4x25', 'water-63')).toMatchObject({ severity: 'stop', where: [{ from: 0, to: 40 }] });
    expect(told(near, 'trench.apart', 'lv-4x25', 'water-63')).toBe('lv-4x25 and water-63 are 0.145 m too close');
    expect(finding(near, 'trench.apart', 'lv-4x25', 'data-duct-54')).toMatchObject({ where: [{ from: 10, to: 30 }] });
    expect(tooCloseIn(job, near, 0)[0]).toMatchObject({
      a: 'lv-4x25',
      b: 'water-63',
      missing: expect.closeTo(0.3 + 0.016 + 0.0315 - 0.2, 9) as number,
    });
    expect(tooCloseIn(job, trench([lay('lv-4x25')]), 0)).toEqual([]);
    expect(finding(mended(near, 'trench.apart'), 'trench.apart')).toBeUndefined();
    // Two that never lie together are never too close.
    const after = trench([
      lay('lv-4x25', { x: -0.3 }),
      lay('water-63', { x: 0.2, to: 15, from: 0 }),
      lay('data-duct-54', { x: 0.2, from: 15, to: 40 }),
    ]);
    expect(finding(after, 'trench.apart', 'water-63', 'data-duct-54')).toBeUndefined();
  });
  test('where somebody works beside two pipes in one reach, their room is kept in all of them, and the tidy-up holds in all', () => {
    const pipes = trench([lay('lv-4x25'), lay('drain-110', { x: 0.4 }), lay('drain-300', { x: 0.5 })]);
    const [first] = pipes.reaches as [Reach];
    const two = {
      ...pipes,
      reaches: [
        { ...first, entry: false },
        { ...first, id: 'b', from: 20, entry: true },
      ],
    };
    // Beside each other they lack 0.35 + 0.2275 − 0.1, one over the other 0.3 + 0.11: the lesser counts.
    expect(told(two, 'trench.apart', 'drain-110', 'drain-300')).toBe('drain-110 and drain-300 are 0.41 m too close');
    expect(finding(mended(two, 'trench.apart', 'drain-110', 'drain-300'), 'trench.apart')).toBeUndefined();
  });
  test('a line lower than the leading one takes the bottom of its reach down with it', () => {
    const low = trench([lay('lv-4x25'), lay('water-63', { x: 0.35, up: -0.2, from: 0, to: 10 })]);
    expect(sectionAt(job, low, 35).depth).toBeCloseTo(sectionAt(job, trench([lay('lv-4x25')]), 35).depth + 0.2, 9);
    expect(sectionAt(job, low, 35).lines.map(({ id }) => id)).toEqual(['lv-4x25']);
    expect(sectionAt(job, low, 5).lines).toHaveLength(2);
  });
  test('each line’s own cover is held to what its kind wants', () => {
    const high = trench([lay('lv-4x25'), lay('water-63', { x: 0.35, up: 0.7 })]);
    expect(told(high, 'trench.cover', 'water-63')).toContain('water-63: cover is');
  });
  test('the pipes’ volume counts where they lie: half the way is half of it', () => {
    const volume = (laying: LaidLine) =>
      planRun(job, trench([lay('lv-4x25'), laying])).volumes.pipe - planRun(job, trench([lay('lv-4x25')])).volumes.pipe;
    expect(volume(lay('drain-110', { x: 0.3, from: 10, to: 30 }))).toBeCloseTo(volume(lay('drain-110', { x: 0.3 })) / 2, 9);
    expect(volume(lay('drain-110', { x: 0.3 }))).toBeCloseTo((Math.PI / 4) * 0.11 ** 2 * 40, 9);
  });
  test('fine fill lies round each row, common fill between rows far apart', () => {
    const lines = placedLines(job, trench([lay('lv-4x25'), lay('data-duct-54', { up: 0.6 })]));
    const { bands } = layerHeights({ bedding: 0.1, surround: 0.15 }, lines);
    expect(bands).toEqual([
      { from: 0, to: expect.closeTo(0.1 + 0.032 + 0.15, 9) },
      { from: expect.closeTo(0.6, 9), to: expect.closeTo(0.7 + 0.054 + 0.15, 9) },
    ]);
  });
  test('a line dragged in the section keeps to the millimetre; the leading one goes sideways only', () => {
    const run = trench([lay('lv-4x25'), lay('water-63')]);
    const section = sectionAt(job, run, 5);
    const [lead] = section.lines;
    const centre = { x: 0.12345, y: (lead?.centre.y ?? 0) - 0.016 + 0.25 + 0.0315 };
    expect(applyPatches(run, movedLine(run, section, 'water-63', centre)).laid[1]).toMatchObject({ x: 0.123, up: 0.25 });
    expect(applyPatches(run, movedLine(run, section, 'lv-4x25', centre)).laid[0]).toMatchObject({ x: 0.123, up: 0 });
  });
  test('a further line starts over the leading one, clear of it, under a name that is free', () => {
    const run = trench([lay('lv-4x25', { name: 'Line 2' })]);
    expect(addedLine(job, run, 'new')).toMatchObject({ name: 'Line 3', up: expect.closeTo(0.332, 9) as number });
  });
  test('a line nobody knows is named, in the plan and in a file', () => {
    expect(refusal(() => planRun(job, trench([lay('own-rope')])))).toContain('“own-rope” is neither in the catalogue');
  });
});

describe('arrangements offered', () => {
  const joint = trench([lay('lv-4x25', { name: 'Power' }), lay('water-63', { name: 'Water' }), lay('data-duct-54', { name: 'Data' })]);
  test('best first, each with what it hangs on and the order of laying; taking one leaves no line too close and no cover short', () => {
    const { offers, present } = arrangeLines(job, joint, 0, 0);
    expect(present).toBeCloseTo(0.6 * 1.072, 9);
    expect(offers.map(({ area }) => area)).toEqual([...offers.map(({ area }) => area)].sort((a, b) => a - b));
    expect(offers[0]?.order[0]).toMatch(/^Dig to .*, bed 0.10 m, lay /);
    for (const { patches } of offers) {
      const taken = runSchema.parse(applyPatches(joint, patches));
      expect(findings(taken).filter(({ code }) => code.startsWith('trench.'))).toEqual([]);
    }
  });
  test('a drain keeps its level: the others go where it leaves room', () => {
    const drain = {
      ...trench([lay('drain-110'), lay('lv-4x25')]),
      ...{
        inverts: [
          { id: 'a', station: 0, invert: 9, keep: true },
          { id: 'b', station: 40, invert: 8.6, keep: true },
        ],
      },
    };
    const falling: Run = { ...drain, reaches: drain.reaches.map((reach) => ({ ...reach, levels: { kind: 'gravity' } })) };
    const taken = applyPatches(falling, arrangeLines(job, falling, 0, 20).offers[0]?.patches ?? []);
    expect(taken.inverts).toEqual(falling.inverts);
    expect(findings(taken).filter(({ code }) => code === 'trench.apart' || code === 'trench.narrow')).toEqual([]);
  });
  test('nothing fits between supports too narrow: the sentence says what they need and what there is', () => {
    const tight = trench(joint.laid, { supportWidths: { least: 0.2, most: 0.21, source: 'hire list' } });
    const slot = { ...job, buckets: [0.3] };
    expect(refusal(() => arrangeLines(slot, tight, 0, 0))).toBe(
      'They need 0.30 m at least, and there is 0.21 m: Supports open to no more: hire list. Widen that, or lay fewer lines.',
    );
  });
  test('a bored reach is not arranged', () => {
    const bored = trench(joint.laid, {
      method: { ...straightBore, bore: 0.2, rod: 1.5, launch: blankPit(2, 1), receiving: blankPit(1, 1) },
    });
    expect(refusal(() => arrangeLines(job, bored, 0, 0))).toContain('bored');
  });
  test('what else could share it: never less to dig, what is there already left out, costs in the job’s money', () => {
    const added = futureLines(job, joint, 0, 0);
    expect(added.map(({ name }) => name)).not.toContain('Data');
    for (const { area, cost } of added) {
      expect(area).toBeGreaterThanOrEqual(-1e-9);
      expect(cost).toBeGreaterThan(0);
    }
  });
});

describe('width between floor and ceiling', () => {
  const rules = resolveRules('UK');
  test('the floor is what the lines take off the centre, with room beside them', () => {
    const lines = placedLines(job, trench([lay('lv-4x25', { x: -0.2 }), lay('water-63', { x: 0.2 })]));
    expect(widthFloor(rules, lines, { ...levelRun().reaches[0]!, entry: false }, 1)).toBeCloseTo(2 * (0.2 + 0.0315 + 0.05), 9);
  });
  test('the ceiling is the supports’ or the corridor’s, whichever is less', () => {
    const run = trench([lay('lv-4x25')], { supportWidths: { least: 0.5, most: 0.9, source: '' } });
    expect(widthCeiling(run, run.reaches[0]!, 0)).toMatchObject({ width: 0.9, by: 'supports' });
    expect(widthCeiling({ spoil: { ...run.spoil, corridorLeft: 0.4, corridorRight: 0.4 } }, run.reaches[0]!, 0.2)).toMatchObject({
      width: expect.closeTo(0.6, 9) as number,
      by: 'corridor',
    });
  });
  test('floor over ceiling names the two that fight; a width outside the supports’ range is brought into it', () => {
    const wide = trench([lay('lv-4x25', { x: -0.4 }), lay('water-63', { x: 0.4 })], {
      bottomWidth: 1,
      supportWidths: { least: 0.5, most: 0.8, source: 'hire list' },
    });
    expect(finding(wide, 'trench.conflict')).toMatchObject({ severity: 'stop', facts: { by: 'supports', room: 0.8 } });
    expect(said(job, finding(wide, 'trench.conflict') ?? {})).toMatchObject({
      what: expect.stringContaining('the supports open to 0.80 m at most') as string,
      basis: expect.stringContaining('hire list') as string,
    });
    // Forgetting what is coming is no way to mend it.
    for (const { patches } of finding(wide, 'trench.conflict')?.fixes ?? [])
      expect(applyPatches(wide, patches).reaches[0]?.supportWidths).not.toBeNull();
    const narrow = trench([lay('lv-4x25')], { bottomWidth: 0.4, supportWidths: { least: 0.5, most: 0.8, source: '' } });
    expect(mended(narrow, 'trench.supportWidth').reaches[0]?.bottomWidth).toBe(0.5);
    const tight = {
      ...wide,
      reaches: [{ ...wide.reaches[0]!, supportWidths: null }],
      spoil: { ...wide.spoil, corridorLeft: 0.3, corridorRight: 0.3 },
    };
    expect(told(tight, 'trench.conflict')).toContain('the corridor leaves 0.60 m');
  });
});

describe('bucket passes', () => {
  test('0.30 m for 0.56 to 0.60: two passes give 0.55 at most, three overlap by 0.17', () => {
    expect(bucketPasses([0.3], 0.56, 0.6)).toEqual([{ buckets: [0.3, 0.3, 0.3], overlap: expect.closeTo(0.17, 9), width: 0.56 }]);
    expect(0.3 + 0.3 - 0.05).toBeLessThan(0.56);
  });
  test('two passes of the wider bucket dig what a pair of unlike ones would', () =>
    expect(bucketPasses([0.3, 0.45], 0.7, 0.75)[0]).toEqual({ buckets: [0.45, 0.45], overlap: expect.closeTo(0.2, 9), width: 0.7 }));
  test('one pass of the bucket that fits; a far wider one only where nothing else digs it', () => {
    expect(bucketPasses([0.3, 0.45, 0.9], 0.3)[0]?.buckets).toEqual([0.3]);
    expect(bucketPasses([0.3, 0.9], 0.5)[0]?.buckets).toEqual([0.3, 0.3]);
    expect(bucketPasses([0.9], 0.5)).toEqual([{ buckets: [0.9], overlap: 0, width: 0.9 }]);
  });
  test('none: wider than the ceiling, or too many passes', () => {
    expect(bucketPasses([0.45], 0.2, 0.3)).toEqual([]);
    expect(bucketPasses([0.1], 2)).toEqual([]);
  });
  test('a slot narrower than any bucket is a caution that plans the bucket’s width; own buckets take the place of the class’s', () => {
    const slot = trench([lay('copper-22')], { bottomWidth: 0.15 });
    expect(told(slot, 'trench.bucket')).toBe('The narrowest bucket is 0.23 m, and 0.15 m is to be dug');
    expect(mended(slot, 'trench.bucket').reaches[0]?.bottomWidth).toBe(0.23);
    expect(findings(slot, { ...job, buckets: [0.15] }).some(({ code }) => code === 'trench.bucket')).toBe(false);
    expect(bucketsOf({ ...job, buckets: [0.3, 0.15] })).toEqual([0.15, 0.3]);
  });
  test('dug 0.1 m too wide over 40 m of 1.072 m: 4.288 m³', () =>
    expect(overDig(planRun(job, trench([lay('lv-4x25')])).profile, 0, 0.1)).toBeCloseTo(4.288, 9));
});

test('an arrangement offered fits the corridor with the sides it stands under: taken, nothing says that it does not', () => {
  const batter = { kind: 'batter' as const, ratio: 1 };
  let [taken, refused] = [0, 0];
  for (const corridor of [1.6, 2, 2.4, 3, 4])
    for (const cover of [0.6, 0.9, 1.2]) {
      const run: Run = {
        ...withCover(
          trench([lay('lv-4x25'), lay('water-63', { x: 0.4 }), lay('data-duct-54', { x: -0.4 })], { left: batter, right: batter }),
          cover,
        ),
        spoil: { ...trench([]).spoil, corridorLeft: corridor / 2, corridorRight: corridor / 2 },
      };
      const said = refusal(() => arrangeLines(job, run, 0, 0));
      if (said) {
        refused++;
        expect(said).toMatch(/^They need .* at least, and there is/);
        continue;
      }
      for (const { patches, arrangement } of arrangeLines(job, run, 0, 0).offers) {
        taken++;
        // The width at the ground: the clear width and both batters of the depth.
        expect(arrangement.width + 2 * arrangement.depth).toBeLessThanOrEqual(corridor + 1e-6);
        expect(finding(applyPatches(run, patches), 'trench.conflict')).toBeUndefined();
      }
    }
  expect(taken).toBeGreaterThan(5);
  expect(refused).toBeGreaterThan(3);
});

test('levels of every line at both its ends: as a section drawn there has them', () => {
  const job = blankJob('Yard', 'UK');
  const base = withInverts(levelRun(), 8.9, 8.6);
  const run = {
    ...base,
    laid: [...base.laid, { ...blankLaidLine('Data', 'data-duct-54', 'data'), up: 0.3, x: 0.2, from: 5, to: 22 }],
  };
  const all = lineEnds(run, placedLines(job, run));
  expect(all.map(({ line, ends }) => [line.name, ...ends.map(({ station }) => station)])).toEqual([
    ['Line', 0, 30],
    ['Data', 5, 22],
  ]);
  for (const { line, ends } of all)
    for (const { station, under, cover } of ends) {
      const drawn = sectionAt(job, run, station).lines.find(({ id }) => id === line.id);
      expect(under).toBeCloseTo((drawn?.centre.y ?? NaN) - line.product.od / 2, 9);
      expect(cover).toBeCloseTo(10 - under - line.product.od, 9);
    }
});
