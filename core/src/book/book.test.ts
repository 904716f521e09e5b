import fc from 'fast-check';
import { Crew } from '../crew.testing';
import { anySoilTest } from '../generators.testing';
import { writeBookCsv } from '../formats';
import { errorsOf } from '../job';
import { resolveRules } from '../rules';
import { bookEntry } from '../testing';
import {
  clockFault,
  doubtOf,
  entryColumns,
  entryFaults,
  entrySchema,
  isStrange,
  kinds,
  knows,
  latest,
  NO_REVISION,
  picturesNear,
  picturesOf,
  readEntry,
  sayEntry,
  strangeEntrySchema,
  whereOf,
  withdrawn,
  type Entry,
  type Fact,
  type FactKind,
  type Kept,
} from '.';

const REVISION = '10000000-0000-4000-8000-000000000001';
const rules = resolveRules('UK');
const AT = '2026-11-02T07:00:00Z';
const NOW = Date.parse('2026-11-02T12:00:00Z');
/** One fact of each kind, as it is written today. */
const facts: { [K in FactKind]: Entry<K>['fact'] } = {
  soil: fc.sample(anySoilTest, { numRuns: 1, seed: 1 })[0] as Entry<'soil'>['fact'],
  inspection: {
    kind: 'inspection',
    from: 0,
    to: 20,
    until: '2026-11-02T17:00:00Z',
    revision: REVISION,
    ladders: [5],
    items: [{ id: 'water', ask: 'No water stands', ok: false, note: 'pump off', from: 0, to: 20 }],
  },
  look: { kind: 'look', from: 0, to: 20, revision: REVISION, ladders: [5] },
  pressure: { kind: 'pressure', piece: 's1', readings: [0, 5].map((minute) => ({ minute, pressure: 5e6 })) },
  can: { kind: 'can', ok: true, note: '' },
  air: { kind: 'air', from: 0, to: 4, points: [{ station: 2, oxygen: 0.209, flammable: 0, sulphide: 0, monoxide: 2 }] },
  happening: { kind: 'happening', what: 'fall', where: { from: 3, to: 5 }, note: 'a slab' },
  delivered: { kind: 'delivered', kit: 'box-medium', pieces: [{ id: 'b1', name: 'Box 1' }] },
  standing: { kind: 'standing', pit: null, pieces: [{ piece: 'b1', from: 0, to: 3, extensions: 1, frames: 0 }] },
  released: { kind: 'released', pieces: ['s1'], fill: 0.8 },
  takenOut: { kind: 'takenOut', pieces: ['b1'] },
  returned: { kind: 'returned', pieces: ['b1'] },
  exposure: {
    kind: 'exposure',
    line: 'x1',
    name: 'Fuel',
    where: { kind: 'crossing', station: 20, angle: 1.5 },
    record: { result: 'found', station: 20.4, cover: 0.62, size: 0.05, kind: 'fuel', seen: 1, note: 'tape over it' },
  },
  steps: {
    kind: 'steps',
    hidden: ['x1'],
    seen: [],
    done: 3,
    depth: 0.4,
    where: [{ line: 'x1', place: { kind: 'crossing', station: 4, angle: 1.5 } }],
  },
  walk: { kind: 'walk', note: '' },
  marks: { kind: 'marks', day: '2026-11-02' },
  rate: { kind: 'rate', activity: 'dig', amount: 12, hours: 4, note: 'clay', machine: 't17' },
  note: { kind: 'note', station: 12.5, note: 'old tiles in the wall' },
  benchmark: { kind: 'benchmark', id: 'bm-1', name: 'BM 1', level: 10, where: 'nail in the kerb', lost: false },
  setUp: {
    kind: 'setUp',
    means: 'laser',
    benchmark: { id: 'bm-1', name: 'BM 1', level: 10 },
    backsight: 1.325,
    fall: 0.0125,
    from: 0,
    set: null,
    rod: 5,
    travel: 'up',
    revision: REVISION,
    note: '',
  },
  sightBack: { kind: 'sightBack', setUp: REVISION, benchmark: { id: 'bm-1', name: 'BM 1', level: 10 }, reading: 1.327, note: '' },
  check: {
    kind: 'check',
    station: 12,
    pit: null,
    layer: 'bottom',
    found: { as: 'reading', value: 2.685 },
    widthBottom: 0.6,
    widthTop: null,
    setUp: REVISION,
    revision: REVISION,
    sure: false,
    again: false,
    note: '',
  },
  strike: { kind: 'strike', setUp: REVISION, station: 12, note: '' },
  found: { kind: 'found', what: 'tiles', from: 11, to: 13, depth: 0.6, note: 'red, in a row' },
  settled: { kind: 'settled', found: REVISION, how: 'owner came: dead, cut out' },
  setOut: { kind: 'setOut', station: 12, left: 0.3, right: 0.32, revision: REVISION, note: '' },
  machineDay: { kind: 'machineDay', machine: 't27', points: [{ id: 'hoses', ok: false, note: 'wet at the dipper' }] },
  bucketOn: { kind: 'bucketOn', machine: 't27', bucket: 0.6, held: true, note: '' },
  calibration: {
    kind: 'calibration',
    machine: 't27',
    bucket: 0.6,
    poses: [
      { pose: 'out', level: 9.412 },
      { pose: 'in', level: 9.418 },
    ],
    note: '',
  },
  knock: { kind: 'knock', machine: 't27', note: 'against the kerb' },
  stand: {
    kind: 'stand',
    machine: 't27',
    station: 12,
    blade: 'behind',
    bladeDown: true,
    points: [{ id: 'swing', ok: false }],
    note: '',
  },
  shift: {
    kind: 'shift',
    work: 'dug',
    from: 0,
    to: 12,
    hours: 4,
    machine: 't27',
    weather: 'showers',
    revision: REVISION,
    note: '',
  },
  dayEnd: {
    kind: 'dayEnd',
    open: [{ from: 8, to: 12 }],
    points: [{ id: 'lamps', ok: false, note: 'one dark' }],
    told: 'the neighbour at 4',
    note: '',
  },
  bed: { kind: 'bed', station: 12, thickness: 0.1, revision: REVISION, note: '' },
  bedSeen: {
    kind: 'bedSeen',
    when: 'after',
    from: 0,
    to: 12,
    points: [{ id: 'fallen', ok: false, note: 'fist of flint' }],
    revision: REVISION,
  },
  laid: { kind: 'laid', line: 'l1', name: 'Drain', from: 0, to: 6, points: [{ id: 'order', ok: true, note: '' }], revision: REVISION },
  joint: {
    kind: 'joint',
    line: 'l1',
    name: 'Drain',
    number: '3',
    station: 18,
    made: { as: 'butt', celsius: 212, bead: 0.0015, soak: 80, minutes: 11 },
    certificate: { name: 'F 114', until: '2027-03-01' },
    replaces: null,
    revision: REVISION,
    note: '',
  },
  drumIn: { kind: 'drumIn', line: 'l1', label: 'D7', product: 'lv-4x16', cores: 4, length: 47, sheath: true, caps: false, note: '' },
  pulled: { kind: 'pulled', line: 'l1', name: 'Feeder', from: 'start', station: 12, tension: 820, revision: REVISION, note: '' },
  damage: { kind: 'damage', line: 'l1', name: 'Feeder', from: 3, to: 4, note: 'bucket tooth' },
  test: {
    kind: 'test',
    line: 'l1',
    name: 'Drain',
    from: 0,
    to: 24,
    how: { of: 'air', method: 'LC', dry: false, water: 0, settled: 5, held: true },
    readings: [
      { minute: 0, value: 10_000 },
      { minute: 3, value: 9_000, celsius: 12 },
    ],
    gauge: 16_000,
    repeats: null,
    witness: 'owner’s inspector',
    revision: REVISION,
    note: '',
  },
  ringRead: { kind: 'ringRead', line: 'l1', name: 'Drain', station: 12, height: 0.148, revision: REVISION, note: '' },
  lifted: { kind: 'lifted', what: 'pipe', mass: 240, from: 3, to: 9, note: '' },
  setDown: { kind: 'setDown', lift: REVISION, note: '' },
  wallHole: {
    kind: 'wallHole',
    structure: 's1',
    name: 'Shed',
    line: 'l1',
    bore: 0.1,
    level: 8.6,
    aside: -0.04,
    sealed: true,
    seen: false,
    revision: REVISION,
    note: '',
  },
  coverReady: { kind: 'coverReady', from: 0, to: 12, points: [{ id: 'future', ok: true, note: '' }], revision: REVISION },
  witnessed: {
    kind: 'witnessed',
    line: 'l1',
    name: 'Drain',
    from: 0,
    to: 24,
    by: 'sewer inspector',
    ok: false,
    revision: REVISION,
    note: 'joint 3',
  },
  unseen: { kind: 'unseen', from: 2, to: 5, reason: 'the bank came in' },
  owed: { kind: 'owed', about: `joint.${REVISION}`, what: 'joint 3 does not stand', owner: 'foreman', due: '2026-11-04' },
  fillWay: { kind: 'fillWay', school: 'thick', compactor: 'rammer', first: 'hand', note: 'soft verge' },
  filled: {
    kind: 'filled',
    from: 2,
    to: 8,
    layer: 'fill',
    material: 'What was dug',
    mark: { from: 'ground', at: 0.45 },
    thickness: 0.15,
    side: 'both',
    compactor: 'rammer',
    passes: 4,
    squeeze: 'ball',
    revision: REVISION,
    note: '',
  },
  fillRead: { kind: 'fillRead', lift: REVISION, station: 4, tool: 'density', value: 0.95, revision: REVISION, note: '' },
  fillRedone: { kind: 'fillRedone', lift: REVISION, how: 'again', passes: 4, note: '' },
  reuse: { kind: 'reuse', from: 0, to: 8, material: 'clay', largest: 0.06, squeeze: 'wet', foreign: true, note: 'roots' },
  sunk: { kind: 'sunk', station: 4, down: 0.04, note: '' },
  asLaid: {
    kind: 'asLaid',
    what: 'structure',
    line: 'drain',
    name: 'C1',
    of: 'c1',
    station: 0,
    place: {
      by: 'tapes',
      points: [
        { id: REVISION, name: 'Post', at: { x: 0, y: 0 } },
        { id: REVISION, name: 'Corner', at: { x: 12, y: 0 } },
      ],
      lengths: [8, 7],
      side: 'left',
      third: null,
    },
    height: { as: 'level', value: 9.35, setUp: null },
    revision: REVISION,
    note: '',
  },
  tiePoint: { kind: 'tiePoint', name: 'Post', at: { x: 0, y: 0 }, note: 'at the gate' },
  closed: { kind: 'closed', as: 'closed', who: 'competent person', open: 2, note: 'surface by others' },
  drillSet: {
    kind: 'drillSet',
    what: 'strip',
    name: 'Hand-dig strip, level 2',
    level: 2,
    before: 'the boxes come',
    on: '2026-11-05',
    whom: '',
  },
  drillDone: { kind: 'drillDone', of: REVISION, what: 'strip', name: 'Hand-dig strip, level 2', level: 2, row: 3, tries: 4 },
  countersigned: { kind: 'countersigned', of: REVISION, so: true, note: 'stood beside it' },
  wrong: { kind: 'wrong', why: 'another trench' },
};
const entryOf = (fact: Fact): Entry => bookEntry(fact, AT).entry as Entry;

