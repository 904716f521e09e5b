import type { Fact, Photo } from '../book';
import { blankJob, type Run } from '../job';
import { planRun } from '../plan/plan';
import { resolveRules } from '../rules';
import { bookEntry, levelRun } from '../testing';
import { layReport, type IssuedPlan } from '.';
import { isShown } from './shown';

const NOW = Date.parse('2026-11-02T12:00:00Z');
const job = blankJob('Yard', 'UK');
const shallow = levelRun({ length: 24, depth: 1.2 });
const deeper: Run = { ...shallow, reaches: shallow.reaches.map((reach) => ({ ...reach, levels: { kind: 'cover', cover: 1.2 } })) };
const issue = (run: Run, number: number): IssuedPlan => ({
  id: `10000000-0000-4000-8000-00000000000${number}`,
  number,
  job,
  run,
  rules: resolveRules('UK'),
  plan: planRun(job, run),
});
const [first, second] = [issue(shallow, 1), issue(deeper, 2)] as const;
const photo: Photo = { hash: 'a'.repeat(64), width: 800, height: 600, taken: null };
const pictured = (fact: Fact) => bookEntry(fact, undefined, { photos: [photo] });

const line = shallow.laid[0]?.id ?? '';
const laid = (revision: string): Fact => ({
  kind: 'laid',
  line,
  name: 'Drain',
  from: 0,
  to: 24,
  points: [{ id: 'order', ok: true, note: '' }],
  revision,
});
const bottom: Fact = {
  kind: 'check',
  station: 8,
  pit: null,
  layer: 'bottom',
  found: { as: 'depth', value: 1.2 },
  widthBottom: null,
  widthTop: null,
  setUp: null,
  revision: first.id,
  sure: true,
  again: false,
  note: '',
};
const bedBefore: Fact = { kind: 'bedSeen', when: 'before', from: 0, to: 24, points: [], revision: first.id };
const note: Fact = { kind: 'note', station: 8, note: '' };

/** What is shown at three stations by photos that speak for 5 m either side. */
const shown = (book: ReturnType<typeof bookEntry>[], force = first) => {
  const report = layReport({ revisions: [first, second], force, book, now: NOW });
  return [2, 8, 14].map((at) => isShown(report, 10, at));
};

test('a photo of the empty trench is none of what was laid in it', () => {
  expect(shown([pictured(bottom)])).toEqual([false, false, false]);
  expect(shown([pictured(bedBefore)])).toEqual([false, false, false]);
  expect(shown([pictured(note)])).toEqual([false, false, false]);
  expect(shown([pictured(note), bookEntry(laid(first.id))])).toEqual([false, false, false]);
});

test('one taken with the line, or by somebody who knew that it lies, is: as far as it speaks', () => {
  expect(shown([pictured(laid(first.id))])).toEqual([true, true, true]);
  const known = bookEntry(laid(first.id));
  expect(shown([known, pictured(note)])).toEqual([false, true, false]);
  expect(shown([known, pictured({ kind: 'found', what: 'rock', from: 8, to: 8, depth: null, note: '' })])).toEqual([false, false, false]);
  expect(shown([known, pictured(note), bookEntry({ kind: 'wrong', why: 'not laid' }, undefined, { corrects: known.entry.id })])).toEqual([
    false,
    false,
    false,
  ]);
});

test('what lay there before the plan went deeper is not what lies there now', () => {
  const old = pictured(laid(first.id));
  expect(shown([old], second)).toEqual([false, false, false]);
  const [seen, anew] = [pictured(note), bookEntry(laid(second.id))];
  expect(shown([old, seen, anew], second)).toEqual([false, false, false]);
  expect(shown([old, anew, pictured(note)], second)).toEqual([false, true, false]);
});
