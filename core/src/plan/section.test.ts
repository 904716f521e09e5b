import fc from 'fast-check';
import { polygonArea } from '../geometry';
import { straightBore, blankJob, blankPit, productOf, type Reach, type Run } from '../job';
import { extent } from '../alignment';
import { planRun } from './plan';
import { sectionAt, sectionIfDug } from './section';
import { anyRun } from '../generators.testing';
import { levelRun, refusals, withInverts, inReach } from '../testing';

const job = blankJob('Yard', 'UK');

describe('the section of inputs no plan was made of yet', () => {
  test('is the section of the plan where they can be dug', () => {
    const run = levelRun({ depth: 1.4, bottomWidth: 0.7 });
    expect(sectionIfDug(job, run, 12)).toEqual(sectionAt(job, run, 12));
  });

  test('is none where the line does not go in, whatever station is looked at', () => {
    const { od } = productOf(job, levelRun());
    expect(sectionIfDug(job, levelRun({ bottomWidth: od - 0.001 }), 0)).toBeUndefined();
    expect(sectionIfDug(job, levelRun({ bottomWidth: od }), 0)).toBeDefined();
  });

  test('is none where the line comes out of the ground, and is one further along where it does not', () => {
    const rising = withInverts(levelRun({ length: 20 }), 10.5, 8.5);
    expect(sectionIfDug(job, rising, 2)).toBeUndefined();
    // The invert passes the ground, at 10.00, a quarter of the way along.
    expect(sectionIfDug(job, rising, 5)).toBeUndefined();
    expect(sectionIfDug(job, rising, 8)?.depth).toBeGreaterThan(0);
  });

  test('is there at every station of every run that can be planned', () => {
    fc.assert(
      fc.property(anyRun, fc.double({ min: 0, max: 1, noNaN: true }), (run, share) => {
        const { start, length } = extent(run);
        const refused = refusals(() => planRun(job, run)).length > 0;
        const there = [0, share, 1].map((at) => sectionIfDug(job, run, start + at * length) !== undefined);
        expect(refused || there.every(Boolean)).toBe(true);
      }),
    );
  });
});

test('the outlines of a section hold the areas it states: bed, fine fill, fill and surface make up the trench less the line', () => {
  const run = inReach(levelRun({ depth: 1.6, bottomWidth: 0.8 }), {
    left: { kind: 'batter', ratio: 0.5 },
    restoration: [{ material: 'topsoil', thickness: 0.3 }],
  });
  const { areas, trench, bedding, surrounds, fills, surface } = sectionAt(job, run, 10);
  const outlined = (outlines: readonly { x: number; y: number }[][]) => outlines.reduce((sum, outline) => sum + polygonArea(outline), 0);
  expect(polygonArea(trench)).toBeCloseTo(areas.trench, 5);
  expect(polygonArea(bedding)).toBeCloseTo(areas.bedding, 5);
  // The outline of the fine fill is drawn over the line that lies in it.
  expect(outlined(surrounds)).toBeCloseTo(areas.surround + areas.pipe, 5);
  expect(outlined(fills)).toBeCloseTo(areas.fill, 5);
  expect(outlined([surface])).toBeCloseTo(areas.surface, 5);
  expect(outlined([bedding, ...surrounds, ...fills, surface])).toBeCloseTo(areas.trench, 5);
});

test('bored: nothing is dug, no heap, and the hole is as wide as its bore', () => {
  const bored: Reach['method'] = {
    ...straightBore,
    bore: 0.25,
    rod: 1,
    launch: blankPit(1.5, 1),
    receiving: blankPit(1, 1),
  };
  const section = sectionAt(job, inReach(levelRun({ depth: 2 }), { method: bored }), 10);
  expect(section).toMatchObject({ bore: 0.125, trench: [], heaps: [], topWidth: 0, tapes: [] });
  expect(Object.values(section.areas).every((area) => area === 0)).toBe(true);
});

test('a shield stands in its section: panels inside the dig, its top above the ground, struts between', () => {
  const { panels, braces, digWidth, bottom, ground } = sectionAt(
    job,
    levelRun({ depth: 2.4, bottomWidth: 0.9, protection: 'shield', kit: 'box-medium', panel: 0.1 }),
    10,
  );
  expect(digWidth).toBeCloseTo(0.9 + 2 * 0.1, 9);
  const xs = panels.flat().map(({ x }) => Math.abs(x));
  expect(Math.max(...xs)).toBeCloseTo(digWidth / 2, 9);
  expect(Math.min(...xs)).toBeCloseTo(0.45, 9);
  expect(Math.max(...panels.flat().map(({ y }) => y))).toBeGreaterThanOrEqual(ground + 0.15 - 1e-9);
  expect(braces.length).toBeGreaterThan(0);
  expect(braces.every((level) => level > bottom && level < ground + 1)).toBe(true);
});

test('a pit is shown by itself: its own width, floor and supports, the trench’s lines passing through', () => {
  const run: Run = {
    ...levelRun({ depth: 1.5, bottomWidth: 0.6 }),
    structures: [
      {
        id: 'c1',
        name: 'C1',
        kind: 'chamber',
        station: 10,
        diameter: 0.45,
        tail: 0,
        pit: { ...blankPit(1.2, 1.4, 0.2), protection: 'shield', kit: 'box-pit', panel: 0.06 },
      },
    ],
  };
  const place = planRun(job, run).places.find(({ id }) => id === 'c1');
  const section = sectionAt(job, run, 10, place);
  expect(section).toMatchObject({ pit: 'c1', digWidth: expect.closeTo(1.52, 9) as number, depth: expect.closeTo(1.7, 9) as number });
  expect(polygonArea(section.trench)).toBeCloseTo(1.52 * 1.7, 6);
  expect(section.panels).toHaveLength(2);
  expect(section.lines).toHaveLength(1);
});

test('where two reaches meet, each end is drawn as what it is of', () => {
  const [reach] = levelRun({ depth: 1.5 }).reaches as [Reach];
  const run: Run = { ...levelRun(), reaches: [reach, { ...reach, id: 'wide', from: 12, bottomWidth: 1.4 }] };
  const places = planRun(job, run).places;
  expect(places.map((place) => sectionAt(job, run, 12, place).digWidth)).toEqual([0.6, 1.4]);
});
