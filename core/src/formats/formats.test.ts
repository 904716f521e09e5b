import DxfParser from 'dxf-parser';
import fc from 'fast-check';
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { demoFile } from '../demo';
import { jobDates } from '../clearance';
import { applyPatches, blankJob, blankRun, type Job, type Run } from '../job';
import { runSchema } from '../job/schema';
import { chainages, chainageTable, distance, extent, linesFromMarks, routeOf } from '../alignment';
import { planRun } from '../plan/plan';
import { times } from '../generators.testing';
import { counting, refusal } from '../testing';
import {
  alongAlignment,
  alongDrawn,
  EXAGGERATION,
  groundFromPoints,
  readGeoJson,
  readGroundTable,
  readLandXml,
  readLevelBook,
  writeChainageCsv,
  writeGeoJson,
  writeGroundCsv,
  writeIcs,
  writeLandXml,
  writeLongSectionDxf,
  writePlanDxf,
} from '.';
import { fromPlan, toPlan } from './frame';

const [drain, supply] = demoFile.runs as [Run, Run];
const { job } = demoFile;
const planned = (run: Run, of: Job = job) => ({ run, plan: planRun(of, run) });
const blank = (length = 40) => blankRun({ name: 'Blank', length, product: 'drain-160', cover: 0.6, ruleSet: 'UK' });
const near = (value: number) => expect.closeTo(value, 5) as number;
const sameRoute = (a: readonly { x: number; y: number }[], b: readonly { x: number; y: number }[], within: number) => {
  expect(a).toHaveLength(b.length);
  a.forEach((point, i) => expect(distance(point, b[i] as typeof point)).toBeLessThan(within));
};

describe('GeoJSON', () => {
  for (const [name, of] of [
    ['degrees', job],
    ['metres of the site', { ...job, origin: null }],
  ] as const)
    test(`a run goes out in ${name} and comes back with the same line, ground and lines in the ground`, () => {
      const { runs, marks, origin } = readGeoJson(writeGeoJson(of, [planned(supply, of)]), of.origin);
      expect(origin).toEqual(of.origin);
      const bare: Run = { ...supply, route: [], existing: [], structures: [] };
      const back = runSchema.parse(applyPatches(bare, alongDrawn(bare, runs[0] as (typeof runs)[number])));
      // Corners and typed stations are both points of the line in the file.
      for (const point of supply.route) expect(Math.min(...back.route.map((other) => distance(other, point)))).toBeLessThan(1e-4);
      expect(extent(back).length).toBeCloseTo(extent(supply).length, 3);
      for (const { station, ground } of supply.stations)
        expect(back.stations.some((other) => Math.abs(other.station - station) < 1e-3 && Math.abs(other.ground - ground) < 1e-9)).toBe(
          true,
        );
      const lines = linesFromMarks(back, marks, counting());
      expect(lines.map(({ name: called, kind, evidence }) => [called, kind, evidence])).toEqual([
        ['Old fuel line', 'fuel', 'drawing'],
        ['Water main', 'water', 'detected'],
      ]);
      expect(lines[0]?.where).toMatchObject({
        kind: 'crossing',
        station: expect.closeTo(22, 3) as number,
        angle: expect.closeTo(Math.PI / 3, 5) as number,
      });
    });

  test('a line beside the run comes in as parallel, right positive; one far off is left out', () => {
    const run = blank(40);
    const mark = (points: [number, number][]) => ({
      name: 'M',
      points: points.map(([x, y]) => ({ x, y })),
      levels: undefined,
      mark: { kind: 'gas' as const },
    });
    expect(
      linesFromMarks(
        run,
        [
          mark([
            [5, -2],
            [25, -2],
          ]),
          mark([
            [0, 50],
            [40, 50],
          ]),
        ],
        counting(),
      ),
    ).toMatchObject([{ kind: 'gas', where: { kind: 'parallel', from: 5, to: 25, offset: 2 } }]);
  });

  test('without levels the run keeps its own ground, stretched along', () => {
    const run = blank(40);
    const drawn = {
      name: undefined,
      points: [
        { x: 0, y: 0 },
        { x: 0, y: 80 },
      ],
      levels: undefined,
    };
    const next = runSchema.parse(applyPatches(run, alongDrawn(run, drawn)));
    expect(next.stations.map(({ station }) => station)).toEqual([0, 80]);
  });

  const feature = (coordinates: unknown, properties: object = {}) =>
    JSON.stringify({
      type: 'FeatureCollection',
      features: [{ type: 'Feature', geometry: { type: 'LineString', coordinates }, properties }],
    });
  test.each<[string, string, string]>([
    ['no JSON', '{"type":', 'This is not JSON'],
    ['other JSON', '{"runs":[]}', 'not GeoJSON with lines'],
    ['no line', '{"type":"Point","coordinates":[1,2]}', 'There is no line'],
    ['binary', 'a\u0000b', 'not plain text in UTF-8'],
    ['the wrong encoding', '{"name":"\uFFFD"}', 'not plain text in UTF-8'],
    [
      'huge coordinates',
      feature([
        [1e9, 2],
        [1e9, 9],
      ]),
      'more than 10,000 km',
    ],
    [
      'a place far from the job',
      feature([
        [12.1, 45.2],
        [12.1001, 45.2],
      ]),
      'km from the job’s origin',
    ],
  ])('%s is refused in a sentence', (_, text, sentence) => expect(refusal(() => readGeoJson(text, job.origin))).toContain(sentence));
  test('a line of hundreds of thousands of positions is read as it is, or refused in a sentence', () => {
    const many = Array.from({ length: 300_000 }, (_, i) => [i, 0]);
    const { runs } = readGeoJson(feature(many), null);
    expect(runs[0]?.points).toHaveLength(300_000);
    expect(refusal(() => alongDrawn(blank(), runs[0] as (typeof runs)[number]))).toMatch(/^The line/);
  });
  test('for any place within 20 km of an origin, degrees and metres lead back to each other', () => {
    const metres = fc.double({ min: -20_000, max: 20_000, noNaN: true });
    fc.assert(
      fc.property(
        fc.double({ min: -80, max: 80, noNaN: true }),
        fc.double({ min: -179, max: 179, noNaN: true }),
        metres,
        metres,
        (lat, lon, x, y) => {
          const back = toPlan({ lat, lon }, fromPlan({ lat, lon }, { x, y }));
          expect(distance(back, { x, y })).toBeLessThan(1e-6);
        },
      ),
    );
  });
  test('coordinates in radians make a line too short to be one, and the sentence asks', () => {
    // 60 m is a hundred-thousandth of a radian.
    const { runs } = readGeoJson(
      feature([
        [0, 0],
        [1e-6, 0],
      ]),
      job.origin,
    );
    expect(refusal(() => alongDrawn(blank(), runs[0] as (typeof runs)[number]))).toContain('degrees, not radians');
  });
});

