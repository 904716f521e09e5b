import fc from 'fast-check';
import type { Fact, Kept } from '../book';
import { kits, type Kit } from '../catalogue';
import { Crew } from '../crew.testing';
import { blankJob } from '../job';
import { planRun } from '../plan/plan';
import { resolveRules } from '../rules';
import { bookEntry, counting, levelRun } from '../testing';
import { deliveryOf, freePieces, lastMovedOn, putAlong, deliveredCount, registerOf, rowAlong, standingIn, type RegisteredPiece } from '.';
import { entryRefusal } from './refusals';

const NOW = Date.parse('2026-11-02T12:00:00Z');
const AT = '2026-11-02T07:00:00Z';
const job = blankJob('Yard', 'US');
const rules = resolveRules('US');
const kit = (id: string): Kit => kits.find((one) => one.id === id) as Kit;
const boxed = planRun(
  job,
  levelRun({ length: 40, depth: 2.2, bottomWidth: 0.9, soil: 'B', protection: 'shield', kit: 'box-medium', panel: 0.1 }),
);
const shored = planRun(
  job,
  levelRun({ length: 40, depth: 2.2, bottomWidth: 0.9, soil: 'B', protection: 'shores', kit: 'shores-light', panel: 0.06 }),
);
const came = (count: number, of = 'box-medium'): Fact => ({
  kind: 'delivered',
  kit: of,
  pieces: Array.from({ length: count }, (_, i) => ({ id: `b${i + 1}`, name: `Box ${i + 1}` })),
});
const put = (...pieces: [id: string, from: number, to: number][]): Fact => ({
  kind: 'standing',
  pit: null,
  pieces: pieces.map(([piece, from, to]) => ({ piece, from, to, extensions: 0, frames: 0 })),
});
const bookOf = (...facts: Fact[]): Kept[] => facts.map((fact) => bookEntry(fact, AT));
const register = (...facts: Fact[]): RegisteredPiece[] => registerOf(bookOf(...facts), NOW, rules);
const states = (pieces: readonly RegisteredPiece[]) =>
  pieces.map(({ name, state, from, to }) => [name, state, ...(state === 'standing' ? [from, to] : [])]);

describe('the register of supports', () => {
  test('delivered, placed, moved on, taken out: the last word counts', () => {
    expect(states(register(came(2)))).toEqual([
      ['Box 1', 'delivered'],
      ['Box 2', 'delivered'],
    ]);
    expect(states(register(came(2), put(['b1', 0, 3], ['b2', 3, 6]), put(['b1', 6, 9]), { kind: 'takenOut', pieces: ['b2'] }))).toEqual([
      ['Box 1', 'standing', 6, 9],
      ['Box 2', 'takenOut'],
    ]);
  });
  test('what went back is counted against what came, and does not hold anything where another device says it stands', () => {
    const gone = register(came(3), { kind: 'returned', pieces: ['b3'] });
    expect(states(gone)[2]).toEqual(['Box 3', 'returned']);
    const { came: all, back, here } = deliveredCount(gone, gone[0]?.kit ?? '');
    expect([all, back, here.map(({ name }) => name)]).toEqual([3, 1, ['Box 1', 'Box 2']]);
    // Two devices, neither of which had heard of the other: nobody knows.
    const crew = new Crew();
    const [yard, trench] = [crew.device('yard'), crew.device('trench')];
    yard.enter(came(1), NOW - 1000);
    yard.send(NOW - 1000);
    trench.hear(NOW - 950);
    yard.enter({ kind: 'returned', pieces: ['b1'] }, NOW - 900);
    trench.enter(put(['b1', 0, 3]), NOW - 900);
    for (const device of [yard, trench]) device.send(NOW - 800);
    expect(states(registerOf(crew.rows, NOW, rules))[0]?.[1]).toBe('doubt');
  });
  test('said to be wrong, or by a clock nobody believes, a piece stands nobody knows where', () => {
    const book = bookOf(came(1), put(['b1', 0, 3]));
    const wrong = bookEntry({ kind: 'wrong', why: 'box 2' }, AT, { corrects: book[1]?.entry.id as string });
    expect(states(registerOf([...book, wrong], NOW, rules))).toEqual([['Box 1', 'doubt']]);
    expect(states(registerOf([book[0] as Kept, { ...(book[1] as Kept), off: 1e7 }], NOW, rules))).toEqual([['Box 1', 'doubt']]);
    expect(states(registerOf([book[0] as Kept, { ...(book[1] as Kept), refused: true }], NOW, rules))).toEqual([['Box 1', 'doubt']]);
  });
  test('the same entries in any order make the same register', () => {
    const step = fc.record({ who: fc.nat(2), what: fc.constantFrom('put', 'out', 'back', 'send', 'hear'), at: fc.nat(12) });
    fc.assert(
      fc.property(fc.array(step, { maxLength: 14 }), fc.integer({ min: 1, max: 97 }), (steps, mix) => {
        const crew = new Crew();
        const devices = ['a', 'b', 'c'].map((name) => crew.device(name));
        devices[0]?.enter(came(3), NOW - 1000);
        devices[0]?.send(NOW - 1000);
        for (const { who, what, at } of steps) {
          const device = devices[who] as (typeof devices)[number];
          if (what === 'put') device.enter(put([`b${(at % 3) + 1}`, at, at + 3]), NOW - 900);
          else if (what === 'back') device.enter({ kind: 'returned', pieces: [`b${(at % 3) + 1}`] }, NOW - 900);
          else if (what === 'out') device.enter({ kind: 'takenOut', pieces: [`b${(at % 3) + 1}`] }, NOW - 900);
          else device[what as 'send' | 'hear'](NOW - 900);
        }
        const mixed = crew.rows.map((row, i) => ({ row, key: (i * mix) % 101 })).sort((x, y) => x.key - y.key);
        const of = (rows: readonly Kept[]) => states(registerOf(rows, NOW, rules)).sort();
        expect(of(mixed.map(({ row }) => row))).toEqual(of(crew.rows));
      }),
    );
  });
});

