import { demoFile } from '../demo';
import { findProduct, type BeddingId } from '../catalogue';
import { applyPatches, placedLines, linesIn, type LaidLine, type Reach, type Run } from '../job';
import { planRun } from '../plan/plan';
import { sectionAt } from '../plan/section';
import { said, withCover } from '../testing';
import { beddingShortfall, bedFault, coveringsOf, fabricWidth, grainLimit, layerLadder, usualLayers } from '.';
import { job, lay, trench, findings, finding, told, mended } from './trench.testing';

describe('bedding and layers', () => {
  test('the largest grain follows the bore', () =>
    expect([0.1, 0.15, 0.3, 0.6, 0.7].map((dn) => grainLimit({ dn }))).toEqual([0.01, 0.014, 0.02, 0.02, 0.04]));
  test('sharp stone under soft copper or cable stops; else it is a matter of grain or kind', () => {
    expect(bedFault(findProduct('copper-22'), 'crushed14')).toBe('sharp');
    expect(bedFault(findProduct('lv-4x25'), 'granular')).toBe('kind');
    expect(bedFault(findProduct('drain-110'), 'granular20')).toBe('grain');
    expect(bedFault(findProduct('drain-160'), 'granular20')).toBeUndefined();
    const stone = trench([lay('copper-22')], { beddingMaterial: 'crushed14' });
    expect(finding(stone, 'trench.stone')?.severity).toBe('stop');
    expect(said(job, finding(stone, 'trench.stone') ?? {}).why).toContain('saw through');
    expect(finding(mended(stone, 'trench.stone'), 'trench.stone')).toBeUndefined();
  });
  test('a plastic pressure pipe has its own reason and a caution, a coating another; a drain wants clean stone', () => {
    const of = (product: string, material: BeddingId) => trench([lay(product)], { beddingMaterial: material });
    const about = (run: Run) => {
      const found = finding(run, 'trench.stone');
      return [found?.severity, said(job, found ?? {}).why] as const;
    };
    expect(about(of('water-63', 'crushed14'))).toEqual(['caution', expect.stringContaining('slow crack')]);
    expect(about(of('ductile-100', 'crushed14'))).toEqual(['caution', expect.stringContaining('coating')]);
    expect(about(of('land-drain-100', 'sand'))).toEqual(['caution', expect.stringContaining('wash into the slots')]);
    expect(about(of('lv-4x25', 'crushed14'))).toEqual(['stop', expect.stringContaining('saw through')]);
    // Whoever names it as theirs: sharp stone and a sheath do not go together.
    expect(bedFault({ ...findProduct('lv-4x25'), beds: ['crushed14'] }, 'crushed14')).toBe('sharp');
    expect(finding(of('land-drain-100', 'granular'), 'trench.stone')).toBeUndefined();
  });
  test('by its owner’s wishes: bed, cover, stone, distance and tape, and what another school would say', () => {
    const run = trench([lay('lv-4x25', { owner: 'power-deep' }), lay('water-63', { x: 0.28, owner: 'water-deep' })], {
      bedding: 0.06,
      beddingMaterial: 'sifted',
    });
    // 60 mm: under the deep school's 100, over the lean school's 50.
    expect(told(run, 'trench.bed')).toBe('A bed of 60 mm; 100 mm is the least here');
    expect(said(job, finding(run, 'trench.bed') ?? {}).why).toContain('Power, lean school');
    // Sifted soil is what cables lie in, and not what this owner takes.
    expect(finding(run, 'trench.stone')?.facts).toMatchObject({
      fault: 'kind',
      owner: 'Power, deep school',
      others: ['Power, lean school'],
    });
    // 0.28 − 0.016 − 0.0315 = 0.2325 m clear; the rule asks for 0.3, the owner of the water pipe for 0.35.
    expect(finding(run, 'trench.apart', 'lv-4x25', 'water-63')?.facts).toMatchObject({
      missing: expect.closeTo(0.1175, 9),
      basis: expect.stringContaining('Water, deep school'),
    });
    expect(told(run, 'trench.owner')).toContain('bed and cable before they are covered');
    const high = trench([lay('lv-4x25', { owner: 'power-lean' })], { bedding: 0.06 });
    // Between the least and the usual it is a note; the tape lies by the other school.
    expect(finding(high, 'trench.bed')?.severity).toBe('note');
    expect(told(high, 'trench.tapeOwner')).toContain('the owner asks for 300 mm below the surface');
    expect(finding(mended(high, 'trench.tapeOwner'), 'trench.tapeOwner')).toBeUndefined();
    expect(finding(mended(high, 'trench.bed'), 'trench.bed')).toBeUndefined();
  });
  test('an owner’s cover is the line’s: 0.75 m in a field by the deep school, 0.6 by the lean one', () => {
    const at = (owner: string | null) => finding(withCover(trench([lay('lv-4x25', { owner })]), 0.65), 'trench.cover');
    expect(at('power-deep')?.facts).toMatchObject({ cover: expect.closeTo(0.65, 9), needed: 0.75, others: ['Power, lean school'] });
    expect(at('power-lean')).toBeUndefined();
    expect(at(null)).toBeUndefined();
  });
  test('a profile that is gone, or of another utility than what is laid now, is said', () => {
    for (const owner of ['own-gone', 'water-deep']) {
      const run = trench([lay('lv-4x25', { owner })]);
      expect(finding(run, 'trench.ownerGone')?.severity).toBe('caution');
      expect(finding(mended(run, 'trench.ownerGone'), 'trench.ownerGone')).toBeUndefined();
    }
  });
  test('a tape warns of what lies under it: 75 mm to either side, of the same utility, as far as it goes', () => {
    const beside = (x: number, change: Partial<LaidLine> = {}) =>
      finding(
        trench([lay('lv-4x25'), { ...lay('lv-3x6', { x, ...change }), id: 'second' }], {
          tapes: [{ id: 'lv-4x25', school: 'line', distance: 0.3 }],
        }),
        'trench.tape',
      )?.facts;
    expect(beside(0.07)).toBeUndefined();
    expect(beside(0.08)).toEqual({ names: ['lv-3x6'] });
    // A gas pipe is not an electric cable, however near.
    expect(beside(0.05, { product: 'gas-32' })).toEqual({ names: ['lv-3x6'] });
  });
  test('tiles of 300 × 150 mm over cables 0.35 m apart: three rows of 134, or as many rows as are set', () => {
    const of = (rows: number | null) => {
      const run = trench([lay('lv-4x25', { x: -0.175 }), lay('lv-3x6', { x: 0.175 })], { plates: { length: 0.3, width: 0.15, rows } });
      return coveringsOf(run, 0, placedLines(job, run)).plates;
    };
    // 0.35 + 0.016 + 0.009 = 0.375 m across, 2.5 widths; 40 / 0.3 = 133.3 lengths.
    expect(of(null)).toBe(3 * 134);
    expect(of(2)).toBe(2 * 134);
  });
  test('sand that flows fills 7.5 mm each side: a copper of 22 mm goes into a slot of 75 mm, in other fill it wants 122', () => {
    const slot = (beddingMaterial: BeddingId) =>
      finding(trench([lay('copper-22')], { bottomWidth: 0.075, beddingMaterial }), 'trench.narrow');
    expect(slot('flowing')).toBeUndefined();
    expect(slot('sand')?.facts).toMatchObject({ needed: expect.closeTo(0.122, 9) });
  });
  test('a signal goes 90 m along copper data, 1,200 m along a bus; past that the kinds that pass are named', () => {
    const long = (product: string, length: number) =>
      finding({ ...trench([lay(product)]), stations: [0, length].map((station) => ({ station, ground: 10 })) }, 'trench.signal');
    // 87 m with 1 % of slack and a metre at each end are 89.87; 88 are 90.88.
    expect(long('data-copper', 87)).toBeUndefined();
    expect(long('data-copper', 88)?.facts).toMatchObject({ most: 90, kinds: ['Fibre cable, 12 fibres'] });
    expect(long('bus-2', 1000)).toBeUndefined();
    expect(long('bus-2', 1300)?.severity).toBe('stop');
    // In a duct as well.
    const held = { holds: [{ id: 'h', product: 'data-copper', count: 1, circuit: null }] };
    const ducted = { ...trench([lay('data-duct-54', held)]), stations: [0, 200].map((station) => ({ station, ground: 10 })) };
    expect(finding(ducted, 'trench.signal')?.severity).toBe('stop');
  });
  test('over rock 150 mm; a land drain wants its fabric; plastic wants a wire, cables a tape', () => {
    expect(told(trench([lay('drain-110')], { soil: 'rock' }), 'trench.bed')).toBe('A bed of 100 mm; 150 mm is the least here');
    const bare = trench([lay('land-drain-100'), lay('water-63', { x: 0.2 }), lay('lv-4x25', { x: -0.2 })], {
      tapes: [],
      tracer: false,
      beddingMaterial: 'granular',
    });
    for (const code of ['trench.fabric', 'trench.tracer', 'trench.tape'] as const)
      expect(finding(mended(bare, code), code)).toBeUndefined();
  });
  test('the usual layers leave nothing of the bedding to find', () => {
    const run = trench([lay('mv-3x95'), lay('fibre-12', { x: 0.3 })], {
      bedding: 0.02,
      beddingMaterial: 'crushed40',
      tapes: [],
      tracer: false,
    });
    const usual = applyPatches(run, usualLayers(run, 0, placedLines(job, run)));
    expect(usual.reaches[0]).toMatchObject({
      bedding: 0.15,
      beddingMaterial: 'sand',
      plates: { length: 0.9, width: 0.25, rows: null },
      tracer: true,
    });
    expect(findings(usual).filter(({ code }) => /stone|bed|tracer|tape|fabric/.test(code))).toEqual([]);
  });
  test('fabric round a stone drain 0.4 × 0.5 m: 1.8 m girth and 0.3 m lap', () => {
    const upright = { left: { kind: 'vertical' }, right: { kind: 'vertical' } } as const;
    expect(fabricWidth(0.4, upright, 0.5)).toBeCloseTo(2.1, 9);
  });
  test('it follows the sides: 30 m of stone 0.35 m high on 0.6 m between 1½:1 sides take 114 m², where upright ones take 66', () => {
    const batter = { kind: 'batter', ratio: 1.5 } as const;
    const sloped = fabricWidth(0.6, { left: batter, right: batter }, 0.35);
    // 0.6 + 2 · 0.35 · √(1 + 1.5²) + (0.6 + 2 · 1.5 · 0.35) + 0.3 lap.
    expect(sloped).toBeCloseTo(0.6 + 0.7 * Math.sqrt(3.25) + 1.65 + 0.3, 4);
    expect(30 * sloped).toBeCloseTo(114.4, 1);
    expect(30 * fabricWidth(0.6, { left: { kind: 'vertical' }, right: { kind: 'vertical' } }, 0.35)).toBeCloseTo(66, 9);
    // One bench of 0.2 m rise and 0.3 m tread on the left: up 0.2, out 0.3, up 0.15; the top is 0.3 m wider.
    const bench = { kind: 'bench', riser: 0.2, tread: 0.3, count: 1 } as const;
    expect(fabricWidth(0.6, { left: bench, right: { kind: 'vertical' } }, 0.35)).toBeCloseTo(0.6 + 0.65 + 0.35 + 0.9 + 0.3, 4);
  });
  test('what goes over and round a reach of 40 m: 45 plates a row, tape and wire along it, fabric by girth and lap', () => {
    const all = {
      plates: { length: 0.9, width: 0.25, rows: null },
      fabric: true,
      tracer: true,
      bedding: 0.1,
      surround: 0.15,
    };
    const of = (products: LaidLine[], reach: Partial<Reach> = all) => {
      const run = trench(products, reach);
      return coveringsOf(run, 0, placedLines(job, run));
    };
    expect(of([lay('lv-4x25')])).toEqual({
      plates: 45,
      tapes: { power: 40 },
      tracer: 0,
      fabric: expect.closeTo(40 * (2 * (0.6 + 0.282) + 0.3), 9),
    });
    expect(of([lay('lv-4x25', { x: -0.2 }), lay('water-63', { x: 0.2, from: 10, to: 30 })])).toMatchObject({
      // The water pipe carries no power: the plates cover the cable.
      plates: 45,
      tapes: { power: 40, water: 20 },
      tracer: 20,
    });
    expect(of([lay('lv-4x25')], { plates: null, fabric: false, tapes: [], tracer: false })).toEqual({
      plates: 0,
      tapes: {},
      tracer: 0,
      fabric: 0,
    });
  });
  test('the ladder fills the trench without a gap, tape and surface in it', () => {
    const supply = demoFile.runs[1] as Run;
    const section = sectionAt(demoFile.job, supply, 0);
    const { rungs, tapes } = layerLadder(supply.reaches[0]!, linesIn(placedLines(demoFile.job, supply), 0, 0), section.depth);
    expect(rungs.map(({ kind }) => kind)).toEqual(['bed', 'lines', 'fine', 'fill', 'bed', 'lines', 'fine', 'fill', 'surface', 'surface']);
    rungs.slice(1).forEach((rung, i) => expect(rung.from).toBeCloseTo(rungs[i]?.to ?? NaN, 9));
    expect([rungs[0]?.from, rungs.at(-1)?.to]).toEqual([0, section.depth]);
    // Each over its own: the cable's above the bed, the data duct's above the row it lies in.
    expect(tapes.map(({ id, x }) => [id, x])).toEqual([
      ['Shore-power', -0.181],
      ['Data', 0.166],
    ]);
    expect(tapes.map(({ height }) => height)).toEqual([
      expect.closeTo(0.1 + 0.032 + 0.3, 9),
      expect.closeTo(0.1 + 0.363 + 0.054 + 0.15, 9),
    ]);
  });
  test('surface layers are not filled twice: 0.3 m of topsoil on 0.6 × 40 m is 7.2 m³ less fill', () => {
    const [bare, turfed] = [
      trench([lay('lv-4x25')]),
      trench([lay('lv-4x25')], { restoration: [{ material: 'topsoil', thickness: 0.3 }] }),
    ].map((run) => planRun(job, run).volumes);
    expect(turfed?.surface).toBeCloseTo(7.2, 9);
    expect((bare?.fill ?? 0) - (turfed?.fill ?? 0)).toBeCloseTo(7.2, 9);
  });
  test('shortfall: 60 mm at 0 and 100 at 10 of 100 wanted, 0.6 m wide: ½ · 0.04 · 10 · 0.6 = 0.12 m³, 216 kg, 9 bags', () => {
    const short = beddingShortfall(
      [
        { station: 0, thickness: 0.06 },
        { station: 10, thickness: 0.1 },
      ],
      0.1,
      0.6,
      'sand',
    );
    expect(short).toMatchObject({
      volume: expect.closeTo(0.12, 9) as number,
      bags: 9,
      stretches: [{ from: 0, to: 10, most: expect.closeTo(0.04, 9) as number }],
    });
    expect(short.loose).toBeCloseTo(0.12 * 1.15, 9);
  });
  test('thick enough beside too thin does not make up for it', () => {
    const short = beddingShortfall(
      [
        { station: 0, thickness: 0.06 },
        { station: 10, thickness: 0.14 },
      ],
      0.1,
      1,
      'sand',
    );
    expect(short.volume).toBeCloseTo((0.04 * 5) / 2, 9);
    expect(short.stretches).toEqual([{ from: 0, to: expect.closeTo(5, 9), most: expect.closeTo(0.04, 9) }]);
    expect(
      beddingShortfall(
        [
          { station: 0, thickness: 0.1 },
          { station: 10, thickness: 0.12 },
        ],
        0.1,
        1,
        'sand',
      ),
    ).toMatchObject({ volume: 0, bags: 0, stretches: [] });
  });
});
