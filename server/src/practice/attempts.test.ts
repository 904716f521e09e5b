import { attemptSchema, ATTEMPTS_AT_ONCE, type SentAttempt } from '@tamper/core/practiceAttempt';
import { randomUUID } from 'node:crypto';
import { connect, migrateUp } from '../db/connect';
import { TakenError } from '../db/errors';
import { testDatabase } from '../testing';
import { openAttempts } from './attempts';

const { db, close } = connect(testDatabase(), () => undefined);
const { exchange } = openAttempts(db);
beforeAll(() => migrateUp(db));
afterAll(close);

const made = (said: string): SentAttempt =>
  attemptSchema.parse({
    ...{ id: randomUUID(), at: '2026-11-29T08:00:00.000Z', what: 'soil', level: 1, seed: 7, right: true },
    ...{ said, by: 'UK', version: 1 },
  });
/** A device as it exchanges: what it has, what of that is not sent, up to where it has heard. */
function device(whose: string) {
  const own = new Map<string, SentAttempt>();
  let [known, unsent]: [number, SentAttempt[]] = [0, []];
  return {
    own,
    practise: (attempt: SentAttempt) => (own.set(attempt.id, attempt), unsent.push(attempt)),
    async exchange() {
      for (let more = true; more;) {
        const sent = unsent.slice(0, ATTEMPTS_AT_ONCE);
        const answer = await exchange(whose, { known, attempts: sent });
        unsent = unsent.slice(sent.length);
        for (const one of answer.items) own.set(one.id, one);
        known = answer.known;
        more = answer.more || unsent.length > 0;
      }
    },
  };
}

test('two phones of one person come to have the same, whatever each did without a signal; nobody else has any of it', async () => {
  const whose = randomUUID();
  const [one, other] = [device(whose), device(whose)];
  for (let i = 0; i < 3 * ATTEMPTS_AT_ONCE; i++) one.practise(made(`number ${i}`));
  for (let i = 0; i < 5; i++) other.practise(made(`elsewhere ${i}`));
  await Promise.all([one.exchange(), other.exchange()]);
  await one.exchange();
  await other.exchange();
  expect(one.own.size).toBe(3 * ATTEMPTS_AT_ONCE + 5);
  expect([...other.own.keys()].sort()).toEqual([...one.own.keys()].sort());
  expect((await exchange(randomUUID(), { known: 0, attempts: [] })).items).toEqual([]);
});

test('the same sent again changes nothing; under an id that is taken nothing else is taken', async () => {
  const whose = randomUUID();
  const attempt = made('once');
  const first = await exchange(whose, { known: 0, attempts: [attempt] });
  expect(first.items).toEqual([attempt]);
  expect(await exchange(whose, { known: 0, attempts: [attempt] })).toEqual(first);
  const fresh = made('with it');
  await expect(exchange(whose, { known: 0, attempts: [fresh, { ...attempt, right: false }] })).rejects.toThrow(TakenError);
  await expect(exchange(randomUUID(), { known: 0, attempts: [attempt] })).rejects.toThrow(TakenError);
  expect(await exchange(whose, { known: 0, attempts: [] })).toEqual(first);
  await expect(db.execute("update practice_attempt set attempt = '{}'")).rejects.toThrow();
});
