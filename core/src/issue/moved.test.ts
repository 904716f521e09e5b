import fc from 'fast-check';
import { shiftAt } from '../alignment/elsewhere';
import { movePoint } from '../alignment/routeEdits';
import { applyPatches, blankJob, type Run } from '../job';
import { bentRun, bookEntry, levelRun } from '../testing';
import { saysMoved } from './moved';
import { issueOf, type RevisionBody } from '.';

const job = blankJob('Yard', 'UK');
const run = bentRun();
/** The corner put 3 m further out: all past it is 3 m further along. */
const moved = applyPatches(run, movePoint(run, 1, { x: 43, y: 0 }));
const note = (from: number, to = from) => bookEntry({ kind: 'happening', what: 'rain', where: { from, to }, note: '' });
const said = (before: Run, after: Run, ...book: ReturnType<typeof bookEntry>[]) => saysMoved(before, after, book, 'metric');

test('entries before the corner stay where they were; those past it are told of, with how far', () => {
  expect(said(run, run, note(0, 60))).toEqual([]);
  expect(said(run, moved, note(0, 40))).toEqual([]);
  expect(said(run, moved, note(5), note(50))).toEqual([
    'The line was moved by as much as 3.65 m under one entry of the book, at 50.0 m: what is said there is of another place',
  ]);
  expect(said(run, moved, note(44, 50), note(58))[0]).toContain('under 2 entries of the book, 44.0 m to 58.0 m');
});
test('what was said to be wrong does not count, nor what is of the whole run; a line nobody has drawn lies nowhere else', () => {
  const wrong = bookEntry({ kind: 'note', station: 50, note: 'Seen' });
  expect(said(run, moved, wrong)).toHaveLength(1);
  expect(
    said(
      run,
      moved,
      wrong,
      bookEntry({ kind: 'wrong', why: 'Elsewhere' }, undefined, { corrects: wrong.entry.id }),
      bookEntry({ kind: 'note', station: null, note: 'Mud' }),
    ),
  ).toEqual([]);
  expect(said({ ...run, route: [] }, moved, note(50))).toEqual([]);
  expect(said(run, { ...moved, route: [] }, note(50))).toEqual([]);
});
test('a run cut short leaves what lies past its end off the line', () => {
  const short: Run = { ...levelRun({ length: 30, depth: 1 }) };
  expect(said({ ...run, route: [] }, short, note(29), note(45))).toEqual([
    expect.stringContaining('moved away altogether under one entry of the book, at 45.0 m'),
  ]);
});
test('no station of an entry lies further off than is said', () => {
  const point = fc.record({ x: fc.double({ min: 20, max: 60, noNaN: true }), y: fc.double({ min: -15, max: 15, noNaN: true }) });
  const stretch = fc.tuple(fc.double({ min: 0, max: 60, noNaN: true }), fc.double({ min: 0, max: 60, noNaN: true }));
  fc.assert(
    fc.property(point, stretch, (to, ends) => {
      const after = applyPatches(run, movePoint(run, 1, to));
      const [from, until] = [Math.min(...ends), Math.max(...ends)];
      const shifts = Array.from({ length: 400 }, (_, i) => shiftAt(run, after, from + ((until - from) * i) / 399));
      const most = Math.max(...shifts);
      const [sentence] = said(run, after, note(from, until));
      if (sentence === undefined) return expect(most).toBeLessThanOrEqual(0.5);
      const by = Number(/by as much as ([\d.]+) m/.exec(sentence)?.[1] ?? Infinity);
      expect(by).toBeGreaterThanOrEqual(most - 0.005);
      // Its corner may lie between two of the stations looked at.
      if (Number.isFinite(by)) expect(by).toBeLessThanOrEqual(most + (2 * (until - from)) / 399 + 0.005);
    }),
  );
});
test('it is issued with in spite of, and stands with the plan', () => {
  const { body } = issueOf(job, run, undefined) as { body: RevisionBody };
  const changes = (book: ReturnType<typeof bookEntry>[]) => (issueOf(job, moved, body, book) as { changes: string[] }).changes;
  expect(changes([note(50)]).filter((one) => one.startsWith('Issued with a STOP: The line was moved'))).toHaveLength(1);
  expect(changes([note(5)]).filter((one) => one.includes('was moved'))).toEqual([]);
});
