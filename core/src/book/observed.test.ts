import fc from 'fast-check';
import { Crew } from '../crew.testing';
import { blankExisting, blankJob, plainJob, plainRun, type ExistingLine } from '../job';
import { runGate } from '../gates';
import { planRun } from '../plan/plan';
import { bookEntry, levelRun } from '../testing';
import { beddingConstantAt } from '../trench/checks/rings';
import { inOrder, knows, observedJob, observedRun, recordsOf, unsettledIn, type Entry, type Kept } from '.';

const NOON = Date.parse('2026-11-02T12:00:00Z');
const MINUTE = 60_000;
const line: ExistingLine = { ...blankExisting('Fuel', 20, 'x1'), kind: 'fuel' };
const run = { ...levelRun({ length: 40 }), existing: [line] };
const job = {
  ...blankJob('Yard', 'UK'),
  clearance: { ...blankJob('Yard', 'UK').clearance, request: { reference: 'R1', made: '2026-11-01', utilities: [] } },
};

type Record = Entry<'exposure'>['fact']['record'];
const find = (cover: number): Record => ({ result: 'found', station: 20.4, cover, size: 0.05, kind: 'fuel', seen: 1, note: '' });
const lost: Record = { result: 'notFound', depth: 1.4, note: '' };
const exposed = (record: Record, where = line.where): Entry<'exposure'>['fact'] => ({
  kind: 'exposure',
  line: 'x1',
  name: 'Fuel',
  where,
  record,
});
const seen = (book: readonly Kept[], of = run) =>
  observedRun(of, book).existing[0]?.exposures?.map((one) => (one.result === 'found' ? one.cover : 'lost')) ?? [];

describe('lines as observed', () => {
  test('two people on two devices record at once, neither knowing of the other: both are there, on both', () => {
    const crew = new Crew();
    const [a, b] = [crew.device('a'), crew.device('b', -40 * MINUTE)];
    for (const one of [a, b]) one.hear(NOON);
    a.enter(exposed(find(0.6)), NOON);
    b.enter(exposed(find(0.9)), NOON + MINUTE);
    for (const one of [b, a]) one.send(NOON + 2 * MINUTE);
    for (const one of [a, b]) {
      one.hear(NOON + 3 * MINUTE);
      expect(
        recordsOf(line, one.book())
          .map(({ exposure, lapsed }) => [exposure.result === 'found' && exposure.cover, lapsed])
          .sort(),
      ).toEqual([
        [0.6, undefined],
        [0.9, undefined],
      ]);
    }
    expect(seen(a.book())).toEqual(seen(b.book()));
  });
  test('a later find counts whatever the clocks say, when it was made in the knowledge of the first', () => {
    const crew = new Crew();
    const [a, slow] = [crew.device('a'), crew.device('slow')];
    a.enter(exposed(find(0.6)), NOON);
    a.send(NOON);
    slow.hear(NOON + MINUTE);
    slow.turnClock(-5 * 60 * MINUTE);
    slow.enter(exposed(find(0.9)), NOON + 2 * MINUTE);
    slow.send(NOON + 3 * MINUTE);
    a.hear(NOON + 4 * MINUTE);
    expect(seen(a.book())).toEqual([0.6, 0.9]);
  });
  test.each<[string, Kept[], (number | string)[]]>([
    ['a search in vain', [bookEntry(exposed(lost))], ['lost']],
    ['settled by a find made in the knowledge of it', [bookEntry(exposed(lost)), bookEntry(exposed(find(0.6)))], [0.6]],
    [
      'not by a find by somebody who did not know',
      [bookEntry(exposed(lost)), bookEntry(exposed(find(0.6)), undefined, { device: 'd2', known: 0 })],
      [0.6, 'lost'],
    ],
    [
      'not taken back by saying it was wrong',
      (([entry]) => [entry, bookEntry({ kind: 'wrong', why: 'typed' }, undefined, { corrects: entry.entry.id })])([
        bookEntry(exposed(lost)),
      ] as const),
      ['lost'],
    ],
    ['refused it still counts', [{ ...bookEntry(exposed(lost)), refused: true }], ['lost']],
    ['settled by marks put back since', [bookEntry(exposed(lost)), bookEntry({ kind: 'marks', day: '2026-11-02' })], []],
    ['not by marks of the day before', [bookEntry(exposed(lost)), bookEntry({ kind: 'marks', day: '2026-11-01' })], ['lost']],
    ['not by marks entered before it', [bookEntry({ kind: 'marks', day: '2026-11-02' }), bookEntry(exposed(lost))], ['lost']],
    [
      'a find said to be wrong',
      (([entry]) => [entry, bookEntry({ kind: 'wrong', why: 'water' }, undefined, { corrects: entry.entry.id })])([
        bookEntry(exposed(find(0.6))),
      ] as const),
      [],
    ],
    ['a find that was refused', [{ ...bookEntry(exposed(find(0.6))), refused: true }], []],
    [
      'a find of the line where it is not any more',
      [bookEntry(exposed(find(0.6), { kind: 'crossing', station: 12, angle: Math.PI / 2 }))],
      [],
    ],
    ['a line nobody has on the run', [bookEntry({ ...exposed(find(0.6)), line: 'x9' })], []],
  ])('%s', (_, book, counts) => expect(seen(book)).toEqual(counts));
  test('each record says why it does not count', () => {
    const book = [
      bookEntry(exposed(lost)),
      bookEntry(exposed(find(0.6))),
      bookEntry(exposed(find(0.7), { kind: 'crossing', station: 3, angle: 1 })),
    ];
    expect(recordsOf(line, book).map(({ lapsed }) => lapsed)).toEqual(['settled', undefined, 'moved']);
  });
  test('never before what was known when it was made, in any book', () => {
    const anyBook = fc.array(
      fc.record({ device: fc.constantFrom('a', 'b', 'c'), known: fc.nat(12), minutes: fc.integer({ min: -90, max: 90 }) }),
      { maxLength: 12 },
    );
    fc.assert(
      fc.property(anyBook, (drawn) => {
        // What a device knows never goes down, and is never what came after.
        const book = drawn.map(({ device, known, minutes }, i): Kept => {
          const before = drawn.slice(0, i).filter((one) => one.device === device);
          const at = new Date(NOON + minutes * MINUTE).toISOString();
          const kept = bookEntry({ kind: 'walk', note: '' }, at, {
            device,
            count: i,
            known: Math.min(i, Math.max(known, ...before.map((one) => one.known))),
          });
          return { ...kept, seq: i + 1, receivedAt: new Date(NOON + 100 * MINUTE).toISOString() };
        });
        const order = inOrder(book);
        expect(new Set(order)).toEqual(new Set(book));
        for (const [i, one] of order.entries()) for (const later of order.slice(i + 1)) expect(knows(one, later)).toBe(false);
      }),
      { seed: 12 },
    );
  });
});