/** LandXML as other programs write it. */
const landXml = (units: string, body: string, head = '<?xml version="1.0" encoding="UTF-8"?>') =>
  `${head}\n<LandXML xmlns="http://www.landxml.org/schema/LandXML-1.2" version="1.2" date="2026-05-01" time="09:00:00"><Units>${units}</Units><Project name="P &amp; Q"/>${body}</LandXML>`;
const METRIC =
  '<Metric linearUnit="meter" areaUnit="squareMeter" volumeUnit="cubicMeter" temperatureUnit="celsius" pressureUnit="HPA" angularUnit="decimal dd.mm.ss" directionUnit="decimal dd.mm.ss"/>';
const SURVEY_FEET =
  '<Imperial linearUnit="USSurveyFoot" areaUnit="squareFoot" volumeUnit="cubicYard" temperatureUnit="fahrenheit" pressureUnit="inHG"/>';

describe('LandXML', () => {
  test('a run goes out and comes back: line, ground, finished ground apart, inverts', () => {
    const [back] = readLandXml(writeLandXml(job, [supply], '2026-05-01T09:00:00Z'));
    expect(back?.name).toBe('Pontoon supply');
    sameRoute(back?.route ?? [], routeOf(supply), 1e-5);
    expect(back?.ground).toEqual(supply.stations.map(({ station, ground }) => ({ station: near(station), ground: near(ground) })));
    const [drainBack] = readLandXml(writeLandXml({ ...job, units: 'us' }, [drain], '2026-05-01T09:00:00Z'));
    expect(drainBack?.design?.[0]?.level).toBeCloseTo(2.86, 5);
    const again = runSchema.parse(applyPatches(blank(), alongAlignment(blank(), drainBack!)));
    expect(again.inverts.map(({ invert }) => invert)).toEqual(expect.arrayContaining([near(2.86), near(2.06)]));
    expect(again.stations.map(({ ground }) => ground)).toEqual(drain.stations.map(({ ground }) => near(ground)));
    expect(drainBack?.design?.at(-1)).toEqual({ station: expect.closeTo(48, 5) as number, level: expect.closeTo(2.06, 5) as number });
  });

  test('metric, with an arc, ground and a design with a vertical curve', () => {
    // A quarter circle of 20 m radius turning left from north to west between two tangents of 30 m.
    const text = landXml(
      METRIC,
      `<Alignments name="all"><Alignment name="A" length="91.416" staStart="100.0">
        <CoordGeom><Line dir="0.0" length="30.0"><Start>1000.0 500.0</Start><End>1030.0 500.0</End></Line>
        <Curve rot="ccw" chord="28.28" crvType="arc" delta="90" radius="20.0"><Start>1030.0 500.0</Start><Center>1030.0 480.0</Center><End>1050.0 480.0</End></Curve>
        <Line><Start>1050.0 480.0</Start><End>1050.0 450.0</End></Line></CoordGeom>
        <Profile name="p"><ProfSurf name="EG"><PntList2D>90.0 9.5 100.0 10.0 150.0 10.5 200.0 11.0</PntList2D></ProfSurf>
        <ProfAlign name="FG"><PVI>100.0 9.0</PVI><ParaCurve length="20.0">140.0 9.4</ParaCurve><PVI>190.0 9.0</PVI></ProfAlign></Profile>
      </Alignment></Alignments>`,
    );
    const [alignment] = readLandXml(text);
    expect(alignment).toMatchObject({ name: 'A', start: 100 });
    expect(alignment?.route[0]).toEqual({ x: 500, y: 1000 });
    expect(chainages(alignment?.route ?? []).at(-1)).toBeCloseTo(60 + Math.PI * 10, 1);
    for (const { x, y } of alignment?.route.slice(1, -1) ?? []) expect(Math.hypot(x - 480, y - 1030)).toBeCloseTo(20, 6);
    expect(alignment?.ground?.[0]).toEqual({ station: 100, ground: 10 });
    expect(alignment?.ground?.at(-1)?.station).toBeCloseTo(100 + 60 + Math.PI * 10, 1);
    // Middle of the curve: 0.01·40 to the PVI, lifted by (g2 − g1)·L/8 = (−0.008 − 0.01)·20/8.
    expect(alignment?.design?.find(({ station }) => station === 140)?.level).toBeCloseTo(9.4 - (0.018 * 20) / 8, 9);
  });

  test('imperial in survey feet, no profile, a curve by its radius only, a namespace prefix', () => {
    const text = landXml(
      SURVEY_FEET,
      `<Alignments><Alignment name="North lane" length="0" staStart="1000">
        <CoordGeom><Line><Start>0 0</Start><End>100 0</End></Line>
        <Curve rot="cw" radius="50"><Start>100 0</Start><End>150 50</End></Curve></CoordGeom></Alignment></Alignments>`,
    );
    const [alignment] = readLandXml(text);
    const foot = 1200 / 3937;
    expect(alignment?.ground).toBeUndefined();
    expect(alignment?.design).toBeUndefined();
    expect(alignment?.start).toBeCloseTo(1000 * foot, 9);
    for (const { x, y } of alignment?.route.slice(1) ?? []) expect(Math.hypot(x - 50 * foot, y - 100 * foot)).toBeCloseTo(50 * foot, 6);
  });

  test('by direction and length in degrees, minutes and seconds, then an irregular line', () => {
    const text = landXml(
      METRIC,
      `<Alignments><Alignment name="D"><CoordGeom>
        <Line dir="90.0000" length="100"><Start>0 0</Start></Line>
        <IrregularLine><Start>0 100</Start><End>10 130</End><PntList2D>0 100 5 115 10 130</PntList2D></IrregularLine></CoordGeom>
        <Profile><ProfSurf name="s"><PntList2D>0 5 60 5.5 131 6</PntList2D></ProfSurf></Profile></Alignment></Alignments>`,
    );
    const [alignment] = readLandXml(text);
    sameRoute(
      alignment?.route ?? [],
      [
        { x: 0, y: 0 },
        { x: 100, y: 0 },
        { x: 115, y: 5 },
        { x: 130, y: 10 },
      ],
      1e-6,
    );
    expect(alignment?.ground?.map(({ ground }) => ground)).toEqual([5, 5.5, 6, 6]);
  });

  const line =
    '<Alignments><Alignment name="L"><CoordGeom><Line><Start>0 0</Start><End>0 40</End></Line></CoordGeom></Alignment></Alignments>';
  test.each<[string, string, string]>([
    [
      'an entity bomb',
      landXml(METRIC, '&c;', '<!DOCTYPE x [<!ENTITY a "aa"><!ENTITY b "&a;&a;"><!ENTITY c "&b;&b;">]>'),
      'declares XML entities',
    ],
    ['broken XML', landXml(METRIC, '<Alignments>'), 'not sound XML'],
    ['other XML', '<svg></svg>', 'not LandXML'],
    ['no alignment', landXml(METRIC, ''), 'no alignment'],
    ['no units', landXml('', line), 'does not say its units'],
    ['an unknown unit', landXml('<Metric linearUnit="smoot"/>', line), '“smoot”'],
    [
      'degrees said to be radians',
      landXml(
        '<Metric linearUnit="meter" directionUnit="radians"/>',
        '<Alignments><Alignment name="R"><CoordGeom><Line dir="271.3" length="9"><Start>0 0</Start></Line></CoordGeom></Alignment></Alignments>',
      ),
      'says its directions are radians',
    ],
    [
      'stations that go back',
      landXml(
        METRIC,
        line.replace('</CoordGeom>', '</CoordGeom><Profile><ProfSurf name="s"><PntList2D>0 5 20 5 10 5</PntList2D></ProfSurf></Profile>'),
      ),
      'stations go back at 10.000 m',
    ],
    [
      'a profile off its line',
      landXml(
        METRIC,
        line.replace('</CoordGeom>', '</CoordGeom><Profile><ProfSurf name="s"><PntList2D>500 5 600 5</PntList2D></ProfSurf></Profile>'),
      ),
      'lies off its line',
    ],
    ['huge coordinates', landXml(METRIC, line.replace('0 40', '0 4e12')), 'more than 10,000 km'],
    ['a point that is none', landXml(METRIC, line.replace('0 40', 'north')), 'not a point'],
    ['a tower of tags', landXml(METRIC, '<a>'.repeat(200) + '</a>'.repeat(200)), 'nests deeper'],
    ['UTF-16 read as UTF-8', landXml(METRIC, line).split('').join('\u0000'), 'not plain text in UTF-8'],
  ])('%s is refused in a sentence', (_, text, sentence) => expect(refusal(() => readLandXml(text))).toContain(sentence));

  test('for any drawn line, what is written reads back within a hundredth of a millimetre', () => {
    const point = fc.record({ x: fc.double({ min: -5000, max: 5000, noNaN: true }), y: fc.double({ min: -5000, max: 5000, noNaN: true }) });
    fc.assert(
      fc.property(fc.array(point, { minLength: 2, maxLength: 12 }), fc.constantFrom('metric' as const, 'us' as const), (route, units) => {
        const length = chainages(route).at(-1) as number;
        fc.pre(length < 20_000 && route.every((p, i) => i === 0 || distance(p, route[i - 1] as typeof p) > 0.1));
        const run: Run = { ...blank(length), route };
        const [back] = readLandXml(writeLandXml(blankJob('Any', 'UK', units), [run], '2026-05-01'));
        sameRoute(back?.route ?? [], route, 1e-5);
      }),
      { numRuns: times(40) },
    );
  });
});

