import type { Head } from '../proof/heads';
import { XMLValidator } from 'fast-xml-parser';
import DxfParser from 'dxf-parser';
import fc from 'fast-check';
import Papa from 'papaparse';
import type { AsLaidFact, Fact, Kept } from '../book';
import { besideLine, type PlanPoint } from '../alignment';
import { demoFile } from '../demo';
import { setUp } from '../dig/facts.testing';
import { readGeoJson, readLandXml, writeAsLaidCsv, writeAsLaidDxf, writeAsLaidGeoJson, writeAsLaidLandXml } from '../formats';
import { readyToCover } from '../gates/cover';
import { metres, times } from '../generators.testing';
import { blankJob, type Run } from '../job';
import { layReport } from '../lay';
import { planRun } from '../plan/plan';
import { resolveRules } from '../rules';
import { closingOf } from '../site';
import { entryRefusal } from '../site/refusals';
import { fillChecks } from '../site/fillRefusals';
import { bookEntry, levelRun, withInverts } from '../testing';
import {
  asLaidOf,
  bookByKind,
  bookJson,
  handoverPack,
  isTie,
  pointsExpected,
  recordOf,
  takenFor,
  tiedFlat,
  tieOf,
  tiePointsOf,
  tiesTo,
  whatIsCalled,
  whatLiesAt,
  type Tie,
} from '.';

const REVISION = '10000000-0000-4000-8000-000000000001';
const job = { ...blankJob('Yard', 'UK'), origin: null };
const rules = resolveRules('UK');
const flat = withInverts(
  { ...levelRun({ length: 40, protection: 'none' }), stations: [0, 40].map((station) => ({ station, ground: 10 })) },
  9.2,
  8.7,
);
const run: Run = {
  ...flat,
  name: 'Wash-down drain',
  route: [
    { x: 100, y: 50 },
    { x: 120, y: 50 },
    { x: 120, y: 70 },
  ],
  structures: [],
};
const plan = planRun(job, run);
const line = run.laid[0]!.id;
const now = Date.parse('2026-12-01T12:00:00Z');
const inputs = (book: readonly Kept[]) => ({ job, run, places: plan.places, rules, book, now });

const point = (change: Partial<AsLaidFact> = {}): AsLaidFact => ({
  kind: 'asLaid',
  what: 'along',
  line,
  name: '',
  of: '',
  station: 10,
  place: { by: 'station', station: 10, offset: 0 },
  height: null,
  revision: REVISION,
  note: '',
  ...change,
});