describe('kinds of entries', () => {
  test.each(Object.entries(facts))(
    '%s: taken by the schema, read back the same through JSON, said in a line, with its columns',
    (kind, fact) => {
      const entry = entryOf(fact);
      expect(errorsOf(entrySchema(), entry)).toEqual([]);
      expect(readEntry(JSON.parse(JSON.stringify(entry)))).toEqual(entry);
      expect(sayEntry(entry, 'metric')).toMatch(/^([A-Z]|1 piece).{5,}/);
      expect(Object.keys(entryColumns(entry)).length).toBeGreaterThan(0);
      expect(entry.fact.kind).toBe(kind);
      expect(entryFaults(fact, 'foreman')).toEqual([]);
      expect(isStrange(entry)).toBe(false);
    },
  );
  test.each<[string, object, object]>([
    [
      'a hold test by numbers',
      { kind: 'pressure', reach: 1, set: 3, readings: facts.pressure.readings },
      { kind: 'pressure', piece: 'before-3' },
    ],
    [
      'a hold test by the schedule',
      { kind: 'pressure', place: 'r0', set: 'a1-2', readings: facts.pressure.readings },
      { piece: 'before-a1-2' },
    ],
    ['rain without a place', { kind: 'happening', what: 'rain', note: '' }, { where: null }],
    [
      'an inspection of a marked plan',
      { kind: 'inspection', from: 0, to: 9, until: AT, plan: 'abc', items: [{ id: 'x', ask: 'Is it?', ok: false, note: '' }] },
      { revision: NO_REVISION, ladders: [], items: [{ id: 'x', from: 0, to: 9 }] },
    ],
    [
      'air for a stretch',
      { kind: 'air', from: 0, to: 8, oxygen: 0.2, flammable: 0, sulphide: 0, monoxide: 0 },
      { points: [{ station: 4, oxygen: 0.2 }] },
    ],
  ])('%s is brought up to today’s form', (_, fact, now) => {
    const read = readEntry({ id: '00000000-0000-4000-8000-000000000001', author: 'foreman', at: AT, fact });
    expect(read.fact).toMatchObject(now);
    expect(read).toMatchObject({ device: 'before', known: 0, clock: null });
    expect(errorsOf(entrySchema(), read)).toEqual([]);
  });
  test('of a kind, a word or a form this program does not know it is kept as it came, and says so', () => {
    const wild: [unknown, string][] = [
      [{ ...entryOf(facts.can), fact: { kind: 'quake', strength: 5 } }, 'quake'],
      [{ ...entryOf(facts.can), fact: { ...facts.happening, what: 'flood' } }, 'happening'],
      [{ ...entryOf(facts.can), fact: { ...facts.can, colour: 'red' } }, 'can'],
      [{ ...entryOf(facts.can), fact: null }, ''],
      [null, ''],
      [7, ''],
      [{ id: 3, fact: { kind: 'toString' } }, 'toString'],
    ];
    for (const [stored, said] of wild) {
      const read = readEntry(stored);
      expect(read.fact).toMatchObject({ kind: 'unknown', said });
      expect(sayEntry(read, 'metric')).toMatch(/^Entered by a newer program/);
    }
    expect(isStrange(wild[0]?.[0])).toBe(true);
    expect(errorsOf(strangeEntrySchema(), wild[0]?.[0])).toEqual([]);
    expect(errorsOf(strangeEntrySchema(), wild[1]?.[0])[0]?.message).toContain('has to have its form');
  });
  test.each<[string, Fact, string]>([
    ['readings backwards', { ...facts.pressure, readings: [5, 0].map((minute) => ({ minute, pressure: 5e6 })) }, 'give a later minute'],
    ['an inspection from 20 to 0', { ...facts.inspection, from: 20, to: 0 }, 'greater station second'],
    ['no answers', { ...facts.inspection, items: [] }, 'answers at least one question'],
    ['air read outside its stretch', { ...facts.air, to: 1 }, 'outside the stretch'],
    ['a note too long', { ...facts.happening, note: 'x'.repeat(301) }, 'Keep it under 300 characters'],
    ['a layer upside down', { ...facts.soil, top: 2, bottom: 1 }, 'give the deeper one second'],
  ])('%s is refused in a sentence', (_, fact, sentence) => expect(entryFaults(fact, 'foreman').join(' ')).toContain(sentence));
  test('a name too long is refused in a sentence', () =>
    expect(entryFaults(facts.can, 'x'.repeat(121))).toEqual(['Keep it under 120 characters.']));
  test('the book as a table holds every entry and every column of its kinds, and no formula', () => {
    const book = (Object.keys(kinds) as FactKind[]).map((kind) => bookEntry(facts[kind], AT));
    const lines = writeBookCsv([...book, bookEntry({ kind: 'wrong', why: '=1+1' })], 'metric').split('\r\n');
    expect(lines).toHaveLength(book.length + 2);
    expect(lines[0]).toContain('order,received,at,author,device,kind,says,corrects,photos,id');
    expect(lines.at(-1)).toContain(`'=1+1`);
    expect(lines.find((line) => line.includes(',inspection,'))).toContain('No water stands (pump off)');
  });
});

