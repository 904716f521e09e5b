import { blankRun, purposeReport, type Job, type Plan, type Run } from '@tamper/core';
import { blankCulvert } from '@tamper/core/least-cover';
import { blankHouse, blankLandDrain, blankLoops } from '@tamper/core/purpose';
import { screen } from '@testing-library/react';
import { field, onRun, press, type } from '../../../testing/benches';
import { Purpose } from './Purpose';

const mockReport = ({ job, run, plan }: { job: Job; run: Run; plan: Plan }) => {
  let next = 0;
  return purposeReport(job, run, plan.beds, () => `n${++next}`);
};
jest.mock('../../../workers/studyWorker', () => ({ studyWorker: () => undefined }));
jest.mock('../../../workers/useLatest', () => ({
  useLatest: (_: unknown, inputs: { job: Job; run: Run; plan: Plan } | undefined) => ({
    result: inputs && { inputs, value: { value: mockReport(inputs) } },
  }),
}));

const line = (product: string, length = 40): Run => blankRun({ name: 'Line', length, product, cover: 0.9, ruleSet: 'UK' });
const told = (name: string) => screen.getByRole('list', { name }).textContent;

test('a land drain tells what comes of it', () => {
  onRun(<Purpose />, { ...line('land-drain-100'), landDrain: blankLandDrain() });
  expect(told('What the land drain comes to')).toContain('40.00 m perforated');
  expect(told('What the land drain comes to')).toMatch(/m³ of stone along it, of which .* can fill with water/);
});
test('solid pipe at the cursor, the last of it where the run ends', () => {
  const seen = onRun(<Purpose />, { ...line('land-drain-100'), landDrain: blankLandDrain() }, { cursor: 39 });
  press('Solid pipe from 37.0 m');
  expect(seen.run.landDrain?.solid).toMatchObject([{ from: 37, to: 40 }]);
  press('Take out solid 1');
  expect(seen.run.landDrain?.solid).toEqual([]);
});
test('a service: what is typed wrong says so and stays; fittings change places and go', () => {
  const seen = onRun(<Purpose />, { ...line('water-32'), house: blankHouse({ od: 0.032 }) });
  type('Hole in the wall, its level', 'high');
  expect(screen.getByText(/“high” is not a length/)).toBeTruthy();
  expect(seen.run.house?.level).toBeNull();
  type('Hole in the wall, its level', '9.7');
  expect(seen.run.house?.level).toBe(9.7);
  press('Meter earlier');
  expect(seen.run.house?.fittings.map(({ kind }) => kind)).toEqual(['curbValve', 'meter', 'stopValve']);
  press('Take out stop valve');
  expect(seen.run.house?.fittings).toHaveLength(2);
  expect(screen.getByRole('table', { name: 'What else would serve' }).textContent).toContain('Water pipe PE 32');
});
test('loops: a change of them is worked out, and both headers are laid as lines of the run', () => {
  const seen = onRun(<Purpose />, { ...line('loop-40', 52), loops: blankLoops('loop-40') });
  type('Loops', '8');
  expect(told('What the loops come to')).toContain('8 bores');
  expect(field('Flow in each').value).toBe('0.25 l/s');
  press(/^Lay both headers in this trench/);
  expect(seen.run.laid.map(({ name }) => name)).toEqual(['Flow', 'Return']);
  expect(seen.run.structures.filter(({ kind }) => kind === 'wellhead')).toHaveLength(8);
});
test('a culvert: end sections at both ends once', () => {
  const seen = onRun(<Purpose />, { ...line('drain-300'), culvert: blankCulvert(4, 10) });
  press('End sections at both ends, in their pits');
  expect(seen.run.structures.map(({ kind, station }) => [kind, station])).toEqual([
    ['endSection', 0],
    ['endSection', 40],
  ]);
  expect(screen.queryByText('End sections at both ends, in their pits')).toBeNull();
});