describe('two tapes', () => {
  const [a, b] = [
    { x: 0, y: 0 },
    { x: 12, y: 0 },
  ] as [PlanPoint, PlanPoint];
  test('P₁ (0, 0), P₂ (12, 0), 8.00 and 7.00: (6.625, ± 4.484), at 106°, a third tape from (6, −5) of 9.52 off by 15 mm', () => {
    const tie = tieOf(a, b, 8, 7, 'left', { at: { x: 6, y: -5 }, length: 9.52 }) as Tie;
    expect([tie.at.x, tie.at.y].map((n) => Number(n.toFixed(3)))).toEqual([6.625, 4.484]);
    expect(tie.other.y).toBeCloseTo(-4.484, 3);
    expect((tie.angle * 180) / Math.PI).toBeCloseTo(106, 0);
    expect(tie.residual).toBeCloseTo(0.015, 3);
    expect(tie.flat).toBe(false);
    // Angle between the tapes by the law of cosines the other way round.
    expect(8 ** 2 + 7 ** 2 - 2 * 8 * 7 * Math.cos(tie.angle)).toBeCloseTo(144, 6);
  });
  test('4 and 5 do not meet: short by 3.00 m; one past all of the other; the same point twice', () => {
    expect(tieOf(a, b, 4, 5, 'left')).toEqual({ code: 'short', by: 3 });
    expect(tieOf(a, b, 20, 5, 'left')).toEqual({ code: 'inside', by: 3 });
    expect(tieOf(a, a, 4, 5, 'left')).toEqual({ code: 'samePoint' });
  });
  test('whatever the points, tapes to a place meet at it on its side; flat ones say so, and are further off', () => {
    const seen = { flat: 0, good: 0 };
    const anywhere = fc.record({ x: metres(-60, 60), y: metres(-60, 60) });
    fc.assert(
      fc.property(anywhere, anywhere, anywhere, (p, q, at) => {
        const [r1, r2] = [Math.hypot(at.x - p.x, at.y - p.y), Math.hypot(at.x - q.x, at.y - q.y)];
        const area = (q.x - p.x) * (at.y - p.y) - (q.y - p.y) * (at.x - p.x);
        fc.pre(Math.hypot(q.x - p.x, q.y - p.y) > 1 && Math.abs(area) > 1 && r1 > 0.5 && r2 > 0.5);
        const tie = tieOf(p, q, r1, r2, area > 0 ? 'left' : 'right');
        expect(isTie(tie)).toBe(true);
        if (!isTie(tie)) return;
        expect(Math.hypot(tie.at.x - at.x, tie.at.y - at.y)).toBeLessThan(1e-4);
        // Moved tapes: the point moves no further than the radius it gives, nearly (first order).
        const nudged = tieOf(p, q, r1 + 0.0001, r2 - 0.0001, area > 0 ? 'left' : 'right') as Tie;
        if (!tie.flat) expect(Math.hypot(nudged.at.x - at.x, nudged.at.y - at.y) * 100).toBeLessThan(tie.radius * 1.5 + 0.003);
        seen[tie.flat ? 'flat' : 'good']++;
      }),
      { numRuns: times(300) },
    );
    expect(seen.flat).toBeGreaterThan(20);
    expect(seen.good).toBeGreaterThan(100);
  });
});

describe('ties', () => {
  const held = (x: number, y: number, i: number) => ({ id: `p${i}`, name: `P${i}`, at: { x, y }, note: '' });
  const at = { x: 0, y: 0 };
  test('three points in one line with it say nothing of where it is; one to the side is taken instead, however far', () => {
    const inLine = [held(2, 0, 1), held(4, 0, 2), held(-6, 0, 3)];
    expect(tiedFlat(at, tiesTo(at, inLine))).toBe(true);
    const ties = tiesTo(at, [...inLine, held(1, 20, 4)]);
    expect(ties.map(({ point }) => point.name)).toEqual(['P1', 'P2', 'P4']);
    expect(tiedFlat(at, ties)).toBe(false);
  });
  test('whatever points there are: what finds it again is among the ties, wherever any two of them meet well', () => {
    const seen = { flat: 0, well: 0 };
    fc.assert(
      fc.property(
        fc.array(fc.record({ x: metres(-30, 30), y: fc.oneof(metres(-30, 30), metres(-1, 1)) }), { minLength: 2, maxLength: 6 }),
        (spots) => {
          fc.pre(spots.every(({ x, y }) => Math.hypot(x, y) > 0.1));
          const all = spots.map(({ x, y }, i) => held(x, y, i));
          // By the law of cosines: how wide the triangle with both is at the point.
          const wide = all.some((p, i) =>
            all.slice(i + 1).some((q) => {
              const [a, b, c] = [Math.hypot(p.at.x, p.at.y), Math.hypot(q.at.x, q.at.y), Math.hypot(p.at.x - q.at.x, p.at.y - q.at.y)];
              const angle = (Math.acos((a * a + b * b - c * c) / (2 * a * b)) * 180) / Math.PI;
              return angle >= 30 && angle <= 150;
            }),
          );
          const ties = tiesTo(at, all);
          expect(tiedFlat(at, ties)).toBe(!wide);
          expect(ties).toHaveLength(Math.min(3, all.length));
          expect(ties.map(({ length }) => length)).toEqual(ties.map(({ length }) => length).sort((a, b) => a - b));
          seen[wide ? 'well' : 'flat']++;
        },
      ),
      { numRuns: times(200) },
    );
    expect(seen.flat).toBeGreaterThan(5);
    expect(seen.well).toBeGreaterThan(50);
  });
});

