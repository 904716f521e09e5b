import fc from 'fast-check';
import type { Fact } from '../book';
import { machineOf } from '../job';
import { planRun } from '../plan/plan';
import { blankJob } from '../job';
import { resolveRules } from '../rules';
import { bookEntry, levelRun, withInverts } from '../testing';
import { asSetOut, boardWords, designsOf, instrumentsOf, nearestCheck, digReport, setOutWords, standNumbers, tapePoints, tapesTo } from '.';
import { check, REVISION, setUp } from './facts.testing';

const NOW = Date.parse('2026-11-02T12:00:00Z');
const rules = resolveRules('UK');
const job = blankJob('Yard', 'UK');
/** Falls 1:80 from 9.2 to 8.7 over 40 m under ground at 10, upright walls 0.6 m apart. */
const run = withInverts({ ...levelRun({ length: 40 }), stations: [0, 40].map((station) => ({ station, ground: 10 })) }, 9.2, 8.7);
const plan = planRun(job, run);
const designs = designsOf(job, run, plan.places);

describe('pegs by two tapes', () => {
  test('pins 5 m left of 0 and 40 m, peg on the line at 12 m: √(12² + 5²) = 13 m and √(28² + 5²) = 28.443 m', () => {
    const [a, b] = tapePoints(run, -5, 'metric') as [(typeof points)[0], (typeof points)[0]];
    const points = tapePoints(run, -5, 'metric');
    expect(points.map(({ name }) => name)).toEqual(['0.0 m', '40.0 m']);
    const tapes = tapesTo(run, [a, b], 12, 0);
    expect(tapes?.lengths[0]).toBeCloseTo(13, 9);
    expect(tapes?.lengths[1]).toBeCloseTo(Math.hypot(28, 5), 9);
  });
  test('tapes that cross flatter than 30° are no good; from one point there are none', () => {
    const near = tapePoints(run, 0.1, 'metric') as [ReturnType<typeof tapePoints>[0], ReturnType<typeof tapePoints>[0]];
    expect(tapesTo(run, near, 20, 0)?.good).toBe(false);
    const far = tapePoints(run, -15, 'metric') as typeof near;
    expect(tapesTo(run, far, 20, 0)?.good).toBe(true);
    expect(tapesTo(run, [near[0], near[0]], 20, 0)).toBeUndefined();
  });
  test('two circles about the pins meet where the peg is, wherever it is', () => {
    const bent = {
      ...run,
      route: [
        { x: 0, y: 0 },
        { x: 20, y: 0 },
        { x: 20, y: 20 },
      ],
    };
    const [a, b] = tapePoints(bent, -6, 'metric') as [ReturnType<typeof tapePoints>[0], ReturnType<typeof tapePoints>[0]];
    fc.assert(
      fc.property(fc.double({ min: 0.5, max: 39.5, noNaN: true }), fc.double({ min: -1, max: 1, noNaN: true }), (station, offset) => {
        const tapes = tapesTo(bent, [a, b], station, offset);
        // Up the first leg it lies at (s, −offset), up the second at (20 + offset, s − 20).
        const peg = station <= 20 ? { x: station, y: -offset } : { x: 20 + offset, y: station - 20 };
        expect(tapes?.lengths[0]).toBeCloseTo(Math.hypot(peg.x - a.x, peg.y - a.y), 6);
        expect(tapes?.lengths[1]).toBeCloseTo(Math.hypot(peg.x - b.x, peg.y - b.y), 6);
      }),
    );
  });
});

test('what was marked against the plan: as planned, wider, aside; what was put right is gone', () => {
  const marked = (station: number, left: number, right: number): Fact => ({
    kind: 'setOut',
    station,
    left,
    right,
    revision: REVISION,
    note: '',
  });
  const wide = bookEntry(marked(10, 0.4, 0.4));
  const book = [bookEntry(marked(5, 0.3, 0.31)), wide, bookEntry(marked(15, 0.5, 0.1))];
  expect(asSetOut(book, designs).map((one) => setOutWords(one, 'metric'))).toEqual([
    '5.0 m: 0.61 m from lip to lip, as planned',
    '10.0 m: 0.80 m from lip to lip: 0.20 m wider than planned',
    '15.0 m: 0.60 m from lip to lip: its middle 0.20 m left',
  ]);
  const right = bookEntry(marked(10, 0.3, 0.3));
  const put = { ...right, entry: { ...right.entry, corrects: wide.entry.id } };
  expect(asSetOut([...book, put], designs).every(({ station, good }) => good || station === 15)).toBe(true);
});

test('boards of a string and the target of a pipe laser are given at both ends; an instrument on legs has neither', () => {
  const words = (means: 'string' | 'pipeLaser' | 'laser') => {
    const fact = setUp({ means, backsight: 0.8, fall: 1 / 80 });
    const [instrument] = instrumentsOf([bookEntry(fact)], NOW, rules);
    return instrument ? boardWords(run, designs, instrument, 'metric') : '';
  };
  expect(words('string')).toBe('Profile boards: 0.800 m over the ground at 0.0 m, 0.300 m over the ground at 40.0 m.');
  expect(words('pipeLaser')).toBe('Target: 1.600 m over the invert at 0.0 m, 1.600 m over the invert at 40.0 m.');
  expect(words('laser')).toBe('');
});

test('a full bucket over the heap is a lift: its mass at its radius against what is rated over the side', () => {
  const design = designs(20, null);
  const numbers = design && standNumbers(job, run, design, 20, 0.9);
  const small = design && standNumbers(job, run, design, 20, 0.3);
  expect(numbers?.reach).toBeLessThan(
    machineOf(job).arm.foot.x + machineOf(job).arm.boom + machineOf(job).arm.stick + machineOf(job).arm.tip,
  );
  expect((numbers?.swing?.mass ?? 0) / (small?.swing?.mass ?? 1)).toBeCloseTo(3, 9);
  expect(numbers?.swing?.radius).toBeGreaterThan(run.spoil.setback);
  expect(numbers?.swing?.fits).toBe((numbers?.swing?.mass ?? 0) <= (numbers?.swing?.rated ?? 0));
});

test('a section shows the check nearest its station, and none further off than half a metre', () => {
  const { checks } = digReport({
    job,
    run,
    places: plan.places,
    rules,
    book: [check(5), check(5.6)].map((fact) => bookEntry(fact)),
    now: NOW,
  });
  expect(nearestCheck(checks, 5.25)?.station).toBe(5);
  expect(nearestCheck(checks, 5.4)?.station).toBe(5.6);
  expect(nearestCheck(checks, 6.2)).toBeUndefined();
});