describe('steps ticked', () => {
  const ticks = (done: number, more?: object) => bookEntry({ kind: 'steps', hidden: ['x1'], seen: [], done }, undefined, more);
  test('the last holds; of two who did not know of one another the fewer', () => {
    expect(observedRun(run, [ticks(2), ticks(3)]).clearing).toEqual([{ hidden: ['x1'], seen: [], done: 3 }]);
    const apart = [ticks(4), ticks(2, { device: 'd2', known: 0 })];
    expect(observedRun(run, apart).clearing?.map(({ done }) => done)).toEqual([2, 2]);
  });
  test('other lines in the window are another window', () =>
    expect(observedRun(run, [ticks(2), bookEntry({ kind: 'steps', hidden: ['x1', 'x2'], seen: [], done: 1 })]).clearing).toHaveLength(2));
});

describe('the job as observed', () => {
  test('who walked it last, the last day of marks, every rate that was not taken out', () => {
    const rate = bookEntry({ kind: 'rate', activity: 'dig', amount: 12, hours: 4, note: '', machine: 't17' });
    const slip = bookEntry({ kind: 'rate', activity: 'dig', amount: 1200, hours: 4, note: '', machine: 't17' });
    const book = [
      bookEntry({ kind: 'walk', note: '' }, '2026-11-02T06:00:00Z'),
      bookEntry({ kind: 'walk', note: 'again after rain' }, '2026-11-02T09:00:00Z', { author: 'ganger' }),
      bookEntry({ kind: 'marks', day: '2026-11-02' }),
      bookEntry({ kind: 'marks', day: '2026-10-20' }),
      rate,
      slip,
      bookEntry({ kind: 'wrong', why: 'a digit too many' }, undefined, { corrects: slip.entry.id }),
    ];
    const { clearance, pace } = observedJob(job, book);
    expect(clearance).toMatchObject({ walked: { by: 'ganger', at: '2026-11-02T09:00:00.000Z' }, request: { remarked: '2026-11-02' } });
    expect(pace.logged).toEqual([{ activity: 'dig', amount: 12, hours: 4, note: '', machine: 't17' }]);
  });
  test('marks put back before the request was made are not of it; a walk is never later than it came in', () => {
    const walk = { ...bookEntry({ kind: 'walk', note: '' }, '2999-01-01T00:00:00Z'), receivedAt: '2026-11-02T09:00:00Z' };
    const { clearance } = observedJob(job, [bookEntry({ kind: 'marks', day: '2026-10-20' }), walk]);
    expect(clearance.request).toEqual(job.clearance.request);
    expect(clearance.walked?.at).toBe('2026-11-02T09:00:00.000Z');
  });
});