describe('points as laid', () => {
  test('beside their plan: along, across and up, by station, coordinates and tapes alike', () => {
    const there = besideLine(run, 30.2, 0.15);
    const [p, q] = [
      { x: 110, y: 60 },
      { x: 110, y: 75 },
    ];
    const far = (from: PlanPoint) => Math.hypot(there.x - from.x, there.y - from.y);
    const held = (name: string, at: PlanPoint, i: number) => ({ id: `20000000-0000-4000-8000-00000000000${i}`, name, at });
    const book = [
      bookEntry(point({ station: 30, place: { by: 'station', station: 30.2, offset: 0.15 } })),
      bookEntry(point({ station: 30, place: { by: 'coordinates', at: there } })),
      bookEntry(
        point({
          station: 30,
          place: { by: 'tapes', points: [held('post', p, 1), held('corner', q, 2)], lengths: [far(p), far(q)], side: 'right', third: null },
        }),
      ),
    ];
    const { points } = asLaidOf(inputs(book));
    expect(points).toHaveLength(3);
    for (const one of points) {
      expect(one.along).toBeCloseTo(0.2, 6);
      expect(one.across).toBeCloseTo(0.15, 6);
      expect(one.good).toBe(false);
    }
    expect(points.find(({ radius }) => radius !== undefined)?.radius).toBeGreaterThan(0.01);
  });
  test('heights: a level and a cover of the same top are the same, off the plan by the same', () => {
    // At 16 m: invert 9.0, wall and outside diameter of the pipe over it.
    const at = (height: AsLaidFact['height']) =>
      asLaidOf(inputs([bookEntry(point({ station: 16, place: { by: 'station', station: 16, offset: 0 }, height }))])).points[0]!;
    const top = at({ as: 'level', value: 9.5, setUp: null });
    const cover = at({ as: 'cover', value: 0.5 });
    expect(cover.top).toBeCloseTo(9.5, 9);
    expect(cover.up).toBeCloseTo(top.up!, 9);
    expect(top.good).toBe(false);
  });
  test('tapes that do not meet are told, not placed', () => {
    const held = (name: string, x: number) => ({ id: REVISION, name, at: { x, y: 0 } });
    const book = [
      bookEntry(point({ place: { by: 'tapes', points: [held('a', 0), held('b', 12)], lengths: [4, 5], side: 'left', third: null } })),
    ];
    expect(asLaidOf(inputs(book))).toMatchObject({ points: [], unplaced: [{ fault: { code: 'short', by: 3 } }] });
  });
  test('what is asked for: both ends, the bend, and no gap over the rule between; each is answered by a point near it', () => {
    const expected = pointsExpected(inputs([]), []);
    expect(expected.filter(({ what }) => what === 'bend').map(({ station }) => station)).toEqual([20]);
    expect(expected.filter(({ what }) => what === 'end').map(({ station }) => station)).toEqual([0, 40]);
    const stations = expected.map(({ station }) => station);
    for (const [i, station] of stations.slice(1).entries()) expect(station - stations[i]!).toBeLessThanOrEqual(10 + 1e-9);
    const book = expected.map(({ what, station }) => bookEntry(point({ what, station, place: { by: 'station', station, offset: 0 } })));
    expect(pointsExpected(inputs(book), asLaidOf(inputs(book)).points).every(({ by }) => by)).toBe(true);
    const left = pointsExpected(inputs(book.slice(1)), asLaidOf(inputs(book.slice(1))).points).filter(({ by }) => !by);
    expect(left.map(({ what }) => what)).toEqual(['end']);
  });
  test('a level read from a set-up follows it where that was put right, and is doubtful where it did not close', () => {
    // Its plane falls 1:80 from 11.325 at 0.
    const instrument = bookEntry(setUp({ fall: 1 / 80 }));
    const right = bookEntry(setUp({ backsight: 1.225 }), undefined, { corrects: instrument.entry.id });
    const read = bookEntry(
      point({
        station: 16,
        place: { by: 'station', station: 16, offset: 0 },
        height: { as: 'level', value: 9.125, setUp: instrument.entry.id },
      }),
    );
    const closing = (reading: number) =>
      bookEntry({ kind: 'sightBack', setUp: instrument.entry.id, benchmark: instrument.entry.fact.benchmark, reading, note: '' });
    const told = (...book: Kept[]) => asLaidOf(inputs(book)).points[0];
    expect(told(instrument, read)).toMatchObject({ top: 9.125, doubt: undefined });
    // The rod read 11.125 − 9.125 = 2.000; from a plane level at 11.225 that is 9.225.
    expect(told(instrument, read, right)).toMatchObject({ top: expect.closeTo(9.225, 9) as number, doubt: undefined });
    expect(told(instrument, read, closing(1.34))).toMatchObject({ top: 9.125, doubt: 'notClosed' });
    expect(told(read)).toMatchObject({ top: 9.125, doubt: 'noSetUp' });
  });
  describe('one point is one thing', () => {
    const [gas, water] = ['30000000-0000-4000-8000-000000000001', '30000000-0000-4000-8000-000000000002'];
    const crossing = (id: string, name: string, station: number): Run['existing'][number] => ({
      ...(demoFile.runs.flatMap(({ existing }) => existing)[0] as Run['existing'][number]),
      id,
      name,
      where: { kind: 'crossing', station, angle: Math.PI / 2 },
    });
    const crossed: Run = { ...run, existing: [crossing(gas, 'gas', 12), crossing(water, 'water', 12.5)] };
    const found = (of: Run, ...facts: AsLaidFact[]) => {
      const asked = { ...inputs(facts.map((fact) => bookEntry(fact))), run: of };
      return pointsExpected(asked, asLaidOf(asked).points);
    };
    const measured = (all: ReturnType<typeof found>) => all.filter(({ what, by }) => what === 'crossing' && by).map(({ name }) => name);
    const at = (station: number, change: Partial<AsLaidFact> = {}) =>
      point({ what: 'crossing', station, place: { by: 'station', station, offset: 0 }, ...change });

    test('two lines crossed half a metre apart are not both measured by one point', () => {
      expect(measured(found(crossed))).toEqual([]);
      expect(measured(found(crossed, at(12.3)))).toEqual(['water']);
      expect(measured(found(crossed, at(12.3, { of: gas })))).toEqual(['gas']);
      expect(measured(found(crossed, at(12.3), at(12.2)))).toEqual(['gas', 'water']);
    });
    test('a point is of what it names, wherever a later plan has that, and is off by as much', () => {
      const moved = { ...crossed, existing: [crossing(gas, 'gas', 15), crossing(water, 'water', 12.5)] };
      const facts = at(12, { of: gas });
      expect(measured(found(moved, facts))).toEqual(['gas']);
      const [only] = asLaidOf({ ...inputs([bookEntry(facts)]), run: moved }).points;
      expect(only).toMatchObject({ station: 15, along: -3, good: false });
      expect(asLaidOf({ ...inputs([bookEntry(facts)]), run: crossed }).points[0]).toMatchObject({ along: 0, good: true });
    });
    test('what is typed near a thing of the plan is of that thing, and of nothing further off', () => {
      const expected = found(crossed);
      const taken = (station: number) => takenFor(expected, { what: 'crossing', line, station });
      expect([12.1, 12.4, 13.4, 13.6, 10.9].map(taken)).toEqual([gas, water, water, '', '']);
    });
    test('the line is measured where a point lies, not where it was said to be', () => {
      const there = besideLine(run, 18, 0);
      const between = (all: ReturnType<typeof found>) => all.filter(({ what, by }) => what === 'along' && by).map(({ station }) => station);
      expect(between(found(run, point({ station: 10 })))).toEqual([10]);
      expect(between(found(run, point({ station: 10, place: { by: 'coordinates', at: there } })))).toEqual([]);
    });
    test('an end measured three metres short of its place is off its plan', () => {
      const end = (lies: number) =>
        asLaidOf(inputs([bookEntry(point({ what: 'end', station: 40, place: { by: 'station', station: lies, offset: 0 } }))])).points[0];
      expect(end(39.8)).toMatchObject({ good: true });
      expect(end(37)).toMatchObject({ along: -3, good: false });
    });
    test('a level is held against the plan where it lies: a line that falls 1:80 is right 8 m on', () => {
      const there = besideLine(run, 24, 0);
      const design = (station: number) =>
        asLaidOf(
          inputs([
            bookEntry(point({ station, place: { by: 'station', station, offset: 0 }, height: { as: 'level', value: 9, setUp: null } })),
          ]),
        ).points[0]!;
      const right = 9 - design(24).up!;
      const lies = asLaidOf(
        inputs([
          bookEntry(point({ station: 16, place: { by: 'coordinates', at: there }, height: { as: 'level', value: right, setUp: null } })),
        ]),
      ).points[0]!;
      expect(lies.up).toBeCloseTo(0, 9);
    });
  });
});

