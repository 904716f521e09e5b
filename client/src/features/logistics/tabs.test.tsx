import { fireEvent, screen, within } from '@testing-library/react';
import { kitOf, planRun, seeded, type Job, type Run } from '@tamper/core';
import { programmeInputs, simulateProgramme, whatIfs } from '@tamper/core/programme';
import { orderOf } from '@tamper/core/order';
import { demoFile } from '@tamper/core/demo';
import { alternatives } from '@tamper/core/studies/improvements';
import { haulOf } from '@tamper/core/spoil';
import type { useEffect, useState } from 'react';
import { readFileSync } from 'node:fs';
import { solverOf, type Highs, type Solver } from '@tamper/core/lp';
import { choose, press, type } from '../../testing/benches';
import { onLogistics } from '../../testing/logistics';
import { BetterTab } from './BetterTab';
import { DaysTab } from './DaysTab';
import { OrderTab } from './OrderTab';
import { SpoilTab } from './SpoilTab';

/** The workers' own work, done on the spot. */
const mockSolver: { solver: Solver | undefined } = { solver: undefined };
beforeAll(async () => {
  const load = jest.requireActual<(options: { wasmBinary: Uint8Array }) => Promise<Highs>>('highs');
  mockSolver.solver = solverOf(await load({ wasmBinary: readFileSync(require.resolve('highs/runtime')) }));
});
const mockRemote = {
  order: (job: Job, run: Run) => ({ value: orderOf(job, run, planRun(job, run)) }),
  carry: (job: Job, run: Run) => ({ value: haulOf(job, run, planRun(job, run)) }),
  days: (job: Job, run: Run) => {
    const plan = planRun(job, run);
    const inputs = programmeInputs(job, run, plan, orderOf(job, run, plan));
    const kit = kitOf(job, run.reaches[0]?.kit ?? null);
    const box = kit?.kind === 'shield' ? kit.length : undefined;
    return { value: { inputs, sequence: simulateProgramme(inputs, 200, seeded(1)), ifs: whatIfs(inputs, 100, () => seeded(1), box) } };
  },
  better: (job: Job, run: Run) => ({ value: alternatives(job, run, mockSolver.solver) }),
};
jest.mock('../../workers/useMends', () => {
  const actual = jest.requireActual<typeof import('../../workers/useMends')>('../../workers/useMends');
  return { ...actual, useMends: () => actual.NO_MENDS };
});
jest.mock('../../workers/studyWorker', () => ({ studyWorker: () => undefined }));
jest.mock('../../workers/filed', () => ({ filed: () => undefined }));
jest.mock('../../workers/useLatest', () => ({
  useLatest: (_: unknown, inputs: { job: Job; run: Run }) => ({ result: { inputs, value: mockRemote.order(inputs.job, inputs.run) } }),
}));
jest.mock('../../workers/useTask', () => {
  const react = jest.requireActual<{ useState: typeof useState; useEffect: typeof useEffect }>('react');
  return {
    useTask: () => {
      const [task, setTask] = react.useState<object>({ kind: 'idle' });
      const [start] = react.useState(
        () => (work: (remote: unknown) => { value: unknown }) => setTask({ kind: 'done', ...(work(mockRemote) as object) }),
      );
      const [cancel] = react.useState(() => () => setTask({ kind: 'idle' }));
      return { task, start, cancel };
    },
  };
});
jest.mock('../../drawing/lazyCharts', () => ({ LazyLineChart: () => null, LazyBarChart: () => null }));
jest.mock('./Pack', () => ({ Pack: () => null }));

const { job, runs } = demoFile;
const outfall = runs[3] as Run;

