import { addPoint, applyPatches, blankJob, blankRun, chainages, planRun, type Patch, type Run, readerOf, sayFix } from '@tamper/core';
import { act, screen } from '@testing-library/react';
import { useState } from 'react';
import { mendsFor, field, onPage, onRun, press, type } from '../../testing/benches';
import type { GradeFound } from '../../workers/solver.worker';
import type { Task } from '../../workers/useTask';
import { ChainageTable } from './ChainageTable';
import { useRunEdit } from './context';
import { Findings } from './Findings';
import { GradeFinder } from './GradeFinder';
import { PlanTools, touched } from './PlanTools';

/** The solver's worker, answered by the test. */
const worker: { tell: (task: Task<GradeFound>) => void; started: number } = { tell: () => undefined, started: 0 };
jest.mock('../../workers/useTask', () => ({
  useTask: () => {
    const [task, setTask] = jest.requireActual<typeof import('react')>('react').useState<Task<GradeFound>>({ kind: 'idle' });
    worker.tell = setTask;
    return {
      task,
      start: () => (worker.started++, setTask({ kind: 'running', share: 0, what: 'Starting' })),
      cancel: () => setTask({ kind: 'idle' }),
    };
  },
}));

const job = blankJob('Bench', 'UK');
const base = blankRun({ name: 'Drain', length: 40, product: 'drain-160', cover: 0.6, ruleSet: 'UK' });
/** Two legs of 20 m, square to each other. */
const bent: Run = {
  ...base,
  route: [
    { x: 0, y: 0 },
    { x: 20, y: 0 },
    { x: 20, y: 20 },
  ],
};

describe('what a touch on the plan does', () => {
  test('the cursor goes to the nearest station, and not past the ends', () => {
    expect(touched(bent, 'look', { x: 12.3456, y: 3 })).toEqual({ cursor: 12.35 });
    expect(touched(bent, 'look', { x: 20, y: 99 })).toEqual({ cursor: 40 });
  });
  test('a bend goes into the leg it is beside, and the line grows', () => {
    const { patches, selected } = touched(bent, 'points', { x: 10, y: -5 });
    const next = applyPatches(bent, patches ?? []);
    expect(selected).toBe(1);
    expect(next.route).toHaveLength(4);
    expect(next.stations.at(-1)?.station).toBeCloseTo(2 * Math.hypot(10, 5) + 20, 2);
    expect(chainages(next.route)).toHaveLength(4);
  });
  test('an existing line lies across where it was touched, under a name of its own', () => {
    const once = applyPatches(bent, touched(bent, 'line', { x: 8, y: 0 }).patches ?? []);
    const twice = applyPatches(once, touched(once, 'line', { x: 20, y: 10 }).patches ?? []);
    expect(twice.existing.map(({ name, where }) => [name, where])).toEqual([
      ['Line 1', { kind: 'crossing', station: 8, angle: Math.PI / 2 }],
      ['Line 2', { kind: 'crossing', station: 30, angle: Math.PI / 2 }],
    ]);
  });
});

describe('the point one holds', () => {
  function Tools() {
    const [selected, setSelected] = useState<number | undefined>(1);
    return <PlanTools tool="points" onTool={() => undefined} selected={selected} onSelected={setSelected} onBranch={() => undefined} />;
  }
  test('is moved by its coordinates, and taken out', () => {
    const seen = onRun(<Tools />, bent);
    type('East', '18');
    expect(seen.run.route[1]).toEqual({ x: 18, y: 0 });
    press('Take this point out');
    expect(seen.run.route).toHaveLength(2);
    expect(screen.queryByLabelText('East')).toBeNull();
  });
  test('cannot lie on its neighbour or past the map; the line stays', () => {
    const seen = onRun(<Tools />, bent);
    type('East', '0');
    expect(screen.getByText('That is where its neighbour is.')).toBeTruthy();
    type('North', '99999999');
    expect(screen.getByText('Coordinates go to ±10,000 km from the origin.')).toBeTruthy();
    expect(seen.run).toBe(bent);
  });
});