describe('what cannot be true', () => {
  const refused = (fact: Fact, ...facts: Fact[]) =>
    entryRefusal(bookEntry(fact, AT).entry as never, { job, rules, plan: boxed, run: undefined, book: bookOf(...facts), now: NOW });
  test.each<[string, Fact, Fact[], RegExp]>([
    ['more than were delivered', put(['b3', 0, 3]), [came(2)], /More pieces than were delivered/],
    [
      'where another stands',
      put(['b2', 2, 5]),
      [came(2), put(['b1', 0, 3])],
      /Box 2 cannot stand there: Box 1 stands there, 0\.0 m to 3\.0 m/,
    ],
    ['two in one place', put(['b1', 0, 3], ['b2', 1, 4]), [came(2)], /cannot stand there/],
    ['named twice', put(['b1', 0, 3], ['b1', 6, 9]), [came(2)], /named twice/],
    ['longer than it is', put(['b1', 0, 5]), [came(1)], /is 3\.00 m long, not 5\.00 m/],
    ['where nothing is dug', put(['b1', 60, 63]), [came(1)], /Nothing is to be dug at 60\.0 m/],
    ['sending back what stands', { kind: 'returned', pieces: ['b1'] }, [came(1), put(['b1', 0, 3])], /Box 1 is not free to go/],
    ['sending it back twice', { kind: 'returned', pieces: ['b1'] }, [came(1), { kind: 'returned', pieces: ['b1'] }], /gone back already/],
    ['standing what has gone back', put(['b1', 0, 3]), [came(1), { kind: 'returned', pieces: ['b1'] }], /Box 1 has gone back/],
    ['taking out what does not stand', { kind: 'takenOut', pieces: ['b1'] }, [came(1)], /Box 1 does not stand/],
    ['a name twice', came(1), [came(1)], /is on site already/],
    ['a table nobody has', came(1, 'none'), [], /no such table/],
    ['releasing what does not stand', { kind: 'released', pieces: ['b1'], fill: 2 }, [came(1)], /cannot be released/],
    [
      'a hold test of a box',
      { kind: 'pressure', piece: 'b1', readings: [0, 5].map((minute) => ({ minute, pressure: 5e6 })) },
      [came(1)],
      /no such set/,
    ],
  ])('%s is refused with the reason', (_, fact, facts, sentence) => expect(refused(fact, ...facts)).toMatch(sentence));
  test('end to end they stand, and may be taken out', () => {
    expect(refused(put(['b1', 0, 3], ['b2', 3, 6]), came(2))).toBeUndefined();
    expect(refused({ kind: 'takenOut', pieces: ['b1'] }, came(2), put(['b1', 0, 3]))).toBeUndefined();
  });
  test('shores: the can first, released only with fill over the lowest cylinder (2.2 − 0.61 = 1.59 m top, 1.22 m bottom), taken out after that', () => {
    const set = came(1, 'shores-light');
    const stands = put(['b1', 5, 5]);
    const of = (fact: Fact, ...facts: Fact[]) =>
      entryRefusal(bookEntry(fact, AT).entry as never, { job, rules, plan: shored, run: undefined, book: bookOf(...facts), now: NOW });
    const hold: Fact = { kind: 'pressure', piece: 'b1', readings: [0, 5].map((minute) => ({ minute, pressure: 5e6 })) };
    expect(of(hold, set, stands)).toMatch(/Try the pump can first/);
    expect(of(hold, set, stands, { kind: 'can', ok: false, note: '' })).toMatch(/was not in order/);
    expect(of(hold, set, stands, { kind: 'can', ok: true, note: '' })).toBeUndefined();
    const falls: Fact = {
      ...hold,
      readings: [
        { minute: 0, pressure: 5e6 },
        { minute: 5, pressure: 1e6 },
      ],
    };
    // Bad news is heard without a can, and of a set nobody knows where it stands.
    expect(of(falls, set)).toBeUndefined();
    expect(of(hold, set)).toMatch(/does not stand/);
    expect(of(falls, set, stands)).toBeUndefined();
    expect(of({ kind: 'takenOut', pieces: ['b1'] }, set, stands)).toMatch(/release it first/);
    expect(of({ kind: 'released', pieces: ['b1'], fill: 1.2 }, set, stands)).toMatch(/fill first to 1\.22 m/);
    expect(of({ kind: 'released', pieces: ['b1'], fill: 1.25 }, set, stands)).toBeUndefined();
    expect(of({ kind: 'takenOut', pieces: ['b1'] }, set, stands, { kind: 'released', pieces: ['b1'], fill: 1.25 })).toBeUndefined();
  });
});

