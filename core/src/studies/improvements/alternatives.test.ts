import { findProduct, products } from '../../catalogue';
import { demoFile } from '../../demo';
import { loadSolver } from '../../highs.testing';
import { applyPatches, type Run } from '../../job';
import { planRun } from '../../plan/plan';
import { lineChecks } from '../../trench/checks';
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

test('what was observed stays beside the plan in everything that is tried', async () => {
  const solver = await loadSolver();
  const [run] = demoFile.runs as [Run];
  const [line] = run.existing as [Run['existing'][number]];
  const seen = {
    result: 'found' as const,
    at: '2026-11-02T08:00:00Z',
    by: 'me',
    station: 20,
    cover: 0.7,
    size: 0.1,
    kind: line.kind,
    seen: 1,
    note: '',
  };
  const observed: Run = { ...run, existing: run.existing.map((one) => (one === line ? { ...one, exposures: [seen] } : one)), clearing: [] };
  const pace = { ...demoFile.job.pace, logged: [{ activity: 'dig' as const, amount: 3, hours: 3, note: '' }] };
  const job = { ...demoFile.job, pace };
  const { found } = alternatives(job, observed, solver, () => undefined);
  expect(found.length).toBeGreaterThan(5);
  for (const one of found.slice(0, 5)) expect(outcomeOf(applyPatches(job, one.job), applyPatches(observed, one.run))).toEqual(one.after);
}, 60_000);

test('nothing is put forward that lets a line fail a check it holds now, and no cable with other cores', async () => {
  const solver = await loadSolver();
  const { job } = demoFile;
  const supply = demoFile.runs[1] as Run;
  // As much as the cable just carries: a thinner one would not.
  const run: Run = {
    ...supply,
    laid: supply.laid.map((line) => (line.circuit ? { ...line, circuit: { ...line.circuit, amps: 95 } } : line)),
  };
  const fails = (of: Run) =>
    lineChecks(job, of, planRun(job, of)).flatMap(({ line, checks }) =>
      checks.filter(({ state }) => state === 'fails').map(({ id }) => `${line.id} ${id}`),
    );
  const { found } = alternatives(job, run, solver, () => undefined);
  const lines = found.filter(({ kind }) => kind === 'line');
  expect(found.length).toBeGreaterThan(3);
  const now = fails(run);
  for (const one of found.filter(({ job: patches }) => patches.length === 0))
    expect(fails(applyPatches(run, one.run)).filter((fault) => !now.includes(fault))).toEqual([]);
  const cores = (of: Run) => of.laid.map(({ product }) => findProduct(product).conductor?.cores);
  for (const one of lines) expect(cores(applyPatches(run, one.run))).toEqual(cores(run));
  // Thinner ones of its kind were there to be tried.
  const cable = findProduct(run.laid.find(({ circuit }) => circuit)?.product ?? '');
  const thinner = products().find(
    ({ family, conductor }) => family === cable.family && conductor?.cores === 4 && conductor.area < (cable.conductor?.area ?? 0),
  );
  expect(thinner).toBeDefined();
}, 60_000);
