import { randomUUID } from 'node:crypto';
import type { Plan } from '@tamper/core';
import type { Fact, Kept } from '@tamper/core/book';
import { blankJob, blankRun } from '@tamper/core/job';
import { act, renderHook } from '@testing-library/react';
import { ApiError } from '../data/http';
import { useIssued } from './useIssued';

const mockServer: { asked: string[]; answers: Map<string, number | Error> } = { asked: [], answers: new Map() };
jest.mock('../data/issuedPlans', () => ({
  issuedPlan: (_: string, id: string) => {
    mockServer.asked.push(id);
    const number = mockServer.answers.get(id);
    if (typeof number !== 'number') return Promise.reject(number ?? new Error('not asked for'));
    return Promise.resolve({ revision: { number, body: {} }, ...mockMadeOf });
  },
}));
jest.mock('./planWorker', () => ({ planOnce: () => Promise.resolve({ length: 20 } as Plan) }));
jest.mock('@tamper/core/drift', () => ({ drift: () => [] }));

const mockMadeOf = {
  job: blankJob('Yard', 'UK'),
  run: blankRun({ name: 'Drain', length: 20, product: 'drain-110', cover: 0.6, ruleSet: 'UK' }),
};
/** Ids no other test has: what was planned stays known to the page. */
const ids = () => [randomUUID(), randomUUID()] as const;
const looked = (revision: string): Kept => {
  const fact: Fact = { kind: 'look', from: 0, to: 9, ladders: [], revision };
  return {
    entry: { id: randomUUID(), author: 'foreman', device: 'd', count: 1, known: 0, at: '2026-11-02T07:00:00Z', clock: 0, fact },
  };
};
const offline = () => new ApiError(0, 'offline', 'No connection to the mockServer.');
const begin = (force: string, book: readonly Kept[]) => {
  const inForce = { id: force, number: 2 };
  const hook = renderHook(({ heard }) => useIssued('j', inForce, book, heard), { initialProps: { heard: 1 } });
  const numbers = () => hook.result.current.revisions?.map(({ number }) => number);
  const hear = (heard: number) => act(async () => hook.rerender({ heard }));
  return { ...hook, numbers, hear, settled: () => act(async () => undefined) };
};
beforeEach(() => {
  mockServer.asked = [];
  mockServer.answers.clear();
});

test('an older plan somebody looked by that could not be fetched is asked for again when the server is heard; what is here is not', async () => {
  const [force, older] = ids();
  mockServer.answers.set(force, 2).set(older, offline());
  const { numbers, hear, settled, result } = begin(force, [looked(older)]);
  await settled();
  expect(numbers()).toEqual([2]);
  expect(result.current.error).toBeUndefined();
  mockServer.answers.set(older, 1);
  await hear(2);
  expect(numbers()).toEqual([2, 1]);
  const asked = [...mockServer.asked];
  await hear(3);
  expect(mockServer.asked).toEqual(asked);
  expect(asked.filter((id) => id === force)).toHaveLength(1);
});

test('one the server does not have is asked for once: an entry may name any', async () => {
  const [force, none] = ids();
  mockServer.answers.set(force, 2).set(none, new ApiError(404, 'missing', 'There is no such plan.'));
  const { numbers, hear, settled } = begin(force, [looked(none)]);
  await settled();
  await hear(2);
  await hear(3);
  expect(numbers()).toEqual([2]);
  expect(mockServer.asked).toEqual([force, none]);
});

test('without the one in force nothing is known, and that is said until it is here', async () => {
  const [force] = ids();
  mockServer.answers.set(force, offline());
  const { numbers, hear, settled, result } = begin(force, []);
  await settled();
  expect([numbers(), result.current.error]).toEqual([undefined, 'No connection to the mockServer.']);
  mockServer.answers.set(force, 2);
  await hear(2);
  expect([numbers(), result.current.error]).toEqual([[2], undefined]);
});