const tie = (name: string, x: number, y: number) => bookEntry({ kind: 'tiePoint', name, at: { x, y }, note: '' });
const record = (): Kept[] => [
  tie('Shed, north corner', 105, 60),
  tie('Gatepost', 118, 44),
  tie('Lamp 4', 130, 62),
  ...[0, 10, 20, 30, 40].map((station) =>
    bookEntry(
      point({
        what: station === 0 || station === 40 ? 'end' : station === 20 ? 'bend' : 'along',
        station,
        place: { by: 'station', station, offset: station === 30 ? 0.2 : 0.02 },
        height: { as: 'level', value: 9.35 - station / 80, setUp: null },
        name: station === 0 ? 'C1' : '',
      }),
    ),
  ),
];

describe('files', () => {
  const book = record();
  const { points } = asLaidOf(inputs(book));
  const runs = [{ run, points }];
  test('CSV: every point with what it is, where, and how it was measured', () => {
    const rows = Papa.parse<Record<string, string>>(writeAsLaidCsv(runs), { header: true, skipEmptyLines: true }).data;
    expect(rows).toHaveLength(5);
    expect(rows[0]).toMatchObject({ what: 'end', name: 'C1', measuredBy: 'station and offset; level' });
    for (const [i, row] of rows.entries()) {
      expect(Number(row.x)).toBeCloseTo(points[i]!.at.x, 4);
      expect(Number(row.top)).toBeCloseTo(points[i]!.top!, 4);
    }
  });
  test('GeoJSON and LandXML read back by their readers come to the same places', () => {
    const geo = JSON.parse(writeAsLaidGeoJson(job, runs)) as {
      features: { geometry: { type: string; coordinates: number[] }; properties: { feature: string } }[];
    };
    const shown = geo.features.filter(({ properties }) => properties.feature === 'asLaid');
    expect(shown.map(({ geometry }) => geometry.coordinates)).toEqual(points.map(({ at, top }) => [at.x, at.y, top]));
    expect(() => readGeoJson(JSON.stringify(geo), null)).not.toThrow();
    const xml = writeAsLaidLandXml(job, runs, '2026-11-28T09:00:00Z');
    expect(XMLValidator.validate(xml)).toBe(true);
    const [alignment] = readLandXml(xml);
    expect(alignment?.route).toHaveLength(5);
    for (const [i, at] of alignment!.route.entries()) expect(Math.hypot(at.x - points[i]!.at.x, at.y - points[i]!.at.y)).toBeLessThan(1e-5);
    expect(alignment?.design?.map(({ level }) => level)).toEqual(points.map(({ top }) => expect.closeTo(top!, 5) as number));
    expect(xml.match(/<CgPoint /g)).toHaveLength(5);
  });
  test('DXF read by a parser of its own: a circle for each point, the plan beside', () => {
    const dxf = new DxfParser().parseSync(writeAsLaidDxf(job, runs));
    const of = (type: string) => dxf!.entities.filter((one) => one.type === type);
    expect(of('CIRCLE')).toHaveLength(5);
    expect(
      of('LWPOLYLINE')
        .map(({ layer }) => layer)
        .sort(),
    ).toEqual(['AS_LAID', 'PLAN']);
  });
  test('the book by kind and as JSON: nothing of it is left out', () => {
    const kinds = bookByKind(book);
    expect(Object.values(kinds).flat()).toHaveLength(book.length);
    expect((JSON.parse(bookJson(book)) as unknown[]).length).toBe(book.length);
  });
});