describe('entered in seconds', () => {
  test('from here to here: whole boxes end to end, sets no further apart than the spacing', () => {
    expect(rowAlong(kit('box-medium'), { from: 12, to: 24.5 }, Infinity).map(({ from, to }) => [from, to])).toEqual([
      [12, 15],
      [15, 18],
      [18, 21],
      [21, 24],
    ]);
    expect(rowAlong(kit('shores-light'), { from: 0, to: 10 }, 2.4).map(({ from }) => from)).toEqual([0, 2, 4, 6, 8, 10]);
  });
  test('those that are free are put, as many as there are; none free says so', () => {
    const schedule = boxed.supports[0]?.schedule;
    const pieces = register(came(3), put(['b1', 0, 3]));
    expect(putAlong(kit('box-medium'), pieces, { from: 12, to: 24 }, schedule, 'metric')).toMatchObject({
      pieces: [
        { piece: 'b2', from: 12 },
        { piece: 'b3', from: 15 },
      ],
    });
    expect(putAlong(kit('box-medium'), register(), { from: 12, to: 24 }, schedule, 'metric')).toMatchObject({
      fault: expect.stringContaining('4 pieces go there and none is free') as string,
    });
    expect(putAlong(kit('box-medium'), pieces, { from: 12, to: 13 }, schedule, 'metric')).toMatchObject({
      fault: expect.stringContaining('shorter than one piece') as string,
    });
    expect(freePieces(pieces, 'box-medium').map(({ name }) => name)).toEqual(['Box 2', 'Box 3']);
  });
  test('the last one goes in front, the way the dig goes', () => {
    const row = standingIn(register(came(2), put(['b1', 0, 3], ['b2', 3, 6])), 'box-medium', null);
    expect(lastMovedOn(row, 'start', 0)).toMatchObject({ pieces: [{ piece: 'b1', from: 6, to: 9 }] });
    expect(lastMovedOn(row, 'end', 0)).toMatchObject({ pieces: [{ piece: 'b2', from: -3, to: 0 }] });
    const sets = standingIn(register(came(2), put(['b1', 0, 0], ['b2', 2, 2])), 'box-medium', null);
    expect(lastMovedOn(sets, 'start', 2)).toMatchObject({ pieces: [{ piece: 'b1', from: 4, to: 4 }] });
    expect(lastMovedOn([], 'start', 2)).toBeUndefined();
  });
  test('what comes is numbered on from what is there', () =>
    expect(deliveryOf('box', 2, register(came(2)), counting()).map(({ name }) => name)).toEqual(['Box 3', 'Box 4']));
});
