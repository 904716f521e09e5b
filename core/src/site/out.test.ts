import type { FilledFact } from '../book';
import { fillReport } from '../fill';
import { filledFact } from '../fill/facts.testing';
import { blankJob } from '../job';
import { planRun } from '../plan/plan';
import { resolveRules } from '../rules';
import { bookEntry, levelRun } from '../testing';
import { supportsOut } from './out';
import { registerOf } from './register';

const now = Date.parse('2026-11-02T12:00:00Z');
const job = blankJob('Yard', 'UK');
const rules = resolveRules('UK');
const run = levelRun({ length: 24, depth: 2.2, bottomWidth: 0.9, soil: 'B', protection: 'shield', kit: 'box-medium', panel: 0.1 });
const plan = planRun(job, run);
const box = '30000000-0000-4000-8000-00000000000a';
const stands = () => [
  bookEntry({ kind: 'delivered', kit: 'box-medium', pieces: [{ id: box, name: 'Box 1' }] }),
  bookEntry({ kind: 'standing', pit: null, pieces: [{ piece: box, from: 2, to: 5, extensions: 0, frames: 0 }] }),
];
const lift = (from: number, to: number): FilledFact =>
  filledFact({ from, to, layer: 'fine', mark: { from: 'bed', at: 0.1 }, thickness: 0.1, compactor: 'hand' });
const out = (...lifts: FilledFact[]) => {
  const book = [...stands(), ...lifts.map((fact) => bookEntry(fact))];
  const [one] = supportsOut(registerOf(book, now, rules), plan, fillReport({ job, run, places: plan.places, rules, book, now }));
  return { ready: one?.ready, filled: Number(one?.filled.toFixed(3)) };
};

test('a box comes up once fill lies all along it: the bed is none, nor is what lies at its middle alone', () => {
  const bed = run.reaches[0]?.bedding ?? NaN;
  expect(out()).toEqual({ ready: false, filled: bed });
  expect(out(lift(3, 5))).toEqual({ ready: false, filled: bed });
  expect(out(lift(2, 4))).toEqual({ ready: false, filled: bed });
  expect(out(lift(2, 4), lift(4, 5))).toEqual({ ready: true, filled: bed + 0.1 });
});
