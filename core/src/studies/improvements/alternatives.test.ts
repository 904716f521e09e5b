import { demoFile } from '../../demo';
import { loadSolver } from '../../highs.testing';
import { applyPatches, type Run } from '../../job';
import { aims, alternatives, ranked, outcomeOf } from '.';

test('what it finds holds: each alternative, applied, stands as it said, and the best of each aim is no worse than the rest', async () => {
  const solver = await loadSolver();
  const run = demoFile.runs[3] as Run;
  const said: string[] = [];
  const { before, found } = alternatives(demoFile.job, run, solver, (_, what) => said.push(what));
  expect(before).toEqual(outcomeOf(demoFile.job, run));
  expect(new Set(found.map(({ kind }) => kind))).toEqual(
    new Set(['width', 'protection', 'machine', 'bed', 'line', 'spoil', 'arrangement', 'grade']),
  );
  expect(said.length).toBeGreaterThanOrEqual(found.length);
  for (const one of found.slice(0, 12))
    expect(outcomeOf(applyPatches(demoFile.job, one.job), applyPatches(run, one.run))).toEqual(one.after);
  for (const aim of aims) {
    const [best, ...rest] = ranked(found, aim);
    for (const other of rest.filter(({ after }) => after.stops.length === best?.after.stops.length))
      expect(best?.after[aim]).toBeLessThanOrEqual(other.after[aim]);
  }
  // The gangway lets no wider machine in: such a one is never first.
  const wider = found.find(({ label }) => label === 'Take the 3.5 t class');
  expect(wider?.after.stops.some(({ code, subject }) => code.startsWith('access.') && subject?.id === 'gangway')).toBe(true);
  // The best that was found has nothing against it.
  expect(ranked(found, 'cost')[0]?.after.stops).toEqual([]);
}, 60_000);
