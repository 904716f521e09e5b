import fc from 'fast-check';
import { dayPointIds, readEntry, type Fact } from '../book';
import { Crew, type Device } from '../crew.testing';
import { blankJob } from '../job';
import { resolveRules } from '../rules';
import { entryRefusal } from '../site/refusals';
import { bookEntry } from '../testing';
import { machines, type Machine } from '../catalogue';
import { liftAt, pinned, pushDown } from '../machine';
import { machineReady, readyWords, sensorsTried } from '.';

const rules = resolveRules('UK');
const job = blankJob('Yard', 'UK');
const T0 = Date.parse('2026-11-02T07:00:00Z');
const HOUR = 3_600_000;

const day = (ok = true): Fact => ({
  kind: 'machineDay',
  machine: 't27',
  points: dayPointIds.map((id, i) => ({ id, ok: ok || i !== 1, note: '' })),
});
const bucket = (width: number, held = true): Fact => ({ kind: 'bucketOn', machine: 't27', bucket: width, held, note: '' });
const trial = (width: number, apart = 0.004): Fact => ({
  kind: 'calibration',
  machine: 't27',
  bucket: width,
  poses: [
    { pose: 'out', level: 9.412 },
    { pose: 'in', level: 9.412 + apart },
    { pose: 'curled', level: 9.413 },
    { pose: 'turned', level: 9.414 },
  ],
  note: '',
});
const knock: Fact = { kind: 'knock', machine: 't27', note: 'swung into the spoil' };
const lacks = (device: Device, now: number, machine = 't27') =>
  machineReady({ book: device.book(), machine, sensors: true, now, rules }).lacks.map(({ about, why }) => `${about} ${why}`);