describe('photos of entries', () => {
  const photo = (n: number) => ({ hash: n.toString(16).padStart(64, '0'), width: 1600, height: 1200, taken: AT });
  const withPhotos = (fact: Fact, ...numbers: number[]): Kept => {
    const kept = bookEntry(fact, AT);
    return { ...kept, entry: { ...kept.entry, photos: numbers.map(photo) } as Entry };
  };
  test('an entry may have some; it is read back with them, and the table names them', () => {
    const { entry } = withPhotos(facts.happening, 1, 2);
    expect(errorsOf(entrySchema(), entry)).toEqual([]);
    expect(readEntry(JSON.parse(JSON.stringify(entry)))).toEqual(entry);
    expect(writeBookCsv([{ entry }], 'metric')).toContain(`${photo(1).hash}; ${photo(2).hash}`);
  });
  test.each<[string, unknown]>([
    ['none', []],
    ['the same twice', [photo(1), photo(1)]],
    ['a name that is no hash', [{ ...photo(1), hash: 'IMG_1.jpg' }]],
    ['larger than one is kept', [{ ...photo(1), width: 1601 }]],
    ['a place that is none', [{ ...photo(1), place: { lat: 91, lon: 0 } }]],
    ['more than an entry takes', Array.from({ length: 21 }, (_, i) => photo(i))],
  ])('%s is refused', (_, photos) => expect(errorsOf(entrySchema(), { ...entryOf(facts.note), photos })).not.toEqual([]));
  test('they stand along the run where their entries were made, those of the whole run last', () => {
    const [late, early, whole] = [
      withPhotos(facts.exposure, 3),
      withPhotos({ kind: 'note', station: 2, note: '' }, 1, 2),
      withPhotos({ kind: 'note', station: null, note: 'all of it' }, 4),
    ];
    const gone = bookEntry({ kind: 'wrong', why: 'another trench' }, AT, { corrects: early.entry.id });
    const pictures = picturesOf([whole, late, early, gone]);
    expect(pictures.map((one) => [Number.parseInt(one.photo.hash, 16), one.where?.from, one.gone])).toEqual([
      [1, 2, true],
      [2, 2, true],
      [3, 20.4, false],
      [4, undefined, false],
    ]);
    expect(picturesNear(pictures, 20, 0.5).map(({ kept }) => kept)).toEqual([late]);
    expect(picturesNear(pictures, 19, 0.5)).toEqual([]);
  });
  test.each<[Fact, { from: number; to: number } | null]>([
    [facts.inspection, { from: 0, to: 20 }],
    [facts.standing, { from: 0, to: 3 }],
    [{ ...facts.exposure, record: { result: 'notFound', depth: 1, note: '' } } as Fact, { from: 20, to: 20 }],
    [{ ...facts.happening, where: null } as Fact, null],
    [facts.can, null],
  ])('where %j was', (fact, where) => expect(whereOf(entryOf(fact))).toEqual(where));
});