describe('what lies here', () => {
  const { points } = asLaidOf(inputs(record()));
  const runs = [{ id: 'a', run, points }];
  test('by a spot: as far off as a naive search along the line finds it, and by what was measured where it was', () => {
    fc.assert(
      fc.property(metres(95, 125), metres(45, 75), (x, y) => {
        const found = whatLiesAt(job, [{ id: 'a', run, points: [] }], { x, y }, 3);
        let least = Infinity;
        for (let station = 0; station <= 40; station += 0.02) {
          const at = besideLine(run, station, 0);
          least = Math.min(least, Math.hypot(at.x - x, at.y - y));
        }
        if (least < 2.9) expect(found[0]?.away).toBeCloseTo(least, 1);
        if (least > 3.1) expect(found).toEqual([]);
      }),
      { numRuns: times(60) },
    );
    const [here] = whatLiesAt(job, runs, besideLine(run, 30, 0.2), 1);
    expect(here).toMatchObject({ run: 'Wash-down drain', away: expect.closeTo(0, 6) as number });
    expect(here?.measured?.station).toBe(30);
  });
  test('a line that was laid 12 m beside its plan is found where it lies, and not where it was planned', () => {
    const beside = bookEntry(point({ station: 10, place: { by: 'station', station: 10, offset: 12 } }));
    const moved = [{ id: 'a', run, points: asLaidOf(inputs([beside])).points }];
    expect(whatLiesAt(job, moved, besideLine(run, 10, 12), 3)).toMatchObject([{ run: run.name, away: expect.closeTo(0, 6) as number }]);
    expect(whatLiesAt(job, moved, besideLine(run, 10, 0), 3)).toEqual([]);
  });
  test('by a name', () => {
    expect(whatIsCalled(job, runs, 'c1').map(({ what }) => what)).toEqual(['C1']);
    expect(whatIsCalled(job, runs, 'WASH').map(({ what }) => what)).toContain('Wash-down drain');
    expect(whatIsCalled(job, runs, ' ')).toEqual([]);
  });
  test('60 runs are searched in less than a tenth of a second', () => {
    const many = Array.from({ length: 60 }, (_, i) => ({ id: String(i), run: { ...run, name: `Run ${i}` }, points }));
    whatLiesAt(job, many, { x: 110, y: 50 }, 3);
    const start = performance.now();
    expect(whatLiesAt(job, many, { x: 110, y: 50 }, 3)).toHaveLength(60);
    expect(performance.now() - start).toBeLessThan(100);
  });
});

