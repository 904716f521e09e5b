import { resolveRules } from '../rules';
import { entryRefusal } from '../site/refusals';
import { blankJob } from '../job';
import { bookEntry } from '../testing';
import { doneFact, sayTask, tasksOf, towards, type Attempt, type Task } from '.';

const rules = resolveRules('UK');
const NOW = Date.parse('2026-11-03T12:00:00Z');
const set = (what: string, on: string, more: object = {}) =>
  bookEntry({ kind: 'drillSet', what, name: what, level: 2, before: 'the boxes come', on, whom: '', ...more }, '2026-11-02T07:00:00Z', {
    author: 'Cora',
  });
let count = 0;
const answer = (at: string, right: boolean, more: Partial<Attempt> = {}): Attempt => ({
  ...{ id: `a${++count}`, at, what: 'strip', level: 2, seed: 1, right, said: '', by: 'UK', version: 1 },
  ...more,
});

test('tasks stand by their day; one that was said to be wrong, one from the future and one only a newer program knows do not', () => {
  const [later, sooner, gone] = [set('strip', '2026-11-09'), set('soil', '2026-11-05'), set('air', '2026-11-04')];
  const wrong = bookEntry({ kind: 'wrong', why: 'not needed' }, '2026-11-02T08:00:00Z', { corrects: gone.entry.id });
  const ahead = bookEntry({ ...later.entry.fact, what: 'lifts' }, '2026-11-30T08:00:00Z');
  const strange = set('juggling', '2026-11-04');
  const done = bookEntry(doneFact(tasksOf([sooner], NOW, rules)[0] as Task, { row: 3, tries: 4 }), '2026-11-03T08:00:00Z', {
    author: 'Dana',
    account: 'd',
  });
  const tasks = tasksOf([later, sooner, gone, wrong, ahead, strange, done], NOW, rules);
  expect(tasks.map(({ what, by, done: by2 }) => [what, by, by2.map(({ by: { author, account } }) => [author, account])])).toEqual([
    ['soil', 'Cora', [['Dana', 'd']]],
    ['strip', 'Cora', []],
  ]);
  expect(tasks.map(sayTask)).toEqual(['Class the soil, level 2', 'Hand-dig strip, level 2']);
});

test('a task is done by three right one after another since it was set, at its level or above, by the rules of the job; an exercise by one', () => {
  const task = tasksOf([set('strip', '2026-11-09')], NOW, rules)[0] as Task;
  const right = (hour: string, more: Partial<Attempt> = {}) => answer(`2026-11-03T${hour}:00:00Z`, true, more);
  const far = (...attempts: Attempt[]) => towards(task, attempts, 'UK');
  expect(far()).toEqual({ row: 0, tries: 0, needed: 3, ready: false });
  expect(far(right('08'), right('09'), right('10'))).toMatchObject({ row: 3, ready: true });
  // In whatever order they came; the last one wrong begins it anew.
  expect(far(right('10'), answer('2026-11-03T11:00:00Z', false), right('08'), right('09'))).toMatchObject({
    row: 0,
    tries: 4,
    ready: false,
  });
  expect(far(right('08'), answer('2026-11-03T08:30:00Z', false), right('09'), right('10'))).toMatchObject({ row: 2, ready: false });
  const others = [{ at: '2026-11-02T06:00:00Z' }, { level: 1 as const }, { by: 'US' }, { what: 'soil' as const }];
  for (const other of others) expect(far(right('08'), right('09'), right('10', other))).toMatchObject({ row: 2, ready: false });
  expect(far(right('08', { level: 3 }), right('09'), right('10')).ready).toBe(true);
  const arm = tasksOf([set('fall', '2026-11-09', { level: 1 })], NOW, rules)[0] as Task;
  expect(sayTask(arm)).toBe('A floor that falls');
  expect(towards(arm, [right('08', { what: 'fall', level: 1, by: '1.7 t class' })], 'UK').ready).toBe(true);
});

test('nobody enters that they did what nobody set', () => {
  const book = [set('strip', '2026-11-09')];
  const task = tasksOf(book, NOW, rules)[0] as Task;
  const inputs = { job: blankJob('Quay'), run: undefined, plan: undefined, rules, book, now: NOW };
  const refusal = (fact: ReturnType<typeof doneFact>) => entryRefusal(bookEntry(fact).entry, inputs);
  expect(refusal(doneFact(task, { row: 3, tries: 3 }))).toBeUndefined();
  expect(refusal(doneFact({ ...task, id: '30000000-0000-4000-8000-000000000009' }, { row: 3, tries: 3 }))).toMatch(/not set in the book/);
});