describe('the grade finder', () => {
  const numbers = (dig: number): NonNullable<GradeFound['present']> => ({
    length: 40,
    dig,
    deepest: 1.2,
    widestTop: 0.8,
    overProtection: 0,
    handDig: 0,
    hours: 0,
    handHours: 0,
    bored: 0,
    spoilLoose: 0,
    surplusLoose: 0,
    beddingMass: 0,
    importFill: 0,
    stops: 0,
    cautions: 0,
  });
  const patches: Patch[] = [{ path: ['targets', 'receiving'], value: 8.4 }];
  const found: GradeFound = {
    result: {
      kind: 'found',
      inverts: [
        { id: 'a', station: 0, invert: 9.24, keep: false },
        { id: 'b', station: 40, invert: 8.74, keep: false },
      ],
      patches,
      passings: [{ line: 'cable', name: 'Cable', laid: undefined, side: 'under', why: 'Over it is ruled out by cover.' }],
      drop: 0.34,
    },
    present: undefined,
    candidate: numbers(31.25),
  };
  function Finder() {
    const { job, run, apply } = useRunEdit();
    return <GradeFinder job={job} run={run} apply={apply} />;
  }
  const shown = () => onRun(<Finder />, base);
  test('targets are typed as people say them, and may be left empty', () => {
    const seen = shown();
    type('Least fall', '2 %');
    type('Receiving at', '8.5');
    expect(seen.run.targets).toEqual({ minFall: 0.02, receiving: 8.5 });
    type('Receiving at', '');
    expect(seen.run.targets).toEqual({ minFall: 0.02 });
    type('Greatest depth', 'deep');
    expect(field('Greatest depth').value).toBe('deep');
    expect(seen.run.targets).toEqual({ minFall: 0.02 });
  });
  test('a line found is shown against the present one, and taken', () => {
    const seen = shown();
    press('Find the grade');
    act(() => worker.tell({ kind: 'running', share: 0.5, what: 'Looking' }));
    expect(screen.getByLabelText('Looking: 50 %')).toBeTruthy();
    act(() => worker.tell({ kind: 'done', value: found }));
    expect(screen.getByText('31.3 m³')).toBeTruthy();
    expect(screen.getAllByText('cannot be dug')).toHaveLength(3);
    expect(screen.getByText('Inverts 9.240 m → 8.740 m.')).toBeTruthy();
    expect(screen.getByText('Free drop of 0.340 m to the receiving invert.')).toBeTruthy();
    expect(screen.getByText('Under Cable. Over it is ruled out by cover.')).toBeTruthy();
    press('Take this line');
    expect(seen.run.targets.receiving).toBe(8.4);
    expect(screen.queryByText('Take this line')).toBeNull();
  });
  test('an answer to a run that has changed since is not offered', () => {
    shown();
    press('Find the grade');
    type('Least fall', '1:60');
    act(() => worker.tell({ kind: 'done', value: found }));
    expect(screen.getByText('The run has changed since: find again.')).toBeTruthy();
    expect(screen.queryByText('Take this line')).toBeNull();
  });
  test('one that is blocked says why, and what would do', () => {
    const seen = shown();
    press('Find the grade');
    act(() =>
      worker.tell({
        kind: 'done',
        value: {
          present: undefined,
          candidate: undefined,
          result: {
            kind: 'blocked',
            why: 'Short of fall by 0.357 m.',
            short: 0.357,
            relaxations: [
              {
                family: 'receiving',
                label: 'Lower the receiving level to 8.543 m',
                patches: [{ path: ['targets', 'receiving'], value: 8.543 }],
              },
            ],
          },
        },
      }),
    );
    expect(screen.getByRole('alert').textContent).toContain('Short of fall by 0.357 m.');
    press('Lower the receiving level to 8.543 m');
    expect(seen.run.targets.receiving).toBe(8.543);
  });
});

test('a row of the chainage table takes the cursor to its station', () => {
  const long = blankRun({ name: 'Long', length: 300, product: 'drain-160', cover: 0.6, ruleSet: 'UK' });
  const { patches } = addPoint(long, { x: 100, y: 50 });
  const plan = planRun(job, applyPatches(long, patches));
  const seen: number[] = [];
  onPage(<ChainageTable plan={plan} units="metric" onGo={(station) => seen.push(station)} />);
  const rows = () => screen.getAllByRole('row').map((row) => row.textContent);
  const first = rows();
  expect(first[0]).toBe('StationGroundInvertDepthCover');
  expect(first[1]).toMatch(/^0\.0 m10\.00/);
  act(() => screen.getAllByRole('row')[2]?.click());
  expect(seen).toHaveLength(1);
  expect(seen[0]).toBeGreaterThan(0);
});

test('findings are told worst first by word, with their basis, and their fixes can be pressed', () => {
  const deep = blankRun({ name: 'Deep', length: 20, product: 'drain-160', cover: 1.8, ruleSet: 'UK' });
  const { findings } = planRun(job, deep);
  const taken: string[] = [];
  const reader = readerOf(job);
  const mends = mendsFor(job, deep);
  onPage(
    <Findings
      findings={findings}
      reader={reader}
      mends={mends.lists}
      onGo={() => undefined}
      onFix={(_, fix) => taken.push(sayFix(fix, reader))}
    />,
  );
  const items = screen.getAllByRole('listitem').map((item) => item.textContent ?? '');
  expect(items).toHaveLength(findings.length);
  expect(items[0]).toMatch(/^STOP: /);
  const clean = [...mends.lists.values()].flat().find(({ brings }) => brings.length === 0);
  const label = clean ? sayFix(clean.fix, reader) : '';
  press(label);
  expect(taken).toEqual([label]);
});
