import { lineChecks, planRun, type CheckedLine, type Job, type Run } from '@tamper/core';
import { demoFile } from '@tamper/core/demo';
import { screen } from '@testing-library/react';
import { onPage } from '../../testing/benches';
import type { Worked } from '../../workers/worked';
import { ChecksScreen } from './ChecksScreen';

const { job } = demoFile;
const supply = demoFile.runs[1] as Run;
const mockAnswer: { job: Job; run: Run; value: Worked<CheckedLine[]> | undefined } = { job, run: supply, value: undefined };
const mockDocument = (doc: unknown) => ({ doc, change: () => undefined });
jest.mock('../frame/session', () => ({
  useSession: () => ({ job: mockDocument(mockAnswer.job), run: mockDocument(mockAnswer.run) }),
  usePlanned: () => ({ state: { errors: [] } }),
}));
jest.mock('../../ui/Conflict', () => ({ Conflict: () => null }));
jest.mock('../../workers/studyWorker', () => ({ studyWorker: () => undefined }));
jest.mock('../../workers/useLatest', () => ({
  useLatest: () => ({ result: mockAnswer.value && { inputs: {}, value: mockAnswer.value }, crash: undefined }),
}));
jest.mock('../../drawing/lazyCharts', () => ({ LazyLineChart: () => null, LazyBarChart: () => null }));
jest.mock('expo-router', () => ({ router: { navigate: () => undefined } }));

const shown = (value: typeof mockAnswer.value, run = supply) => {
  Object.assign(mockAnswer, { run, value });
  onPage(<ChecksScreen />);
};

test('until the answer is there it says so', () => {
  shown(undefined);
  expect(screen.getByText('Working it out…')).toBeTruthy();
});

test('every line with its checks: result, limit, formula, figures and source, and the three ways to lay a cable', () => {
  shown({ value: lineChecks(job, supply, planRun(job, supply)) });
  expect(screen.getByText('Shore power: LV armoured cable 4 × 25 mm²')).toBeTruthy();
  expect(screen.getAllByText(/^\d of \d checks hold/)).toHaveLength(3);
  expect(screen.getByText('ΔU = √3·ΣI·L·(r·cosφ + x·sinφ)')).toBeTruthy();
  expect(screen.getByText('5.0 % of 400 V at most')).toBeTruthy();
  expect(screen.getByText(/^Lay it directly: \d+ people, 0 joints/)).toBeTruthy();
  expect(screen.getAllByLabelText(/^Tension drawn towards the end: 0 m 0 N to 85 m/).length).toBeGreaterThan(0);
});

test('a check that fails comes first, is counted, and says what would mend it', () => {
  const heavy: Run = {
    ...supply,
    laid: supply.laid.map((laying) => (laying.circuit ? { ...laying, circuit: { ...laying.circuit, amps: 150 } } : laying)),
  };
  shown({ value: lineChecks(job, heavy, planRun(job, heavy)) }, heavy);
  expect(screen.getByText(/^\d of 4 checks fail/)).toBeTruthy();
  expect(screen.getByText(/LV armoured cable 4 × 50 mm² carries it\./)).toBeTruthy();
  const titles = screen.getAllByRole('group').map((group) => group.getAttribute('aria-label'));
  expect(titles.indexOf('Current it carries in this ground')).toBeLessThan(titles.indexOf('Pulling it through'));
});

test('what cannot be dug is told instead', () => {
  shown({
    errors: [{ field: 'laid[0].product', message: '“own-x” is neither in the catalogue nor among this job’s own lines. Choose another.' }],
  });
  expect(screen.getByText(/neither in the catalogue/)).toBeTruthy();
});