test('the same document and the same entries are the same object; a document nothing was observed of is itself', () => {
  const book = [bookEntry(exposed(find(0.6)))];
  expect(observedRun(run, book)).toBe(observedRun(run, [...book]));
  // That it was taken by the server changes nothing of what it says.
  expect(observedRun(run, [{ ...(book[0] as Kept), seq: 99 }])).toBe(observedRun(run, book));
  expect(observedRun(run, [bookEntry({ kind: 'walk', note: '' })])).toBe(run);
  expect(plainRun(observedRun(run, book))).toEqual(run);
  expect(plainJob(observedJob(job, [bookEntry({ kind: 'walk', note: '' }), bookEntry({ kind: 'marks', day: '2026-11-02' })]))).toEqual(job);
});

describe('something found', () => {
  const tiles: Entry<'found'>['fact'] = { kind: 'found', what: 'tiles', from: 11, to: 13, depth: 0.6, note: '' };
  const still = (book: readonly Kept[]) => unsettledIn(book).map(({ what, by }) => [what, by]);

  test('counts until somebody says what was done about it: refused by the server, said to be wrong, from a clock that is off', () => {
    const found = bookEntry(tiles);
    expect(still([found])).toEqual([['tiles', 'foreman']]);
    expect(still([{ ...found, refused: true }])).toHaveLength(1);
    const wrong = bookEntry({ kind: 'wrong', why: 'a brick' }, '2026-11-02T07:00:00Z', { corrects: found.entry.id });
    expect(still([found, wrong])).toHaveLength(1);
    const settled = bookEntry({ kind: 'settled', found: found.entry.id, how: 'owner came: dead' });
    expect(still([found, settled])).toEqual([]);
    expect(still([found, { ...settled, refused: true }])).toHaveLength(1);
    const taken = bookEntry({ kind: 'wrong', why: 'wrong place' }, '2026-11-02T07:00:00Z', { corrects: settled.entry.id });
    expect(still([found, settled, taken])).toHaveLength(1);
  });

  test('stands beside the run, shuts Clear to dig there and nowhere else, and is never in its document', () => {
    const seenRun = observedRun(run, [bookEntry(tiles)]);
    expect(plainRun(seenRun)).toEqual(run);
    const { findings } = planRun(job, seenRun);
    const [finding] = findings.filter(({ code }) => code === 'clearance.found');
    expect(finding).toMatchObject({ severity: 'stop', where: [{ from: 11, to: 13 }] });
    expect(runGate(job, seenRun, planRun(job, seenRun), [], '2026-11-02').reasons.map(({ what }) => what)).toContain(
      'Cover tiles or plates found, 0.60 m down',
    );
  });
});

test('a haunch seen knifed in changes K of the pipe there, until somebody saw it otherwise', () => {
  const run = levelRun({ length: 20, depth: 1.4 });
  const look = (from: number, to: number, ok: boolean, when: 'before' | 'after' = 'after') =>
    bookEntry({
      kind: 'bedSeen',
      when,
      from,
      to,
      points: [{ id: 'haunch', ok, note: '' }],
      revision: '10000000-0000-4000-8000-000000000001',
    });
  const constants = (...book: Kept[]) => [2, 8, 15].map((at) => beddingConstantAt(observedRun(run, book), at));
  expect(constants()).toEqual([0.1, 0.1, 0.1]);
  expect(constants(look(0, 20, true, 'before'))).toEqual([0.1, 0.1, 0.1]);
  expect(constants(look(0, 10, true))).toEqual([0.083, 0.083, 0.1]);
  expect(constants(look(0, 20, true), look(5, 10, false))).toEqual([0.083, 0.1, 0.083]);
  expect(plainRun(observedRun(run, [look(0, 20, true)]))).toEqual(run);
});