describe('DXF in an independent reader', () => {
  const parse = (text: string) =>
    new DxfParser().parseSync(text) as {
      header: Record<string, number>;
      entities: { type: string; layer: string; vertices?: { x: number; y: number }[]; text?: string }[];
    };
  test('the plan: the line where it is, in metres, with structures, lines and windows on their layers', () => {
    const { header, entities } = parse(writePlanDxf(job, [planned(supply)]));
    expect(header.$INSUNITS).toBe(6);
    const on = (layer: string) => entities.filter((entity) => entity.layer === layer);
    sameRoute(on('LINE')[0]?.vertices ?? [], supply.route, 1e-6);
    expect(
      on('EXISTING')
        .map(({ text }) => text)
        .filter(Boolean),
    ).toEqual(['F Old fuel line', 'W Water main']);
    expect(on('WINDOWS')).toHaveLength(2);
    expect(on('STRUCTURES').filter(({ type }) => type === 'CIRCLE')).toHaveLength(2);
  });
  test('the long section: ground and inverts at ten times their height, crossings between their covers', () => {
    const one = planned(drain);
    const { entities } = parse(writeLongSectionDxf(job, one));
    const line = (layer: string) => entities.find((entity) => entity.layer === layer && entity.vertices)?.vertices ?? [];
    const { profile } = one.plan;
    const rise = (points: { y: number }[]) => ((points.at(-1)?.y ?? 0) - (points[0]?.y ?? 0)) / EXAGGERATION;
    expect(rise(line('INVERT'))).toBeCloseTo(2.06 - 2.86, 6);
    expect(line('GROUND')).toHaveLength(profile.station.length);
    expect(rise(line('EXISTING'))).toBeCloseTo(-0.9 - 0.063 + 0.7, 6);
    expect(entities.filter(({ layer, text }) => layer === 'INVERT' && text).map(({ text }) => text)).toEqual(['1:60 (1.67 %)']);
  });
});

