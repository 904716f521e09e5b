import { randomUUID } from 'node:crypto';
import { machineOf, planRun, setUpAt, type Job, type Run } from '@tamper/core';
import { machineChoices } from '@tamper/core/machineChoices';
import { demoFile } from '@tamper/core/demo';
import { formatHours, formatLength, formatVolume } from '@tamper/core/units';
import { screen, within } from '@testing-library/react';
import { choose, press, type } from '../../testing/benches';
import { onLogistics } from '../../testing/logistics';
import { MachineTab } from './MachineTab';

Object.defineProperty(globalThis.crypto, 'randomUUID', { value: randomUUID });
const fitsOf = (job: Job, run: Run) => machineChoices(job, run, planRun(job, run));
const mockFits = fitsOf;
jest.mock('../../workers/studyWorker', () => ({ studyWorker: () => undefined }));
jest.mock('../../workers/useLatest', () => ({
  useLatest: (_: unknown, inputs: { job: Job; run: Run }) => ({ result: { inputs, value: { value: mockFits(inputs.job, inputs.run) } } }),
}));

const { job, runs } = demoFile;
/** The wash-down drain: deep at its end, shallow at its head. */
const drain = runs[0] as Run;
const machines = () => within(screen.getByRole('list', { name: 'Machines for this run' })).getAllByRole('listitem');
const row = (name: string) => within(machines().find((one) => one.textContent?.startsWith(name)) as HTMLElement);

test('the place at the cursor is the plan’s, with the stretch it digs and its tracks from the face', () => {
  onLogistics(<MachineTab />, drain, job);
  const plan = planRun(job, drain);
  const stand = setUpAt(plan, 10);
  const number = plan.setUps.list.indexOf(stand as never) + 1;
  expect(screen.getByText(new RegExp(`^Place ${number} of ${plan.setUps.list.length}: digs `)).textContent).toContain(
    `tracks ${formatLength(Math.max(0, stand?.edge ?? 0), 'metric')} from the face`,
  );
  for (const where of ['Near', 'Far'] as const) {
    choose('Teeth on the floor', where);
    expect(screen.getByRole('img', { name: /from the side, its reach at/ })).toBeTruthy();
  }
});

test('machines side by side say what the core says: those that do it first, the cheaper before the dearer', () => {
  onLogistics(<MachineTab />, drain, job);
  const fits = fitsOf(job, drain).sort((a, b) => a.against.length - b.against.length || a.cost - b.cost);
  expect(machines().map((one, i) => one.textContent?.startsWith(fits[i]?.machine.name ?? '?'))).toEqual(fits.map(() => true));
  for (const { machine, against, hours } of fits) {
    expect(row(machine.name).getByText(against.length === 0 ? 'Does it' : against.join(', '))).toBeTruthy();
    expect(row(machine.name).getByText(new RegExp(`^${formatHours(hours)} to dig and move`))).toBeTruthy();
  }
});

test('another machine taken is the job’s, and its findings go or come with it', () => {
  const seen = onLogistics(<MachineTab />, drain, job);
  const edge = /is at the edge of its reach/;
  expect(screen.getByText(edge)).toBeTruthy();
  const deeper = fitsOf(job, drain).find(({ spare }) => spare > 0.25);
  press(`Take the ${deeper?.machine.name}`);
  expect(machineOf(seen.job).name).toBe(deeper?.machine.name);
  expect(screen.queryByText(edge)).toBeNull();
  expect(row(deeper?.machine.name ?? '').queryByText('Take this one')).toBeNull();
});

test('a machine of one’s own stands in the list with its own reach, and goes again', () => {
  const seen = onLogistics(<MachineTab />, drain, job);
  const before = machines().length;
  press('Enter a machine like it');
  type('Name of the machine', 'Old faithful');
  type('Stick, pin to pin', '2');
  expect(machines()).toHaveLength(before + 1);
  const fit = fitsOf(seen.job, drain).find(({ machine }) => machine.name === 'Old faithful');
  expect(row('Old faithful').getByText(new RegExp(`^Reaches ${formatLength(fit?.deepest ?? 0, 'metric')} down`))).toBeTruthy();
  press('Take this machine out');
  expect([seen.job.machines, machines().length]).toEqual([[], before]);
});

test('where no machine can be is dug by hand: volume and hours are those of the plan', () => {
  const seen = onLogistics(<MachineTab />, drain, job);
  press('Add: By hand');
  const [stretch] = planRun(job, seen.run).byHand;
  const table = within(screen.getByRole('table', { name: 'Dug by hand' }));
  expect(table.getByText(formatVolume(stretch?.volume ?? 0, 'metric'))).toBeTruthy();
  expect(table.getByText(formatHours(stretch?.hours ?? 0))).toBeTruthy();
});