describe('a machine is ready to dig', () => {
  test('once it was looked over, its bucket dropped and dragged, its sensors tried: and each of them voids again', () => {
    const cab = new Crew().device('cab');
    const tell = (fact: Fact, at: number) => (cab.enter(fact, at), lacks(cab, at));
    expect(lacks(cab, T0)).toEqual(['day never', 'bucket never', 'sensors never']);
    expect(tell(day(), T0)).toEqual(['bucket never', 'sensors never']);
    expect(tell(bucket(0.6), T0 + 1)).toEqual(['sensors never']);
    expect(tell(trial(0.6), T0 + 2)).toEqual([]);
    expect(lacks(cab, T0 + 2, 't17')).toEqual(['day never', 'bucket never', 'sensors never']);
    // Another bucket, and the same one put back: either way it was off.
    expect(tell(bucket(0.3), T0 + 3)).toEqual(['sensors bucket']);
    expect(tell(bucket(0.6), T0 + 4)).toEqual(['sensors bucket']);
    expect(tell(trial(0.6), T0 + 5)).toEqual([]);
    expect(tell(knock, T0 + 6)).toEqual(['sensors knocked']);
    expect(tell(trial(0.6, 0.018), T0 + 7)).toEqual(['sensors apart']);
    expect(tell(trial(0.6), T0 + 8)).toEqual([]);
    expect(tell(bucket(0.6, false), T0 + 9)).toEqual(['bucket fell', 'sensors bucket']);
    expect(tell(bucket(0.6), T0 + 10)).toEqual(['sensors bucket']);
    expect(tell(trial(0.6), T0 + 11)).toEqual([]);
    expect(tell(day(false), T0 + 12)).toEqual(['day wanting']);
    expect(tell(day(), T0 + 13)).toEqual([]);
    expect(lacks(cab, T0 + 15 * HOUR)).toEqual(['day never', 'sensors day']);
  });

  test('a knock nobody in the cab has heard of yet counts once it arrives; a trial made without knowing of it does not lift it', () => {
    const crew = new Crew();
    const [cab, ground] = [crew.device('cab'), crew.device('ground')];
    for (const fact of [day(), bucket(0.6)]) cab.enter(fact, T0);
    cab.meet(T0);
    ground.meet(T0);
    ground.enter(knock, T0 + 1);
    cab.enter(trial(0.6), T0 + 2);
    expect(lacks(cab, T0 + 3)).toEqual([]);
    ground.send(T0 + 3);
    cab.meet(T0 + 3);
    expect(lacks(cab, T0 + 3)).toEqual(['sensors knocked']);
    cab.enter(trial(0.6), T0 + 4);
    expect(lacks(cab, T0 + 4)).toEqual([]);
  });

  test('two buckets said by two who did not know of each other: nobody knows which is on', () => {
    const crew = new Crew();
    const [a, b] = [crew.device('a'), crew.device('b')];
    a.enter(bucket(0.6), T0);
    b.enter(bucket(0.3), T0);
    a.meet(T0);
    b.meet(T0);
    a.meet(T0);
    expect(lacks(a, T0)).toContain('bucket disputed');
  });

  test('what was read from the sensors is relied on only after a trial whoever read knew of, and until something voided it', () => {
    const cab = new Crew().device('cab');
    const read = () => cab.enter({ kind: 'note', station: 1, note: 'read' }, T0 + 5);
    const early = read();
    for (const fact of [bucket(0.6), trial(0.6)]) cab.enter(fact, T0);
    const good = read();
    cab.enter(knock, T0 + 6);
    const late = cab.enter({ kind: 'note', station: 1, note: 'read' }, T0 + 7);
    const lackOf = (id: string) => {
      const book = cab.book();
      return sensorsTried({ book, machine: 't27', now: T0 + 8, rules, read: book.find(({ entry }) => entry.id === id) }).lack?.why;
    };
    expect([early, good, late].map(({ id }) => lackOf(id))).toEqual(['never', undefined, 'knocked']);
  });

  test('ready is never the answer while any of the three is missing, in any order they come in', () => {
    const facts = [day(), bucket(0.6), trial(0.6), knock, bucket(0.3), trial(0.3), day(false), bucket(0.6, false)];
    fc.assert(
      fc.property(fc.array(fc.nat({ max: facts.length - 1 }), { maxLength: 9 }), (order) => {
        const cab = new Crew().device('cab');
        for (const [i, index] of order.entries()) cab.enter(facts[index] as Fact, T0 + i);
        // The naive fold, written down as one would say it.
        let [dayGood, on, held, tried] = [false, 0, false, 0];
        for (const index of order) {
          const fact = facts[index] as Fact;
          if (fact.kind === 'machineDay') dayGood = fact.points.every(({ ok }) => ok);
          if (fact.kind === 'bucketOn') [on, held, tried] = [fact.bucket, fact.held, 0];
          if (fact.kind === 'calibration') tried = fact.bucket;
          if (fact.kind === 'knock') tried = 0;
        }
        expect(lacks(cab, T0 + 20).length === 0).toBe(dayGood && held && tried === on && on > 0);
      }),
    );
  });

  test('every lack is said in a sentence with what to do; a trial of another bucket is refused', () => {
    const cab = new Crew().device('cab');
    for (const { lacks: list } of [machineReady({ book: [], machine: 't27', sensors: true, now: T0, rules })])
      for (const lack of list) expect(readyWords(lack, rules, 'us').todo).toMatch(/^[A-Z].{15,}\.$/);
    cab.enter(day(false), T0);
    const [wanting] = machineReady({ book: cab.book(), machine: 't27', sensors: true, now: T0, rules }).lacks;
    expect(wanting && readyWords(wanting, rules, 'metric').what).toBe(
      'The machine was found wanting: hoses and rams: none wet, none chafed',
    );
    const refused = (book: Fact[], fact: Fact) => {
      const entry = readEntry(bookEntry(fact).entry);
      return entryRefusal(entry as never, {
        job,
        rules,
        plan: undefined,
        run: undefined,
        book: book.map((one) => bookEntry(one)),
        now: Date.now(),
      });
    };
    expect(refused([], trial(0.6))).toMatch(/^Say first which bucket is on/);
    expect(refused([bucket(0.6)], trial(0.3))).toMatch(/^That is another bucket: the one on is 0\.60 m wide/);
    expect(refused([bucket(0.6)], trial(0.6))).toBeUndefined();
  });
});

describe('pinning', () => {
  const machine = machines.t27 as Machine;
  test('2.7 t, centre 0.35 m ahead of the axis, teeth 4 m out: pressed down about the far edge of the tracks, or of the blade behind', () => {
    expect(pushDown(machine, 4, false)).toBeCloseTo((2700 * 9.80665 * (0.35 + 0.9)) / (4 + 0.9), 6);
    expect(pushDown(machine, 4, true)).toBeCloseTo((2700 * 9.80665 * (0.35 + 1.4)) / (4 + 1.4), 6);
  });
  test('a blade behind buys push and costs lift, for every machine', () => {
    for (const one of Object.values(machines) as Machine[]) {
      const [ahead, behind] = pinned(one, one.arm.foot.x + one.arm.boom);
      expect(behind.push).toBeGreaterThan(ahead.push);
      expect(behind.lift).toBeLessThanOrEqual(ahead.lift);
      expect(ahead.lift).toBe(liftAt(one, one.arm.foot.x + one.arm.boom, 0, true).rated);
    }
  });
});