describe('CSV', () => {
  test('finished ground is a third column, and comes back', () => {
    const read = readGroundTable(writeGroundCsv(supply.stations), 'metric');
    expect(read).toEqual({ kind: 'stations', stations: supply.stations });
  });
  test('points by east, north and height, in any order, are put on the line with their offsets', () => {
    const read = readGroundTable('Z,Easting,Northing\n10.1,0.2,0.5\n10.2,20,-1\n10.3,39.9,0\n11,20,3\n50,20,80', 'metric');
    if (read.kind !== 'points') throw new Error('no points');
    const { stations, report } = groundFromPoints(blank(40), read.points);
    expect(stations.map(({ station, ground }) => [Number(station.toFixed(2)), ground])).toEqual([
      [0, 10.1],
      [0.2, 10.1],
      [20, 10.2],
      [39.9, 10.3],
      [40, 10.3],
    ]);
    // Of the two at 20 m the nearer counts; the last is 80 m off.
    expect(report).toMatchObject({ used: 3, left: 2, worst: { offset: 1, station: 20 }, mean: 0.5 });
  });
  test.each<[string, string, string]>([
    ['no height', 'E,N\n1,2\n3,4', 'no column for the level'],
    ['off the globe', 'E,N,Z\n1,2,3\n1e1,2,3', 'not a coordinate'],
    ['too far off', 'E,N,Z\n99999999,2,3\n1,2,3', 'more than 10,000 km'],
  ])('points with %s are refused', (_, text, sentence) => expect(refusal(() => readGroundTable(text, 'metric'))).toContain(sentence));
  test('points nowhere near say how far they are', () =>
    expect(
      refusal(() =>
        groundFromPoints(blank(), [
          { x: 0, y: 100, level: 1 },
          { x: 9, y: 200, level: 1 },
        ]),
      ),
    ).toContain('the nearest is 100.0 m off'));
  test('a chainage table has a row a station and a level book is read by its header', () => {
    const rows = chainageTable(planRun(job, drain).profile);
    expect(writeChainageCsv(rows).split('\r\n')[1]).toBe('0,3.62,3.62,2.86,2.7553,0.8647,0.6047');
    expect(readLevelBook('point,station,BS,IS,FS\nBM,,1.25,,\nA,0,,1.9,\nB,10,,,2.105', 'metric')).toEqual([
      { point: 'BM', back: 1.25 },
      { point: 'A', station: 0, inter: 1.9 },
      { point: 'B', station: 10, fore: 2.105 },
    ]);
    expect(refusal(() => readLevelBook('a,b\n1,2', 'metric'))).toContain('names at least BS and FS');
  });
});

