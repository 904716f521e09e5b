import { planRun, seeded, strikeCases, type Job, type Run } from '@tamper/core';
import { demoFile } from '@tamper/core/demo';
import { simulateStrikes, strategies, type StrikeRisk } from '@tamper/core/risk';
import { screen, within } from '@testing-library/react';
import type { useState } from 'react';
import { field, onPage, press, type } from '../../testing/benches';
import { RiskScreen } from './RiskScreen';

const { job, runs } = demoFile;
const mockStored: { job?: Job; run?: Run; asked: number[] } = { asked: [] };
jest.mock('../frame/session', () => ({ useSession: () => ({ job: { doc: mockStored.job }, run: { doc: mockStored.run } }) }));
const mockRisk = (own: Job, run: Run, trials: number) =>
  simulateStrikes(strikeCases(own, run, planRun(own, run)), Math.min(trials, 500), seeded(1)) as StrikeRisk;
jest.mock('../../workers/useTask', () => ({
  useTask: () => {
    const [task, setTask] = jest.requireActual<{ useState: typeof useState }>('react').useState<object>({ kind: 'idle' });
    const remote = {
      strikes: (own: Job, run: Run, trials: number) => (mockStored.asked.push(trials), { value: mockRisk(own, run, trials) }),
    };
    return { task, start: (work: (far: unknown) => object) => setTask({ kind: 'done', ...work(remote) }), cancel: () => undefined };
  },
}));
const drain = runs[0] as Run;
jest.mock('../../drawing/lazyCharts', () => ({ LazyLineChart: () => null, LazyBarChart: () => null }));
beforeEach(() => Object.assign(mockStored, { job, run: drain, asked: [] }));

test('the chance and the hours of every way of working, line by line, as the core threw them', () => {
  onPage(<RiskScreen />);
  press('Weigh the risk');
  const risk = mockRisk(job, drain, 20_000);
  expect(mockStored.asked).toEqual([20_000]);
  for (const { id } of risk.strategies) expect(screen.getByText(new RegExp(`^${strategies[id].name}: .* ± `))).toBeTruthy();
  const rows = within(screen.getByRole('table', { name: 'Chance of a strike, line by line' })).getAllByRole('row');
  expect(rows).toHaveLength(1 + drain.existing.length);
  expect(rows[1]?.textContent).toContain(drain.existing[0]?.name);
});

test('too few trials are refused in a sentence and the last number stands', () => {
  onPage(<RiskScreen />);
  type('Trials', '5');
  expect(screen.getByText('Give 100 to 200,000 trials.')).toBeTruthy();
  type('Trials', 'many');
  expect(field('Trials').value).toBe('many');
  press('Weigh the risk');
  expect(mockStored.asked).toEqual([20_000]);
});

test('without an entered line there is nothing to weigh, which does not mean there is none', () => {
  mockStored.run = { ...drain, existing: [] };
  onPage(<RiskScreen />);
  expect(screen.getByText(/That does not mean there is none/)).toBeTruthy();
  expect(screen.queryByText('Weigh the risk')).toBeNull();
});
