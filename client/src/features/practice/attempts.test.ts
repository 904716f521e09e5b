import '../../testing/uuid';
import { freshDevice, reload } from '../../testing/device';
import { ApiError, call } from '../../data/api';
import { changeMe } from '../../store/me';
import { readOwn } from '../../store/own';
import { addAttempt, exchange } from './attempts';

jest.mock('../../data/api', () => ({ ...jest.requireActual<object>('../../data/api'), call: jest.fn() }));
const server = call as jest.MockedFunction<(method: string, path: string, body: unknown, by: string) => Promise<unknown>>;

beforeEach(freshDevice);
beforeEach(() => server.mockReset());
const kept = (whose: string) => readOwn<{ all: { said: string }[]; unsent: string[]; known: number }>(`practised/${whose}`);
const answer = { what: 'soil', level: 1, seed: 3, right: true, by: 'UK', version: 1 } as const;
const holds = (id: string) => changeMe(() => ({ crew: true, people: [{ id, name: id, keeper: false, jobs: {} }], as: id }));

test('where nobody signs in it stays on the device and nothing is sent', async () => {
  await addAttempt({ ...answer, said: 'clay' });
  await exchange();
  expect(kept('device')).toMatchObject({ all: [{ said: 'clay' }], unsent: [], known: 0 });
  expect(server).not.toHaveBeenCalled();
});

test('what could not be sent is kept over a reload and sent later; what came from elsewhere stands beside it, once', async () => {
  await holds('dana');
  server.mockRejectedValue(new Error('No connection.'));
  await addAttempt({ ...answer, said: 'sand' });
  await exchange();
  await reload();
  expect(kept('dana')).toMatchObject({ all: [{ said: 'sand' }], unsent: [expect.any(String)] });
  const other = { ...answer, id: 'b'.repeat(8), at: '2026-11-29T08:00:00.000Z', said: 'gravel' };
  const strange = { ...other, id: 'c'.repeat(8), what: 'of a newer program' };
  server.mockReset();
  server.mockImplementation((_method, _path, body) => {
    const { known, attempts } = body as { known: number; attempts: object[] };
    return Promise.resolve(
      known === 0 ? { items: [other, ...attempts], known: 7, more: true } : { items: [strange], known: 8, more: false },
    );
  });
  await exchange();
  await exchange();
  expect(kept('dana')).toMatchObject({ all: [{ said: 'sand' }, { said: 'gravel' }], unsent: [], known: 8 });
  expect(kept('dana')?.all).toHaveLength(2);
  expect(server.mock.calls.map(([, , body, by]) => [(body as { attempts: unknown[] }).attempts.length, by])).toEqual([
    [1, 'dana'],
    [0, 'dana'],
    [0, 'dana'],
  ]);
});

test('one the server refuses keeps back none of the others', async () => {
  await holds('cora');
  server.mockRejectedValue(new Error('No connection.'));
  for (const said of ['one', 'bad', 'three']) await addAttempt({ ...answer, said });
  await exchange();
  const taken: string[] = [];
  server.mockReset();
  server.mockImplementation((_method, _path, body) => {
    const { known, attempts } = body as { known: number; attempts: { said: string }[] };
    if (attempts.some(({ said }) => said === 'bad')) return Promise.reject(new ApiError(400, 'invalid', 'Some values cannot be used.'));
    taken.push(...attempts.map(({ said }) => said));
    return Promise.resolve({ items: [], known, more: false });
  });
  await exchange();
  expect(taken).toEqual(['one', 'three']);
  expect(kept('cora')?.unsent).toEqual([]);
  expect(kept('cora')?.all).toHaveLength(3);
});