describe('handing over', () => {
  const force = { id: REVISION, number: 1, job, run, rules, plan };
  const packOf = (book: readonly Kept[], seal?: Head) => {
    const record = recordOf(inputs(book));
    return handoverPack({
      ...record,
      ...inputs(book),
      revision: { number: 1, digest: 'd', at: '2026-11-02T08:00:00Z', author: 'planner' },
      lay: layReport({ revisions: [force], force, book, now }),
      cover: readyToCover({ revisions: [force], book, device: 'd1', heard: now, now, units: 'metric' }),
      tasks: record.tasks.open,
      issues: [{ number: 1, at: '2026-11-02T08:00:00Z', author: 'planner', why: 'first' }],
      seal,
    });
  };
  const chapter = (pack: ReturnType<typeof packOf>, id: string) => pack.chapters.find((one) => one.id === id)!;
  test('an inspection that was put right is there as it was put right, one that was refused is not', () => {
    const inspected = (ok: boolean): Fact => ({
      kind: 'inspection',
      from: 0,
      to: 40,
      until: '2026-11-30T16:00:00Z',
      revision: REVISION,
      ladders: [],
      items: [{ id: 'sides', ask: 'Are the sides sound?', ok, note: '', from: 0, to: 40 }],
    });
    const first = bookEntry(inspected(true));
    const right = bookEntry(inspected(false), undefined, { corrects: first.entry.id });
    const refused = { ...bookEntry(inspected(true)), refused: true };
    const rows = (book: readonly Kept[]) => chapter(packOf(book), 'inspections').tables[0]?.rows ?? [];
    expect(rows([first])).toHaveLength(1);
    expect(rows([first, right])).toEqual(rows([right]));
    expect(rows([first, right, refused])).toEqual(rows([right]));
  });
  test('an empty record prints what is missing of every chapter', () => {
    const pack = packOf([]);
    for (const id of ['laid', 'points', 'ties', 'fill', 'inspections', 'tests', 'photos', 'unseen', 'signed'])
      expect(chapter(pack, id).missing).not.toEqual([]);
    expect(pack.seal).toBeUndefined();
  });
  test('its figures are the core’s own: points, ties, deviations, rules', () => {
    const book = record();
    const pack = packOf(book);
    expect(chapter(pack, 'points').tables[0]?.rows).toHaveLength(5);
    expect(chapter(pack, 'points').missing).toEqual([]);
    expect(chapter(pack, 'deviations').tables[0]?.rows).toHaveLength(5 - asLaidOf(inputs(book)).points.filter(({ good }) => good).length);
    const [first] = chapter(pack, 'ties').tables[0]!.rows;
    const [nearest] = tiesTo(besideLine(run, 0, 0.02), tiePointsOf(book));
    expect(first?.[2]).toContain(`${nearest!.length.toFixed(2)} m from ${nearest!.point.name}`);
    expect(chapter(pack, 'rests').tables[0]?.rows.length).toBeGreaterThan(60);
  });
  test('the seal is printed as it was heard; without one that is said', () => {
    const rests = (pack: ReturnType<typeof packOf>) => chapter(pack, 'rests').words[0];
    expect(rests(packOf(record()))).toBe('The record has no seal: nothing of it was taken by the server yet.');
    expect(rests(packOf(record(), { place: 7, hash: 'ab12' }))).toContain('The seal of the record: 7 · ab12.');
  });
  test('closed first, then taken over, each once; put right it is open again', () => {
    const close = (as: 'closed' | 'takenOver'): Fact => ({ kind: 'closed', as, who: 'competent person', open: 0, note: '' });
    const refusal = (book: readonly Kept[], fact: Fact) =>
      entryRefusal(bookEntry(fact).entry as never, { job, rules, plan, run, book, now }, fillChecks);
    expect(refusal([], close('takenOver'))).toMatch(/closed first/);
    const closed = bookEntry(close('closed'));
    expect(refusal([closed], close('closed'))).toMatch(/closed already/);
    expect(refusal([closed], close('takenOver'))).toBeUndefined();
    const all = [closed, bookEntry(close('takenOver'))];
    expect(closingOf(all, now, rules).state).toBe('takenOver');
    // The record can be read only from then on; what is bad news, and what it sinks, is heard.
    expect(refusal(all, point())).toMatch(/taken over/);
    expect(refusal(all, { kind: 'sunk', station: 5, down: 0.02, note: '' })).toBeUndefined();
    expect(refusal(all, { kind: 'found', what: 'water', from: 1, to: 2, depth: null, note: '' })).toBeUndefined();
  });
});
