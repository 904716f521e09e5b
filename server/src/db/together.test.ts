import { pick, seeded } from '@tamper/core/chance';
import { together } from './together';

/** Lets whatever waits for what is done already go on. */
const settled = () => new Promise((done) => setImmediate(done));

test.each([1, 2, 3, 4, 5])(
  'chance %i: nobody is told what was so before they asked, and one thing is never looked for twice at once',
  async (seed) => {
    const chance = seeded(seed);
    const ask = together<number>();
    /** What is so now: every answer says when it was looked for. */
    let moment = 0;
    let looked = 0;
    const open = new Map<string, () => void>();
    const answers: { asked: number; answer: Promise<number> }[] = [];
    for (let i = 0; i < 200; i++) {
      moment++;
      const what = pick(chance, ['list', 'run', 'page']);
      if (chance() < 0.7) {
        const work = () => {
          expect(open.has(what)).toBe(false);
          looked++;
          const from = moment;
          return new Promise<number>((done) => open.set(what, () => done(from)));
        };
        answers.push({ asked: moment, answer: ask(what, work) });
      } else {
        open.get(what)?.();
        open.delete(what);
        await settled();
      }
    }
    while (open.size > 0) {
      for (const [what, end] of [...open]) if (open.delete(what)) end();
      await settled();
    }
    for (const { asked, answer } of answers) expect(await answer).toBeGreaterThanOrEqual(asked);
    expect(looked).toBeLessThan(answers.length / 2);
  },
);

test('twenty who ask at once are answered in two rounds; what failed is told to those who waited for it, and asked anew by the next', async () => {
  const ask = together<string>();
  let rounds = 0;
  const work = () => (++rounds === 1 ? Promise.reject(new Error('gone')) : Promise.resolve(`round ${rounds}`));
  const [first, ...others] = await Promise.allSettled(Array.from({ length: 20 }, () => ask('list', work)));
  expect(first).toMatchObject({ status: 'rejected', reason: { message: 'gone' } });
  expect(new Set(others.map((one) => (one.status === 'fulfilled' ? one.value : one.reason)))).toEqual(new Set(['round 2']));
  expect(await ask('list', work)).toBe('round 3');
});

test('who asks again the moment they are told joins those who wait: nothing is looked for twice at once', async () => {
  const ask = together<number>();
  let [now, most] = [0, 0];
  const work = async () => {
    most = Math.max(most, ++now);
    await settled();
    return now--;
  };
  const goesOn = async () => {
    for (let i = 0; i < 5; i++) await ask('list', work);
  };
  await Promise.all([goesOn(), goesOn(), goesOn()]);
  expect(most).toBe(1);
});