describe('what was known where', () => {
  test('on one device what was entered before; elsewhere what had arrived there', () => {
    const crew = new Crew();
    const [a, b] = [crew.device('a'), crew.device('b')];
    const first = a.enter(facts.can, NOW);
    const second = a.enter(facts.can, NOW);
    const blind = b.enter(facts.can, NOW + 1e9);
    a.send(NOW);
    b.hear(NOW);
    const seeing = b.enter(facts.can, NOW - 1e9);
    const [one, two] = crew.rows as [Kept, Kept];
    expect([one.entry.id, two.entry.id]).toEqual([first.id, second.id]);
    expect([knows(two, one), knows(one, two)]).toEqual([true, false]);
    // Clocks have no say in it.
    expect([knows({ entry: blind }, one), knows({ entry: seeing }, one)]).toEqual([false, true]);
    expect(knows({ entry: seeing }, { entry: first })).toBe(false);
  });
  test('the last word on a thing: one, unless two did not know of each other', () => {
    const crew = new Crew();
    const [a, b] = [crew.device('a'), crew.device('b')];
    for (const device of [a, b]) device.enter(facts.can, NOW);
    for (const device of [a, b]) device.send(NOW);
    expect(latest(crew.rows)).toHaveLength(2);
    a.hear(NOW);
    const last = a.enter(facts.can, NOW);
    a.send(NOW);
    expect(latest(crew.rows).map(({ entry }) => entry.id)).toEqual([last.id]);
  });
  test('in whatever order entries are handed over, the last word is the same', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(2), fc.constantFrom('enter', 'send', 'hear')), { maxLength: 20 }),
        fc.integer(),
        (steps, seed) => {
          const crew = new Crew();
          const devices = ['a', 'b', 'c'].map((name) => crew.device(name));
          steps.forEach(([who, what], i) => {
            const device = devices[who] as (typeof devices)[number];
            if (what === 'enter') device.enter(facts.can, NOW + i);
            else device[what as 'send' | 'hear'](NOW + i);
          });
          const mixed = [...crew.rows].sort((x, y) => ((x.entry.count * 31 + seed) % 7) - ((y.entry.count * 17 + seed) % 5));
          const ids = (rows: readonly Kept[]) =>
            latest(rows)
              .map(({ entry }) => entry.id)
              .sort();
          expect(ids(mixed)).toEqual(ids(crew.rows));
        },
      ),
    ));
});

