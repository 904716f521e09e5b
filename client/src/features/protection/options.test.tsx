import { protectionOptions, InputError, optionWords, readerOf, say, type ProtectionOption } from '@tamper/core';
import type { Job, Run } from '@tamper/core/job';
import { screen, within } from '@testing-library/react';
import { choose, press, type } from '../../testing/benches';
import { drain, onProtection } from '../../testing/protection';
import { WaysTab } from './WaysTab';

/** What the worker would answer, worked out on the spot; or that it has not answered yet. */
const mockWorker = { answers: true, of: undefined as string | undefined };
const mockOptions = (job: Job, run: Run, place: string) => {
  try {
    return { value: protectionOptions(job, run, place) };
  } catch (error) {
    if (error instanceof InputError) return { errors: error.errors };
    throw error;
  }
};
jest.mock('../../workers/studyWorker', () => ({ studyWorker: () => undefined }));
jest.mock('../../workers/useLatest', () => ({
  useLatest: (_: unknown, inputs: { job: Job; run: Run; place: string }) => ({
    result: mockWorker.answers
      ? { inputs: { ...inputs, place: mockWorker.of ?? inputs.place }, value: mockOptions(inputs.job, inputs.run, inputs.place) }
      : undefined,
  }),
}));
beforeEach(() => Object.assign(mockWorker, { answers: true, of: undefined }));

const ways = () => screen.getAllByRole('listitem');
const way = (name: string) => within(ways().find((one) => within(one).queryByRole('heading', { name }) !== null) as HTMLElement);
const names = () => ways().map((one) => within(one).getByRole('heading').textContent);

test('what stands beside the run is asked for once the ways are there: nothing is pushed away under a finger', () => {
  mockWorker.answers = false;
  const { unmount } = onProtection(<WaysTab />, drain());
  expect(screen.getByText('Working out every way…')).toBeTruthy();
  expect(screen.queryByLabelText('What stands there')).toBeNull();
  unmount();
  mockWorker.answers = true;
  onProtection(<WaysTab />, drain());
  expect(screen.getByLabelText('What stands there')).toBeTruthy();
});

test('ways to hold another hole than the one looked at are not for choosing: chosen, they would change that one', () => {
  mockWorker.of = 'another';
  onProtection(<WaysTab />, drain());
  expect(screen.getByText('Working out every way…')).toBeTruthy();
  expect(screen.queryAllByRole('listitem')).toEqual([]);
});

test('what works comes first, sorted as asked; the rest says why not', () => {
  const start = drain();
  const { job } = onProtection(<WaysTab />, start);
  const options = protectionOptions(job, start, 'r0');
  const sorted = (by: (option: ProtectionOption) => number) =>
    [...options].sort((a, b) => Number(b.feasible) - Number(a.feasible) || by(a) - by(b)).map(({ id }) => optionWords[id].name);
  expect(names()).toEqual(sorted(({ cost }) => cost));
  choose('Sort by', 'Narrowest');
  expect(names()).toEqual(sorted(({ topWidth }) => topWidth));
  for (const { id, feasible, against } of options.filter(({ feasible }) => !feasible)) {
    const { name } = optionWords[id];
    expect([name, feasible, against.length > 0]).toEqual([name, false, true]);
    expect(way(name).getByText(/^Does not work here/)).toBeTruthy();
    for (const reason of against) expect(way(name).getByText(say(reason, readerOf(job)).what)).toBeTruthy();
  }
});

test('a way chosen is what the reach is held by, and is not offered again', () => {
  const seen = onProtection(<WaysTab />, drain());
  const shield = protectionOptions(seen.job, seen.run, 'r0').find(({ id }) => id === 'shield');
  const { name } = optionWords.shield;
  press(`Choose: ${name}`);
  expect(seen.run.reaches[0]).toMatchObject({ protection: 'shield', kit: shield?.kit?.id });
  expect(way(name).getByText(/^Works, and is planned/)).toBeTruthy();
  expect(screen.queryByLabelText(`Choose: ${name}`)).toBeNull();
});

test('what stands beside it: nonsense is refused and keeps what was typed; a footing is entered, told against, and taken out', () => {
  const seen = onProtection(<WaysTab />, drain());
  type('What stands there', 'Shed wall');
  type('From the centre line', 'near');
  press('Add what stands there');
  expect(screen.getByText(/“near” is not a length/)).toBeTruthy();
  expect(screen.getByLabelText<HTMLInputElement>('What stands there').value).toBe('Shed wall');
  type('From the centre line', '1.5');
  type('Base below ground', '0.6');
  press('Add what stands there');
  expect(seen.run.conditions.beside).toEqual([
    { id: expect.any(String) as string, name: 'Shed wall', kind: 'footing', side: 'left', from: 0, to: 12, offset: 1.5, depth: 0.6 },
  ]);
  expect(screen.getAllByText(/^Shed wall: the dig goes .* into what carries it$/).length).toBeGreaterThan(0);
  press('Take out Shed wall');
  expect(seen.run.conditions.beside).toEqual([]);
});

test('a thing without a name is refused, and how much is open at once is a length', () => {
  const seen = onProtection(<WaysTab />, drain());
  type('From the centre line', '2');
  press('Add what stands there');
  expect(seen.run.conditions.beside).toEqual([]);
  expect(screen.getByText('Not added')).toBeTruthy();
  type('Open at once', '6');
  expect(seen.run.conditions.open).toBe(6);
  type('The machine may lift here', '300 kg');
  expect(seen.run.conditions.lift).toBe(300);
});