describe('calendar', () => {
  const us: Job = { ...job, ruleSet: 'US' };
  test('the days of a job ascend: permit, dig-from, marks, tasks', () =>
    expect(jobDates(us).map(({ id }) => id)).toEqual(['permit-from', 'dig-from', 'task-0', 'marks-end', 'permit-to']));
  test('events are whole days with the same ids each time, stamped with the time given', () => {
    const text = writeIcs(us, 'job-1', '2026-11-02T08:00:00.000Z');
    expect(text).toContain('UID:permit-to.job-1@tamper');
    expect(text).toContain('DTSTART;VALUE=DATE:20261114');
    expect(text).toContain('DTSTAMP:20261102T080000Z');
    expect(text).toMatch(/TRIGGER:-PT24H/);
    expect(text.split('BEGIN:VEVENT')).toHaveLength(6);
    expect(writeIcs(us, 'job-1', '2026-11-02T08:00:00.000Z')).toBe(text);
  });
});

test('LandXML is well formed and comes back whatever things are called', () => {
  const NAMES = ['a & b < c > d', '"quoted" \'twice\'', ']]>', '<!-- no -->', '&amp; as typed &#65;', '=1+1', 'Straße 木 😀', '?><?'];
  for (const name of NAMES) {
    const run = { ...(demoFile.runs[0] as Run), name };
    const text = writeLandXml({ ...demoFile.job, name }, [run], '2026-11-28T10:00:00Z');
    expect(XMLValidator.validate(text)).toBe(true);
    const read = new XMLParser({ ignoreAttributes: false, processEntities: true, htmlEntities: false }).parse(text) as {
      LandXML: { Project: Record<string, string>; Alignments: { Alignment: Record<string, string> } };
    };
    expect([read.LandXML.Project['@_name'], read.LandXML.Alignments.Alignment['@_name']]).toEqual([name, name]);
  }
});
