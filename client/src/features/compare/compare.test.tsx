import { InputError, planRun, variantOf, withKnownProducts, type Job, type Run } from '@tamper/core';
import { sketchOf, summarise } from '@tamper/core/compare';
import { demoFile } from '@tamper/core/demo';
import { formatVolume } from '@tamper/core/units';
import { screen, within } from '@testing-library/react';
import { onPage } from '../../testing/benches';
import { CompareScreen } from './CompareScreen';

const { job, runs } = demoFile;
const drain = runs[0] as Run;
const mockJob = job;
const mockRuns: { stored: { id: string; doc: Run }[] } = { stored: [] };
jest.mock('../../data/documents', () => ({ useJob: () => ({ document: { doc: mockJob } }) }));
jest.mock('../../data/jobRuns', () => ({ useRuns: () => ({ runs: mockRuns.stored }) }));
jest.mock('../../workers/studyWorker', () => ({ studyWorker: () => undefined }));
const mockSummary = (own: Job, run: Run) => {
  try {
    return { value: summarise(own, run, planRun(own, run)) };
  } catch (error) {
    if (error instanceof InputError) return { errors: error.errors };
    throw error;
  }
};
const mockCompare = (own: Job, pair: Run[]) =>
  pair.map((run) => ({ sketch: sketchOf(own, withKnownProducts(own, run)), summary: mockSummary(own, run) }));
jest.mock('../../workers/useLatest', () => ({
  useLatest: (_: unknown, inputs: { job: Job; runs: Run[] } | undefined) => ({
    result: inputs && { inputs, value: mockCompare(inputs.job, inputs.runs) },
  }),
}));
const wide = (run: Run, bottomWidth: number): Run => ({ ...run, reaches: run.reaches.map((reach) => ({ ...reach, bottomWidth })) });
const onCompare = (...docs: Run[]) => {
  mockRuns.stored = docs.map((doc, i) => ({ id: `r${i}`, doc }));
  onPage(<CompareScreen jobId="j" a={undefined} b={undefined} />);
};
const row = (name: string) =>
  within(screen.getByRole('table', { name: 'The two runs in numbers' })).getByRole('rowheader', { name }).parentElement?.textContent;

test('a run is set against its variant, whatever else there is, and the lesser number carries the tick', () => {
  const variant = wide(
    variantOf(
      drain,
      runs.map(({ name }) => name),
    ),
    1.4,
  );
  onCompare(drain, runs[1] as Run, variant);
  expect(screen.getByText(`Open ${variant.name}`)).toBeTruthy();
  const dug = (run: Run) => formatVolume(summarise(job, run, planRun(job, run)).dig, 'metric');
  expect(row('Dig (bank)')).toBe(`Dig (bank)${dug(drain)} ✓${dug(variant)}`);
  // The same on both sides: neither is better.
  expect(row('Length')).not.toContain('✓');
});

test('one that cannot be dug says why and shows no numbers; the other keeps its own', () => {
  onCompare(drain, wide(variantOf(drain, []), 0.1));
  for (const index of drain.reaches.keys()) expect(screen.getByText(new RegExp(`^Reach ${index + 1}: .* it does not go in`))).toBeTruthy();
  expect(row('Deepest')).toMatch(/m–$/);
});

test('a run alone has nothing to stand against', () => {
  onCompare(drain);
  expect(screen.getByText(/There is only one run/)).toBeTruthy();
});