describe('what is believed', () => {
  const none = new Set<string>();
  const good = bookEntry(facts.can, AT);
  test.each<[string, Kept, string | undefined]>([
    ['as it should be', good, undefined],
    ['refused', { ...good, refused: true }, 'refused'],
    ['of a time to come', bookEntry(facts.can, '2026-11-02T13:00:00Z'), 'future'],
    ['a clock 40 min off', { ...good, off: 40 * 60_000 }, 'clock'],
    ['a clock 40 min off that was put right', { ...good, off: 40 * 60_000, entry: { ...good.entry, clock: 40 * 60_000 } }, undefined],
    ['written after it came', { ...good, receivedAt: '2026-11-02T06:30:00Z' }, 'clock'],
    ['no moment at all', { ...good, entry: { ...good.entry, at: 'soon' } }, 'unreadable'],
  ])('%s', (_, kept, doubt) => expect(doubtOf(kept, none, NOW, rules)).toBe(doubt));
  test('said to be wrong it is not believed, whoever said it and whether or not the server took it', () => {
    const said = bookEntry(facts.wrong, '2999-01-01T00:00:00Z', { corrects: good.entry.id });
    expect(doubtOf(good, withdrawn([good, { ...said, refused: true }]), NOW, rules)).toBe('withdrawn');
  });
  test('how far a clock was off is known when the entry has come in', () => {
    expect([clockFault({ entry: good.entry }), clockFault(good), clockFault({ ...good, off: -90_000 })]).toEqual([undefined, 0, 90_000]);
  });
});