test('spoil: the sides are chosen, a gap sends some of it on, the lorry’s size changes the loads', () => {
  // An arm that tips onto a heap of this size.
  const seen = onLogistics(<SpoilTab />, outfall, { ...job, machine: 't5' });
  expect(screen.getByText('All of it fits beside where it is dug.')).toBeTruthy();
  choose('Heap on the', 'Right');
  expect(seen.run.spoil.side).toBe('right');
  expect(screen.getByText(/off site at once/)).toBeTruthy();
  choose('Heap on the', 'Left');
  press('Add: No heap');
  type('No heap to', '20');
  expect(screen.getByText(/has no room where it is dug and is carried on/)).toBeTruthy();
  const loads = () => within(screen.getByRole('table', { name: 'Spoil by kind' })).getAllByRole('row')[3]?.textContent;
  const before = loads();
  type('Lorry holds, m³', '3');
  expect(loads()).not.toBe(before);
  press('There is room for a stockpile');
  expect(seen.run.logistics.stockpile).toEqual({ station: 30, room: 10 });
  press('No stockpile');
  expect(seen.run.logistics.stockpile).toBeNull();
});

test('order: a price typed makes its cost and the total, and goes back to the catalogue’s; drums are typed as people say them', () => {
  const seen = onLogistics(<OrderTab />, runs[2], job);
  const total = () => screen.getByRole('heading', { name: /all told$/ }).textContent;
  const before = total();
  const cable = within(screen.getByRole('group', { name: 'MV cable 3 × 95 mm²' }));
  fireEvent.change(cable.getByLabelText('Price a m', { selector: 'input' }), { target: { value: '80' } });
  expect(seen.job.rates.prices).toEqual([{ item: 'line.mv-3x95', price: 80 }]);
  expect(total()).not.toBe(before);
  press('Catalogue price of MV cable 3 × 95 mm²');
  expect(total()).toBe(before);
  expect(screen.getByText(/^Jointed at 85\.7 m, each in a bay of its own/)).toBeTruthy();
  type('On hand: MV cable 3 × 95 mm²', '200 m; long');
  press('Take drums of MV cable 3 × 95 mm²');
  expect(screen.getByText(/“long”/)).toBeTruthy();
  type('On hand: MV cable 3 × 95 mm²', '200 m; 150 ft');
  press('Take drums of MV cable 3 × 95 mm²');
  expect(seen.run.logistics.drums).toEqual([{ product: 'mv-3x95', lengths: [200, expect.closeTo(45.72, 9)] }]);
  expect(screen.queryByText(/^Jointed at/)).toBeNull();
});

test('days: run, with what holds them up and what another set of boxes would bring; rates are logged and taken out', () => {
  const seen = onLogistics(<DaysTab />, outfall, job);
  press('Run the days');
  expect(screen.getByRole('heading', { name: /^\d+ days, \d+ to be nine-tenths sure$/ })).toBeTruthy();
  expect(screen.getByText(/^What holds it up: /)).toBeTruthy();
  const ifs = within(screen.getByRole('table', { name: 'What another would bring' }));
  expect(ifs.getByText('15.00 m of boxes')).toBeTruthy();
  expect(ifs.getByText('4 people')).toBeTruthy();
  press('Log this rate');
  expect(screen.getByText('Say who measured it: a role will do.')).toBeTruthy();
  type('Who measured it', 'operator');
  press('Log this rate');
  expect(seen.job.pace.logged).toEqual([{ activity: 'dig', amount: 10, hours: 2, note: '', machine: job.machine }]);
  press('Take out rate 1');
  expect(seen.job.pace.logged).toEqual([]);
  type('Days lost to weather', '95');
  expect(screen.getByText('A share is 0 to 0.9.')).toBeTruthy();
  expect(seen.run.logistics.lost).toBe(0.1);
});

test('better: ranked by what is asked for, looked at by kind, and taken into run or job', () => {
  const seen = onLogistics(<BetterTab />, outfall, job);
  press('See what would be better');
  const first = () =>
    within(screen.getByRole('list', { name: 'What was tried' }))
      .getAllByRole('button')[0]
      ?.getAttribute('aria-label');
  expect(first()).toBe('Take: The line with least digging');
  choose('Look at', 'Materials');
  expect(first()).toMatch(/^Take: (North|South) pipe|granular|sand|stone/);
  choose('Look at', 'Methods');
  choose('Make it', 'Narrower');
  const taken = first() ?? '';
  expect(taken).toMatch(/^Take: /);
  fireEvent.click(screen.getAllByLabelText(taken)[0] as HTMLElement);
  expect(seen.run === outfall && seen.job === job).toBe(false);
  expect(screen.queryByRole('list', { name: 'What was tried' })).toBeNull();
});
